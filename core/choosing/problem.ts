import type { Curve } from './curve';

/**
 * A choice of limbs as plain data: what may fill a place, what each costs there, left outside of every place or taken out,
 * what pairs cost, and how the places round the stem are to be filled. Forms build it; the solver knows nothing of
 * trees. All costs are whole numbers (hundredths of a point).
 */
export interface Problem {
  /** Stem ids in order; a stem's place in the list is its rank when all else is equal. */
  stems: readonly string[];
  /** For each stem the one (by index) that carries it and must stay with it, or -1. */
  parents: readonly number[];
  /** For each stem what it costs to take it out: over `BREACH` for one the grower wants kept. */
  out: readonly number[];
  /** For each stem what it costs to leave it where it fills no place; undefined where it may not be left. */
  leave: readonly (number | undefined)[];
  options: readonly Option[];
  /** What two options cost when both are taken. */
  pairs: readonly PairCost[];
  /** What an option (a) and a stem left beside it (b) cost. */
  besides: readonly PairCost[];
  /** What two stems cost that are both left. */
  amidst: readonly PairCost[];
  circles: readonly Circle[];
  /** Stems (by index) that the grower wants in, whatever it costs. */
  pinned: readonly number[];
}

/** One stem in one place. A stem may have several options; at most one is taken. */
export interface Option {
  stem: number;
  circle: number;
  bearingDeg: number;
  breaches: number;
  cost: number;
}

/** What two things cost together; a breach is something that may not be. */
export interface PairCost {
  a: number;
  b: number;
  breaches: number;
  cost: number;
}

/** Places round the stem: a vase's one ring, a leader's tier, a fan's half circle, an espalier's arm (a ring of one). */
export interface Circle {
  name: string;
  fewest: number;
  wish: number;
  most: number;
  /** Cost of each place short of the fewest, of each more short of the wish, and of each limb over the wish. */
  short: number;
  empty: number;
  over: number;
  /** Cost by the largest gap between bearings over the even gap for the number taken, or wished if more. */
  gap: Curve;
  /** The stretch of positions to fill, for a place that does not go all round; its ends count as half gaps. */
  arc?: { fromDeg: number; toDeg: number };
  spreads: readonly Spread[];
}

/** A measure of how unlike the taken limbs of a circle are; `value` is by option. */
export interface Spread {
  name: string;
  of: 'ratio' | 'range';
  value: readonly number[];
  grades: Curve;
}

/** Ranks of the objective, the first deciding before the second, and so on. */
export const RANKS = ['unpinned', 'breaches', 'cost', 'tie'] as const;

/** One whole number for each rank. */
export type Cost = readonly [unpinned: number, breaches: number, cost: number, tie: number];

/** Which of two costs is better: negative when `a` is. */
export function compareCosts(a: ArrayLike<number>, b: ArrayLike<number>): number {
  for (let i = 0; i < RANKS.length; i++) {
    const d = (a[i] as number) - (b[i] as number);
    if (d !== 0) return d;
  }
  return 0;
}
