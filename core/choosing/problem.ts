/**
 * A choice of limbs as plain data: what may be taken, what each costs, what pairs cost, and how the places round the
 * stem are to be filled. Forms build it; the solver knows nothing of trees. All costs are whole numbers, not negative.
 */
export interface Problem {
  /** Stem ids in order; a stem's place in the list is its rank when all else is equal. */
  stems: readonly string[];
  /** For each stem the one (by index) that carries it and must stay with it, or -1. */
  parents: readonly number[];
  options: readonly Option[];
  pairs: readonly PairCost[];
  circles: readonly Circle[];
  /** Stems (by index) that the grower wants in whatever it costs. */
  pinned: readonly number[];
}

/** One stem in one place. A stem may have several options; at most one is taken. */
export interface Option {
  stem: number;
  circle: number;
  bearingDeg: number;
  breaches: number;
  form: number;
  merit: number;
}

/** What two options cost when both are taken. */
export interface PairCost {
  a: number;
  b: number;
  breaches: number;
  form: number;
}

/** Cost of a measure by the first limit it does not exceed; the last limit is Infinity. */
export type Grades = readonly (readonly [limit: number, cost: number])[];

/** Places round the stem: a vase's one ring, a leader's tier, a fan's half circle, an espalier's arm (a ring of one). */
export interface Circle {
  name: string;
  fewest: number;
  wish: number;
  most: number;
  /** Form cost for each place more or fewer than wished. */
  offWish: number;
  /** Merit cost of each wished place left empty. */
  empty: number;
  /** Form cost by largest gap between bearings over the even gap for the number taken, or wished if more. */
  gap: Grades;
  /** The stretch of positions to fill, for a place that does not go all round; its ends count as half gaps. */
  arc?: { fromDeg: number; toDeg: number };
  spreads: readonly Spread[];
}

/** A measure of how unlike the taken limbs of a circle are; `value` is by option. */
export interface Spread {
  name: string;
  of: 'ratio' | 'range';
  value: readonly number[];
  grades: Grades;
}

/** Ranks of the objective, the first deciding before the second, and so on. */
export const RANKS = ['unpinned', 'breaches', 'short', 'form', 'merit', 'tie'] as const;

/** One whole number for each rank. */
export type Cost = readonly [
  unpinned: number,
  breaches: number,
  short: number,
  form: number,
  merit: number,
  tie: number,
];

/** Which of two costs is better: negative when `a` is. */
export function compareCosts(a: ArrayLike<number>, b: ArrayLike<number>): number {
  for (let i = 0; i < RANKS.length; i++) {
    const d = (a[i] as number) - (b[i] as number);
    if (d !== 0) return d;
  }
  return 0;
}

/** Cost of a measure by its grades. */
export function grade(grades: Grades, measure: number): number {
  for (const [limit, cost] of grades) if (measure <= limit) return cost;
  return grades.at(-1)?.[1] ?? 0;
}
