import { told } from '../words/message';
import type { Candidacy, FormScene, PairPrice, Place } from '../choosing/candidacy';
import type { Fault } from '../choosing/faults';
import { topsOf } from '../findings/measures';
import { joinHeightCm } from '../tree/joins';
import type { Vec3 } from '../geometry/vector';
import type { Answers } from '../schools/questions';
import { tipOf, type Course } from '../tree/course';
import type { Stem } from '../tree/stem';

/** The one place at the top of a tree with a leader. */
export const LEADER_PLACE: Place = {
  role: 'leader',
  word: 'leader',
  heightCm: 0,
  circle: {
    name: 'leader',
    called: told('place.leader'),
    fewest: 1,
    wish: 1,
    most: 1,
    offWish: 0,
    empty: 0,
    gap: [],
  },
  spreads: [],
};

/**
 * Who could lead: the trunk's own top, and every sound upright shoot whose tip nears it. Each costs a point for five
 * degrees of lean; the trunk's own top 3 points when it is headed, and 2 when it ends in a flower bud; another shoot a
 * point and a half for every cm of the wound that cutting back to it leaves.
 */
export function leaderCandidacies(scene: FormScene, place: number): Candidacy[] {
  const { trunk } = scene.laid;
  if (!trunk) return [];
  return [trunk, ...topsOf(scene, scene.limbs)].map((stem) => ({
    stem,
    place,
    faults: [...bars(scene, stem), ...leaderFaults(scene, stem, stem === trunk)],
    spread: [],
  }));
}

/** A leader may be narrow or thick at its join, but not unsound, from below the union, or already cut. */
function bars({ findings }: FormScene, stem: Stem): Fault[] {
  return findings
    .filter((f) => f.stemId === stem.id && f.gravity === 'must-go')
    .filter((f) => f.rule === 'unsound-wood' || f.rule === 'below-union')
    .map((f) => ({ rank: 'breaches', what: f.rule, points: 1 }));
}

/** Tenths for a degree of lean, a mm of wound, and a mm of the top's own thickness, by school. Working values. */
const TOP_WEIGHTS: Record<Answers['which-top'], { lean: number; wound: number; thick: number }> = {
  straightest: { lean: 2, wound: 1.5, thick: 0 },
  'fewest-wounds': { lean: 1, wound: 5, thick: 0 },
  calmest: { lean: 1, wound: 2.5, thick: 3 },
};

/** How far a top is from standing over the foot, deg: the mean of its own lean and of its tip's, seen from the foot. */
function leanOf({ laid }: FormScene, stem: Stem): number {
  const foot = (laid.courses.get(laid.trunk?.id ?? stem.id) as Course).points[0] as Vec3;
  const tip = tipOf(laid.courses.get(stem.id) as Course);
  const outCm = Math.hypot(tip[0] - foot[0], tip[1] - foot[1]);
  return (stem.shape.run.value + (Math.atan2(outCm, tip[2] - foot[2]) * 180) / Math.PI) / 2;
}

function leaderFaults(scene: FormScene, stem: Stem, isTrunk: boolean): Fault[] {
  const { answers } = scene;
  const weigh = TOP_WEIGHTS[answers['which-top']];
  const merit = (what: string, points: number): Fault => ({
    rank: 'merit',
    what,
    points: Math.round(points),
  });
  const own = [
    merit('lean', leanOf(scene, stem) * weigh.lean),
    merit('flower-tip', stem.endBud === 'flower' && !stem.headed ? 20 : 0),
    merit('strong-top', isTrunk ? 0 : stem.diameter.value * weigh.thick),
  ];
  if (!isTrunk) return [...own, merit('wound', stem.diameter.value * weigh.wound)];
  return [...own, merit('headed-top', stem.headed ? 30 : 0)];
}

/** Limbs above a shoot that leads in the trunk's place go with the trunk's top: the two may not both be kept. */
export function cutWithTheTop(
  scene: FormScene,
  leaderPlace: number,
): (a: Candidacy, b: Candidacy) => PairPrice {
  const { laid } = scene;
  const isNewTop = (c: Candidacy): boolean => c.place === leaderPlace && c.stem.id !== laid.trunk?.id;
  const isAbove = (limb: Candidacy, top: Candidacy): boolean =>
    limb.stem.id !== laid.trunk?.id && joinHeightCm(laid, limb.stem) > joinHeightCm(laid, top.stem);
  return (a, b) => {
    const goes = (isNewTop(a) && isAbove(b, a)) || (isNewTop(b) && isAbove(a, b));
    return { breaches: goes ? 1 : 0, form: 0 };
  };
}

/**
 * Pair prices of limbs on a tree with a leader: between limbs as the form says, with the top that leads by what goes
 * with it. The trunk itself crowds none of its own limbs.
 */
export function withLeader(
  scene: FormScene,
  leaderPlace: number,
  limbPrice: (a: Candidacy, b: Candidacy) => PairPrice,
): (a: Candidacy, b: Candidacy) => PairPrice {
  const goesWith = cutWithTheTop(scene, leaderPlace);
  const trunkId = scene.laid.trunk?.id;
  return (a, b) => {
    if (a.stem.id === trunkId || b.stem.id === trunkId) return { breaches: 0, form: 0 };
    const [limbs, top] = [limbPrice(a, b), goesWith(a, b)];
    return { breaches: limbs.breaches + top.breaches, form: limbs.form + top.form };
  };
}
