import type { HeadingPurpose } from '../acts/shorten';
import { findingsOn, type Finding } from '../findings/finding';
import { nodeAt } from '../buds/limb-buds';
import { bearingDifference } from '../geometry/vector';
import { childrenOf, type Stem } from '../tree/stem';
import type { FormScene } from './candidacy';
import { reasonsOf } from '../findings';
import { onFigure, onFinding } from '../words/ground';
import { because, cm, deg, mm, tagOf, type Reason } from '../words/message';

/** What becomes of a side shoot on a limb that stays. */
export interface LateralSort {
  sort: 'leave' | 'bend' | 'shorten' | 'out';
  toDeg?: number;
  toLengthCm?: number;
  /** What it is shortened for, where not to keep it a side shoot. */
  purpose?: HeadingPurpose;
  rule: string;
  reasons: readonly Reason[];
}

/** Angle from upright a steep side shoot is bent to, deg. */
const BEND_TO_DEG = 75;
/** Thickest side shoot that is bent rather than shortened, mm. Working value. */
const BEND_MM = 10;
/** A side shoot flatter than this grows on the shaded underside, deg. */
const UNDERSIDE_DEG = 115;
/** A side shoot pointing back within this of the centre grows inward, deg. */
const INWARD_DEG = 45;

/**
 * Sorts a side shoot: water sprouts, inward and underside shoots go; on a weak limb all long ones go, so that its tip
 * gets all; flat ones are left; steep ones are bent while thin, else shortened. A sprout is bent early where its limb
 * has no other side shoot.
 */
export function sortLateral(scene: FormScene, stem: Stem, carrier: Stem): LateralSort {
  const own = findingsOn(scene.findings, stem.id);
  return (
    sprout(scene, stem, carrier, own) ??
    misplaced(scene, stem, carrier) ??
    onWeakLimb(scene, stem, carrier) ??
    renewed(scene, stem) ??
    spurTurned(scene, stem, carrier) ??
    byAngle(scene, stem)
  );
}

function sprout(
  { laid }: FormScene,
  stem: Stem,
  carrier: Stem,
  own: readonly Finding[],
): LateralSort | undefined {
  const found = own.filter(({ rule }) => rule === 'strong-upright');
  if (found.length === 0) return undefined;
  const isAlone = childrenOf(laid.tree, carrier.id).length === 1 && (carrier.sideShoots ?? 0) === 0;
  const reasons = reasonsOf(found, laid.tree);
  if (isAlone && stem.diameter.value <= BEND_MM && carrier.sideShoots === 0) {
    const alone = because('side.alone', { carrier: tagOf(laid.tree, carrier.id) });
    return { sort: 'bend', toDeg: BEND_TO_DEG, rule: 'strong-upright', reasons: [...reasons, alone] };
  }
  return { sort: 'out', rule: 'strong-upright', reasons };
}

function misplaced(scene: FormScene, stem: Stem, carrier: Stem): LateralSort | undefined {
  const isLong = stem.length.value > scene.limits('lateral.longCm').value;
  if (stem.shape.run.value > UNDERSIDE_DEG && isLong) {
    const reason = because(
      'side.underside',
      { angle: deg(stem.shape.run.value) },
      onFigure('lateral.longCm'),
    );
    return { sort: 'out', rule: 'lateral', reasons: [reason] };
  }
  const back = bearingDifference(stem.shape.runBearing.value, carrier.shape.runBearing.value + 180);
  const keepsShade = scene.answers.inside === 'shade-wood' && !isLong;
  if (scene.hasLeader || scene.standsOn === 'stems' || back > INWARD_DEG || keepsShade || !isLong)
    return undefined;
  const reason = because('side.inward', { long: cm(stem.length.value) }, onFigure('lateral.longCm'));
  return { sort: 'out', rule: 'lateral', reasons: [reason] };
}

function onWeakLimb({ laid, limits }: FormScene, stem: Stem, carrier: Stem): LateralSort | undefined {
  const thinMm = limits('thin.diameterMm').value;
  if (carrier.diameter.value >= thinMm || stem.length.value <= limits('lateral.longCm').value)
    return undefined;
  const args = { carrier: tagOf(laid.tree, carrier.id), thick: mm(carrier.diameter.value) };
  const reason = because('side.weak-limb', args, onFinding('too-thin'), onFigure('thin.diameterMm'));
  return { sort: 'out', rule: 'too-thin', reasons: [reason] };
}

/** A tree is framed, and bears on its side shoots, from this season in its place on. Working value. */
const BEARS_FROM_SEASON = 4;

/**
 * Fruiting wood of kinds that bear on last season's shoots, once the tree is framed: what has fruited is cut to a stub, from
 * which next year's shoot comes; long shoots that will bear are halved. While a tree is being framed neither is done.
 */
function renewed({ kind, when, answers, limits }: FormScene, stem: Stem): LateralSort | undefined {
  if (kind.fruitsOn.value[0] !== 'last-season' || when.seasonsGrown < BEARS_FROM_SEASON) return undefined;
  const stubCm = limits('renew.stubCm').value;
  if (stem.bears === 'fruit' && stem.length.value > stubCm) {
    const reasons = [because('side.has-fruited', { stub: cm(stubCm) }, onFigure('renew.stubCm'))];
    return { sort: 'shorten', toLengthCm: stubCm, purpose: 'renew', rule: 'renewal', reasons };
  }
  if (stem.length.value <= limits('renew.longCm').value || answers.heading === 'left-whole') return undefined;
  const reasons = [because('side.halved', { long: cm(stem.length.value) }, onFigure('renew.longCm'))];
  return {
    sort: 'shorten',
    toLengthCm: stem.length.value / 2,
    purpose: 'thin-crop',
    rule: 'renewal',
    reasons,
  };
}

/** Buds left on a spur that has run up into a shoot. */
const SPUR_BUDS = 3;

/** On kinds that fruit on spurs, a steep shoot from older wood is a spur that ran up: clipped back to a few buds. */
function spurTurned(scene: FormScene, stem: Stem, carrier: Stem): LateralSort | undefined {
  const { kind, when, limits } = scene;
  const isSpurKind = kind.fruitsOn.value[0] === 'spurs' && when.seasonsGrown >= BEARS_FROM_SEASON;
  const isSteep = stem.shape.run.value < limits('lateral.perfectFromDeg').value;
  const ranUp = stem.length.value > limits('lateral.longCm').value && isSteep;
  if (!isSpurKind || !ranUp || nodeAt(carrier, kind, when.season, stem.origin.value) !== 'spur')
    return undefined;
  const toLengthCm = SPUR_BUDS * kind.budSpacingCm.value;
  const args = { long: cm(stem.length.value), buds: SPUR_BUDS };
  return {
    sort: 'shorten',
    toLengthCm,
    purpose: 'renew',
    rule: 'renewal',
    reasons: [because('side.spur', args, onFigure('lateral.longCm'))],
  };
}

function byAngle({ limits }: FormScene, stem: Stem): LateralSort {
  const flat = limits('lateral.perfectFromDeg').value;
  const longCm = limits('lateral.longCm').value;
  const args = { long: cm(stem.length.value), angle: deg(stem.shape.run.value) };
  const onLong = onFigure('lateral.longCm');
  const onFlat = onFigure('lateral.perfectFromDeg');
  if (stem.length.value <= longCm)
    return { sort: 'leave', rule: 'lateral', reasons: [because('side.short', args, onLong)] };
  if (stem.shape.run.value >= flat)
    return { sort: 'leave', rule: 'lateral', reasons: [because('side.flat', args, onFlat)] };
  if (stem.diameter.value <= BEND_MM) {
    const reasons = [because('side.bend', { ...args, flat: deg(flat) }, onFlat)];
    return { sort: 'bend', toDeg: BEND_TO_DEG, rule: 'lateral', reasons };
  }
  const reasons = [because('side.shorten', { ...args, to: cm(longCm) }, onLong)];
  return { sort: 'shorten', toLengthCm: longCm, rule: 'lateral', reasons };
}
