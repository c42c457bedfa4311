import type { Scene } from '../findings/finding';
import { joinHeightCm } from '../findings/measures';
import type { StemId } from '../tree/stem';
import type { BuiltProblem, ChosenRole, Place } from './build';
import type { Fault } from './faults';
import type { Cost } from './problem';
import { largestGapDeg } from './score';
import type { Solution } from './solve';

/** A stem in its place, and what it costs there. */
export interface ChosenLimb {
  stemId: StemId;
  role: ChosenRole;
  place: string;
  faults: readonly Fault[];
}

/** A place that no stem fills. */
export interface EmptyPlace {
  place: string;
  /** How many limbs it lacks to the fewest the form stands on, or to its wish. */
  lacks: number;
  heightCm: number;
  bearingDeg: number;
}

/** A set of limbs in a grower's terms. */
export interface ChosenSet {
  limbs: readonly ChosenLimb[];
  cost: Cost;
  empty: readonly EmptyPlace[];
  /** Largest gap between bearings in each ring of more than one place, deg. */
  gaps: readonly { place: string; largestDeg: number; evenDeg: number }[];
  /** Least height between two kept limbs' joins in one ring, cm; undefined for fewer than two. */
  closestCm: number | undefined;
}

/** Reads a solution back into stems, places and gaps. */
export function chosenSet(scene: Scene, built: BuiltProblem, solution: Solution): ChosenSet {
  const taken = solution.options.map((o) => built.candidacies[o] as BuiltProblem['candidacies'][number]);
  const limbs = taken.map(({ stem, place, faults }) => ({
    stemId: stem.id,
    role: (built.places[place] as Place).role,
    place: (built.places[place] as Place).circle.name,
    faults,
  }));
  const inPlace = (i: number): typeof taken => taken.filter(({ place }) => place === i);
  const bearings = (i: number): number[] => inPlace(i).map(({ stem }) => stem.runBearing.value);
  const gaps = built.places.flatMap(({ circle, role }, i) =>
    role === 'scaffold' && circle.most > 1 && inPlace(i).length > 1
      ? [{ place: circle.name, largestDeg: largestGapDeg(bearings(i)), evenDeg: 360 / inPlace(i).length }]
      : [],
  );
  const empty = built.places.flatMap((place, i) => {
    const lacks = place.circle.wish - inPlace(i).length;
    if (lacks <= 0 || place.role === 'leader') return [];
    const bearingDeg = place.bearingDeg ?? middleOfLargestGap(bearings(i));
    return [{ place: place.circle.name, lacks, heightCm: place.heightCm, bearingDeg }];
  });
  const heights = built.places.map((_, i) =>
    inPlace(i)
      .map(({ stem }) => joinHeightCm(scene.laid, stem))
      .sort((a, b) => a - b),
  );
  const steps = heights.flatMap((ring) => ring.slice(1).map((h, i) => h - (ring[i] as number)));
  return {
    limbs,
    cost: solution.cost,
    empty,
    gaps,
    closestCm: steps.length > 0 ? Math.min(...steps) : undefined,
  };
}

/** The bearing farthest from its neighbours, deg; north for an empty ring. */
export function middleOfLargestGap(bearings: readonly number[]): number {
  const sorted = [...bearings].sort((a, b) => a - b);
  let best = { gap: -1, middle: 0 };
  sorted.forEach((b, i) => {
    const gap = i === 0 ? b + 360 - (sorted.at(-1) as number) : b - (sorted[i - 1] as number);
    if (gap > best.gap) best = { gap, middle: (b - gap / 2 + 360) % 360 };
  });
  return best.middle;
}
