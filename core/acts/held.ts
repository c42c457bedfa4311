import { between, day, listOf, oneOf, shape, type Typed } from '../fields/fields';
import { WOOD_STATES } from '../tree/wood-age';

/** How far is safe: all at once now; step by step; once the wood is supple; or only at a risk that is told. */
export const HOW_SAFE = ['now', 'stages', 'later', 'risky'] as const;
export type HowSafe = (typeof HOW_SAFE)[number];

/** What a limb is brought to its angle with. */
export const MEANS = [
  'clip',
  'ground-peg',
  'trunk',
  'weight',
  'spreader',
  'above',
  'wire',
  'cane',
  'aside',
] as const;
export type Means = (typeof MEANS)[number];

/** Most steps a limb is brought down in. */
export const MOST_STAGES = 6;

/** How a limb is bent and held, as it was computed on the day it was planned. */
export const held = shape({
  how: oneOf(HOW_SAFE),
  by: oneOf(MEANS),
  /** Where it is tied, or the stick or clip sits, cm from its join. */
  tieCm: between(0, 1500),
  /** The pull there, as heavy as so many kg. */
  pullKg: between(0, 10_000),
  /** Cord from knot to knot, or length of the stick between its notches, cm; missing for a clip or weight. */
  lengthCm: between(0, 3000).optional(),
  /** Inner width of a loop that leaves the wood a season's thickening, mm. */
  loopMm: between(0, 700),
  /** The chance that it cracks, 0 to 1, and what it would be in tougher and in more brittle wood. */
  chance: between(0, 1),
  chanceFrom: between(0, 1),
  chanceTo: between(0, 1),
  /** Where it is nearest to cracking, cm from its join, and how old the wood is there. */
  worstCm: between(0, 1500),
  wood: oneOf(WOOD_STATES),
  /** Days and angles of the run, the last the one that is wanted, or as far as is safe. */
  stages: listOf(shape({ on: day(), toDeg: between(0, 360) }), MOST_STAGES),
  /** Day it is looked at first, and the day it comes off. */
  lookOn: day(),
  offBy: day(),
  /** Deg it springs back by then. */
  backDeg: between(0, 180),
});
export type Held = Typed<typeof held>;
