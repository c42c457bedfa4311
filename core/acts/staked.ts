import { between, day, oneOf, shape, whole, type Typed } from '../fields/fields';

/** What a tree is held up by: one stout stake with one tie, a cane it is run up with several, or cords to three pegs round it. */
export const STAKED_BY = ['stake', 'cane', 'guys'] as const;
export type StakedBy = (typeof STAKED_BY)[number];

/** Why a tree does not stand alone: it lies down under its own leaf, it would snap in a gust, its roots would not hold it in one, or they never will, on a weak stock. */
export const STAKED_WHY = ['lies-down', 'snaps', 'roots', 'stock'] as const;
export type StakedWhy = (typeof STAKED_WHY)[number];

/** How a tree is held up, as it was computed on the day it was planned. */
export const staked = shape({
  by: oneOf(STAKED_BY),
  why: oneOf(STAKED_WHY),
  /** ISO date it was computed for. */
  on: day(),
  /** The whole of it, what is in the ground of that, and how thick it is; for guys the cord of each, the height of a peg over ground being 0. */
  lengthCm: between(0, 1000),
  depthCm: between(0, 300),
  thickMm: between(0, 300),
  /** Height of the tie, the highest where there are several, and how many there are. */
  tieCm: between(0, 1000),
  ties: whole(1, 40),
  /** Bearing of the stake as seen from the stem, deg; missing where nobody said where the wind comes from. */
  sideDeg: between(0, 360).optional(),
  /** Inner width of the tie round the stem, mm. */
  loopMm: between(0, 700),
  /** The pull on the tie in a gust, as heavy as so many kg. */
  pullKg: between(0, 10_000),
  lookOn: day(),
  /** The day it comes off; missing for a stake that stays for good. */
  offBy: day().optional(),
});
export type Staked = Typed<typeof staked>;
