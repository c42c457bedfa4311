import type { HeadingPurpose } from '../acts/shorten';
import type { Finding } from '../findings/finding';
import type { Say } from '../words/say';
import { nodeAt } from '../buds/limb-buds';
import { bearingDifference } from '../geometry/vector';
import { childrenOf, type Stem } from '../tree/stem';
import type { FormScene } from './candidacy';
import { reasonsOf } from '../findings/reasons';
import { because, type Reason } from '../words/reason';

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
export function sortLateral(scene: FormScene, stem: Stem, carrier: Stem, say: Say): LateralSort {
  const own = scene.findings.filter((f) => f.stemId === stem.id);
  return (
    sprout(scene, stem, carrier, own, say) ??
    misplaced(scene, stem, carrier, say) ??
    onWeakLimb(scene, stem, carrier, say) ??
    renewed(scene, stem, say) ??
    spurTurned(scene, stem, carrier, say) ??
    byAngle(scene, stem, say)
  );
}

function sprout(
  { laid }: FormScene,
  stem: Stem,
  carrier: Stem,
  own: readonly Finding[],
  say: Say,
): LateralSort | undefined {
  const found = own.filter(({ rule }) => rule === 'strong-upright');
  if (found.length === 0) return undefined;
  const isAlone = childrenOf(laid.tree, carrier.id).length === 1 && (carrier.sideShoots ?? 0) === 0;
  const reasons = reasonsOf(found, say);
  if (isAlone && stem.diameter.value <= BEND_MM && carrier.sideShoots === 0) {
    const words = `${say.stem(carrier.id)} has no other side shoot: bent down early, it fills the space.`;
    return {
      sort: 'bend',
      toDeg: BEND_TO_DEG,
      rule: 'strong-upright',
      reasons: [...reasons, because(words)],
    };
  }
  return { sort: 'out', rule: 'strong-upright', reasons };
}

function misplaced(scene: FormScene, stem: Stem, carrier: Stem, say: Say): LateralSort | undefined {
  const isLong = stem.length.value > scene.limits('lateral.longCm').value;
  if (stem.set.value > UNDERSIDE_DEG && isLong) {
    const words = `It hangs ${say.angle(stem.set.value)} from upright on the shaded underside.`;
    return { sort: 'out', rule: 'lateral', reasons: [because(words, { key: 'lateral.longCm' })] };
  }
  const back = bearingDifference(stem.runBearing.value, carrier.runBearing.value + 180);
  const keepsShade = scene.answers.inside === 'shade-wood' && !isLong;
  if (scene.hasLeader || scene.standsOn === 'stems' || back > INWARD_DEG || keepsShade || !isLong)
    return undefined;
  const words = `It grows ${say.length(stem.length.value)} back into the open centre.`;
  return { sort: 'out', rule: 'lateral', reasons: [because(words, { key: 'lateral.longCm' })] };
}

function onWeakLimb({ limits }: FormScene, stem: Stem, carrier: Stem, say: Say): LateralSort | undefined {
  const thinMm = limits('thin.diameterMm').value;
  if (carrier.diameter.value >= thinMm || stem.length.value <= limits('lateral.longCm').value)
    return undefined;
  const words = `${say.stem(carrier.id)} is weak, ${say.diameter(carrier.diameter.value)}: its long side shoots go, so that its tip gets all.`;
  return {
    sort: 'out',
    rule: 'too-thin',
    reasons: [because(words, { rule: 'too-thin', key: 'thin.diameterMm' })],
  };
}

/** A tree is framed, and bears on its side shoots, from this season in its place on. Working value. */
const BEARS_FROM_SEASON = 4;

/**
 * Fruiting wood of kinds that bear on last season's shoots, once the tree is framed: what has fruited is cut to a stub, from
 * which next year's shoot comes; long shoots that will bear are halved. While a tree is being framed neither is done.
 */
function renewed({ kind, when, answers, limits }: FormScene, stem: Stem, say: Say): LateralSort | undefined {
  if (kind.fruitsOn.value[0] !== 'last-season' || when.seasonsGrown < BEARS_FROM_SEASON) return undefined;
  const long = say.length(stem.length.value);
  const stubCm = limits('renew.stubCm').value;
  if (stem.bears === 'fruit' && stem.length.value > stubCm) {
    const words = `It has fruited: cut to ${say.length(stubCm)}, so that a new shoot comes for the year after.`;
    const reasons = [because(words, { key: 'renew.stubCm' })];
    return { sort: 'shorten', toLengthCm: stubCm, purpose: 'renew', rule: 'renewal', reasons };
  }
  if (stem.length.value <= limits('renew.longCm').value || answers.heading === 'left-whole') return undefined;
  const words = `A shoot of ${long} that will bear: halved, which thins its crop and brings new wood near the limb.`;
  const reasons = [because(words, { key: 'renew.longCm' })];
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
function spurTurned(scene: FormScene, stem: Stem, carrier: Stem, say: Say): LateralSort | undefined {
  const { kind, when, limits } = scene;
  const isSpurKind = kind.fruitsOn.value[0] === 'spurs' && when.seasonsGrown >= BEARS_FROM_SEASON;
  const isSteep = stem.set.value < limits('lateral.perfectFromDeg').value;
  const ranUp = stem.length.value > limits('lateral.longCm').value && isSteep;
  if (!isSpurKind || !ranUp || nodeAt(carrier, kind, when.season, stem.origin.value) !== 'spur')
    return undefined;
  const toLengthCm = SPUR_BUDS * kind.budSpacingCm.value;
  const words = `A spur that ran up into a shoot of ${say.length(stem.length.value)}: clipped back to ${SPUR_BUDS} buds, to make a spur again.`;
  return {
    sort: 'shorten',
    toLengthCm,
    purpose: 'renew',
    rule: 'renewal',
    reasons: [because(words, { key: 'lateral.longCm' })],
  };
}

function byAngle({ limits }: FormScene, stem: Stem, say: Say): LateralSort {
  const flat = limits('lateral.perfectFromDeg').value;
  const longCm = limits('lateral.longCm').value;
  const [angle, long] = [say.angle(stem.set.value), say.length(stem.length.value)];
  const measured = `A side shoot of ${long}, ${angle} from upright`;
  if (stem.length.value <= longCm) {
    return {
      sort: 'leave',
      rule: 'lateral',
      reasons: [because(`${measured}: short, left as it is.`, { key: 'lateral.longCm' })],
    };
  }
  if (stem.set.value >= flat) {
    return {
      sort: 'leave',
      rule: 'lateral',
      reasons: [because(`${measured}: flat, left as it is.`, { key: 'lateral.perfectFromDeg' })],
    };
  }
  if (stem.diameter.value <= BEND_MM) {
    const words = `${measured}: steeper than ${say.angle(flat)}, and thin enough to bend.`;
    return {
      sort: 'bend',
      toDeg: BEND_TO_DEG,
      rule: 'lateral',
      reasons: [because(words, { key: 'lateral.perfectFromDeg' })],
    };
  }
  const words = `${measured}: steep and too thick to bend; shortened to ${say.length(longCm)}.`;
  return {
    sort: 'shorten',
    toLengthCm: longCm,
    rule: 'lateral',
    reasons: [because(words, { key: 'lateral.longCm' })],
  };
}
