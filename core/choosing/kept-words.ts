import type { Say } from '../words/say';
import { crotchDeg, thicknessRatio } from '../tree/joins';
import type { Stem } from '../tree/stem';
import type { FormScene } from './candidacy';
import type { ChosenLimb } from './chosen-set';
import { because, type Reason } from '../words/reason';

/** What a limb is kept for, with the numbers it is kept on. */
export function keptWords(scene: FormScene, stem: Stem, limb: ChosenLimb, say: Say): Reason {
  if (limb.role === 'leader') {
    return because(
      stem.id === scene.laid.trunk?.id
        ? `The trunk’s own top leads: ${say.angle(stem.set.value)} from upright.`
        : `It leads: ${say.angle(stem.set.value)} from upright, and the trunk is cut back to it.`,
    );
  }
  const crotch = crotchDeg(scene.laid, stem);
  const ratio = thicknessRatio(scene.laid, stem);
  const facts = [
    ...(crotch === undefined ? [`leaning ${say.angle(stem.set.value)}`] : [`crotch ${say.angle(crotch)}`]),
    ...(ratio === undefined
      ? [`${say.diameter(stem.diameter.value)} thick`]
      : [`${say.ratio(ratio)} of the stem’s thickness`]),
    `facing ${say.angle(stem.runBearing.value)}`,
  ].join(', ');
  if (limb.onlyCarries) return because(`Kept for the ribs it carries: ${facts}.`, { key: 'rib.armCm' });
  return because(`Kept for ${limb.place}: ${facts}.`, { key: 'crotch.idealFromDeg' });
}

/** What is done to a limb so that it suits its place. */
export function correctionWords(stem: Stem, { correction }: ChosenLimb, say: Say): Reason[] {
  switch (correction?.kind) {
    case undefined:
      return [];
    case 'swing': {
      const toward = (stem.runBearing.value + correction.byDeg + 360) % 360;
      const words = `Tied aside by ${say.angle(Math.abs(correction.byDeg))}, to face ${say.angle(toward)}: it fills the gap better there, and at ${say.diameter(stem.diameter.value)} its wood allows it.`;
      return [because(words, { key: 'swing.deg' })];
    }
    case 'spread': {
      const words = `Its join is still soft: pegged out now to ${say.angle(correction.toDeg)}, it sets sound.`;
      return [because(words, { key: 'soft.diameterMm' })];
    }
    case 'rival-bent': {
      const words = `A second leader, but nothing else fills its side: cut hard to ${say.length(correction.toLengthCm)} and bent to ${say.angle(correction.toDeg)}, it serves as a scaffold.`;
      return [because(words, { rule: 'too-thick', key: 'thick.rivalRatio' })];
    }
  }
}
