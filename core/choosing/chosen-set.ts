import type { Scene } from '../findings/finding';
import { isOnTrunk, joinHeightCm } from '../tree/joins';
import type { StemId } from '../tree/stem-readings';
import type { BuiltProblem } from './build';
import { atDeg, type Candidacy, type ChosenRole, type LimbWord, type Place } from './candidacy';
import type { Correction } from './correction';
import type { Consideration } from './consideration';
import type { Circle, Cost } from './problem';
import type { Message } from '../words/message';
import { largestGapDeg, spanDeg } from './score';
import type { Solution } from './solution';

/** A stem in its place, and what it costs there. */
export interface ChosenLimb {
  stemId: StemId;
  role: ChosenRole;
  place: string;
  called: Message;
  /** What a grower calls it there. */
  word: LimbWord;
  /** Whether it is kept only for the limbs it carries. */
  onlyCarries?: boolean;
  /** What speaks against it there. */
  against: readonly Consideration[];
  correction?: Correction;
}

/** A place that no stem fills. */
export interface EmptyPlace {
  place: string;
  called: Message;
  /** How many limbs it lacks to the fewest the form stands on, or to its wish. */
  lacks: number;
  /** Fewest limbs the place stands on. */
  fewest: number;
  heightCm: number;
  bearingDeg: number;
  /** The side of the wall it is on, deg, for a place that is one arm. */
  side?: number;
}

/** A set of limbs in a grower's terms. */
export interface ChosenSet {
  limbs: readonly ChosenLimb[];
  /** Stems that fill no place and are left. */
  left: readonly StemId[];
  cost: Cost;
  empty: readonly EmptyPlace[];
  /** Largest gap between bearings in each ring of more than one place, and the even one for the limbs wished, deg. */
  gaps: readonly { place: string; called: Message; largestDeg: number; evenDeg: number; spanDeg: number }[];
  /** Least height between two kept limbs' joins in one ring, cm; undefined for fewer than two. */
  closestCm: number | undefined;
}

/** Reads a solution back into stems, places and gaps. */
export function chosenSet(scene: Scene, built: BuiltProblem, solution: Solution): ChosenSet {
  const taken = solution.options.map((o) => built.candidacies[o] as Candidacy);
  const limbs = taken.map(({ stem, place, against, correction }) => ({
    stemId: stem.id,
    role: (built.places[place] as Place).role,
    place: (built.places[place] as Place).circle.name,
    called: (built.places[place] as Place).circle.called,
    word: (built.places[place] as Place).word,
    against,
    ...(built.places[place]?.onlyCarries && { onlyCarries: true }),
    ...(correction && { correction }),
  }));
  const inPlace = (i: number): typeof taken => taken.filter(({ place }) => place === i);
  const bearings = (i: number): number[] => inPlace(i).map(atDeg);
  const gaps = built.places.flatMap(({ circle, role, onlyCarries }, i) =>
    role === 'scaffold' && !onlyCarries && circle.most > 1 && inPlace(i).length > 1
      ? [
          {
            place: circle.name,
            called: circle.called,
            largestDeg: largestGapDeg(bearings(i), circle.arc),
            evenDeg: spanDeg(circle) / Math.max(inPlace(i).length, circle.wish),
            spanDeg: spanDeg(circle),
          },
        ]
      : [],
  );
  const empty = built.places.flatMap((place, i) => {
    const lacks = place.circle.wish - inPlace(i).length;
    if (lacks <= 0 || place.role === 'leader') return [];
    const at = middleOfLargestGap(bearings(i), place.circle.arc);
    const bearingDeg = place.bearingDeg ?? place.bearingOf?.(at) ?? at;
    const { name, called, fewest } = place.circle;
    return [
      {
        place: name,
        called,
        lacks,
        fewest,
        heightCm: place.heightCm,
        bearingDeg,
        ...(place.bearingDeg !== undefined && { side: place.bearingDeg }),
      },
    ];
  });
  const heights = built.places.map((_, i) =>
    inPlace(i)
      .filter(({ stem }) => isOnTrunk(scene.laid, stem))
      .map(({ stem }) => joinHeightCm(scene.laid, stem))
      .sort((a, b) => a - b),
  );
  const steps = heights.flatMap((ring) => ring.slice(1).map((h, i) => h - (ring[i] as number)));
  return {
    limbs,
    left: solution.left.map((i) => built.problem.stems[i] as StemId),
    cost: solution.cost,
    empty,
    gaps,
    closestCm: steps.length > 0 ? Math.min(...steps) : undefined,
  };
}

/** The position farthest from its neighbours, deg; the start of an empty ring, the middle of an empty arc. */
export function middleOfLargestGap(positions: readonly number[], arc?: Circle['arc']): number {
  const sorted = [...positions].sort((a, b) => a - b);
  if (sorted.length === 0) return arc ? (arc.fromDeg + arc.toDeg) / 2 : 0;
  const [first, last] = [sorted[0] as number, sorted.at(-1) as number];
  const gaps = sorted
    .slice(1)
    .map((to, i) => ({ gap: to - (sorted[i] as number), at: (to + (sorted[i] as number)) / 2 }));
  if (arc) {
    const ends = [
      { gap: 2 * (first - arc.fromDeg), at: (first + arc.fromDeg) / 2 },
      { gap: 2 * (arc.toDeg - last), at: (arc.toDeg + last) / 2 },
    ];
    gaps.push(...ends);
  } else {
    const gap = first + 360 - last;
    gaps.unshift({ gap, at: (first - gap / 2 + 360) % 360 });
  }
  return gaps.reduce((best, next) => (next.gap > best.gap ? next : best)).at;
}
