import type { Candidacy, FormScene, Place } from '../choosing/build';
import type { Fault } from '../choosing/faults';
import { joinHeightCm, thicknessRatio } from '../findings/measures';
import type { LimbPairCost } from '../choosing/pairs';
import { tipOf, type Course } from '../tree/course';
import type { Stem } from '../tree/stem';

/** The one place at the top of a tree with a leader. */
export const LEADER_PLACE: Place = {
  role: 'leader',
  heightCm: 0,
  circle: { name: 'leader', fewest: 1, wish: 1, most: 1, offWish: 0, empty: 0, gap: [] },
  spreads: [],
};

/** Share of the leader's height that another shoot's tip must pass to be a top. Working value. */
const TOP_SHARE = 0.75;
/** Least thickness, over the stem at its join, of a shoot that could lead. Working value. */
const TOP_RATIO = 0.45;

/**
 * Who could lead: the trunk's own top, and every sound upright shoot whose tip nears it. Each costs a point for five
 * degrees of lean; a shoot other than the trunk's top also costs a point for every 4 mm of the wound that cutting
 * back to it leaves.
 */
export function leaderCandidacies(scene: FormScene, place: number): Candidacy[] {
  const { laid, limits } = scene;
  const { trunk } = laid;
  if (!trunk) return [];
  const topCm = tipOf(laid.courses.get(trunk.id) as Course)[2];
  const rivals = scene.limbs.filter((stem) => {
    const tipCm = tipOf(laid.courses.get(stem.id) as Course)[2];
    const isUpright = stem.set.value < limits('rival.uprightDeg').value + 5;
    return isUpright && tipCm > topCm * TOP_SHARE && (thicknessRatio(laid, stem) ?? 0) > TOP_RATIO;
  });
  return [trunk, ...rivals].map((stem) => ({
    stem,
    place,
    faults: [...bars(scene, stem), ...leaderFaults(stem, stem === trunk)],
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

function leaderFaults(stem: Stem, isTrunk: boolean): Fault[] {
  const lean: Fault = { rank: 'merit', what: 'lean', points: Math.round(stem.set.value * 2) };
  if (isTrunk) return [lean, { rank: 'merit', what: 'headed-top', points: stem.headed ? 30 : 0 }];
  return [lean, { rank: 'merit', what: 'wound', points: Math.round(stem.diameter.value * 2.5) }];
}

/** Limbs above a shoot that leads in the trunk's place go with the trunk's top: the two may not both be kept. */
export function cutWithTheTop(scene: FormScene, leaders: readonly Candidacy[]): LimbPairCost[] {
  const { laid, limbs } = scene;
  return leaders
    .filter(({ stem }) => stem.id !== laid.trunk?.id)
    .flatMap(({ stem, place }) =>
      limbs
        .filter((limb) => limb !== stem && joinHeightCm(laid, limb) > joinHeightCm(laid, stem))
        .map((limb) => ({ a: stem.id, b: limb.id, placeOfA: place, breaches: 1, form: 0 })),
    );
}
