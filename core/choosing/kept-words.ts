import { onFigure, onFinding } from '../words/ground';
import { compassCalled } from '../words/compass';
import { because, cm, deg, list, mm, share, tagOf, told, type Reason } from '../words/message';
import { crotchDeg, thicknessRatio } from '../tree/joins';
import type { Stem, Tree } from '../tree/stem';
import type { FormScene } from './candidacy';
import type { ChosenLimb } from './chosen-set';

/** What a limb is kept for, with the numbers it is kept on. */
export function keptFor(scene: FormScene, stem: Stem, limb: ChosenLimb): Reason {
  if (limb.role === 'leader') {
    const isTrunk = stem.id === scene.laid.trunk?.id;
    return because(isTrunk ? 'kept.trunk-leads' : 'kept.leads', { run: deg(stem.shape.run.value) });
  }
  const crotch = crotchDeg(scene.laid, stem);
  const ratio = thicknessRatio(scene.laid, stem);
  const facts = list([
    crotch === undefined
      ? told('fact.leaning', { angle: deg(stem.shape.run.value) })
      : told('fact.crotch', { angle: deg(crotch) }),
    ratio === undefined
      ? told('fact.thick', { thick: mm(stem.diameter.value) })
      : told('fact.ratio', { ratio: share(ratio) }),
    told('fact.facing', { bearing: deg(stem.shape.runBearing.value) }),
  ]);
  return limb.onlyCarries
    ? because('kept.carries', { facts }, onFigure('rib.armCm'))
    : because('kept.for', { place: limb.called, facts }, onFigure('crotch.idealFromDeg'));
}

/** A shoot shorter than this is spoken of as still soft, cm. */
const SOFT_CM = 25;

/** What is done to a limb so that it suits its place. */
export function correctionReasons(tree: Tree, stem: Stem, { correction }: ChosenLimb): Reason[] {
  switch (correction?.kind) {
    case undefined:
      return [];
    case 'swing': {
      const { byDeg } = correction;
      const args = {
        by: deg(Math.abs(byDeg)),
        toward: compassCalled(stem.shape.runBearing.value + byDeg),
        thick: mm(stem.diameter.value),
      };
      return [because('correct.swing', args, onFigure('swing.thickMm'))];
    }
    case 'spread': {
      const isSoft = Object.keys(stem.growthCm).length > 0 && stem.length.value < SOFT_CM;
      const code = isSoft ? 'correct.spread' : 'correct.spread-firm';
      return [because(code, { to: deg(correction.toDeg) }, onFigure('soft.diameterMm'))];
    }
    case 'cut-to':
      return [because('correct.cut-to', { limb: tagOf(tree, correction.to) })];
    case 'rival-bent': {
      const args = { length: cm(correction.toLengthCm), to: deg(correction.toDeg) };
      return [because('correct.rival', args, onFinding('too-thick'), onFigure('thick.rivalRatio'))];
    }
  }
}
