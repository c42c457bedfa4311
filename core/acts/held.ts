import { between, day, id, listOf, maybe, oneOf, shape, text, whole, type Typed } from '../fields/fields';
import { MEANS } from '../tree/means';
import { MOST_TAG } from '../tree/stem-readings';
import { WOOD_STATES } from '../tree/wood-states';

/** How far is safe: all at once now; step by step; once the wood is supple; or only at a risk that is told. */
export const HOW_SAFE = ['now', 'stages', 'later', 'risky'] as const;
export type HowSafe = (typeof HOW_SAFE)[number];

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
  /** Cord from knot to knot, length of the stick between its notches, of the prop or of the cane, cm; missing for a clip, weight or wire. */
  lengthCm: between(0, 3000).optional(),
  /** Tag of a limb that its cord would rub on, unless it is led past; missing where there is none. */
  crosses: text(MOST_TAG).optional(),
  /** The other limb its cord is made fast to, and how far along that, cm. */
  anchor: maybe(shape({ stemId: id(), tag: text(MOST_TAG), atCm: between(0, 1500) })),
  /** Inner width of a loop that leaves the wood a season's thickening, mm. */
  loopMm: between(0, 700),
  /** The chance that it cracks, 0 to 1, and what it would be in tougher and in more brittle wood. */
  chance: between(0, 1),
  chanceFrom: between(0, 1),
  chanceTo: between(0, 1),
  /** Where it is nearest to cracking, cm from its join, and how old the wood is there. */
  worstCm: between(0, 1500),
  wood: oneOf(WOOD_STATES),
  /** What bending adds to the strain there, percent; missing in what was planned before it was written down. */
  strainPercent: between(0, 100).optional(),
  /** Days and angles of the run, the last the one that is wanted, or as far as is safe. */
  stages: listOf(shape({ on: day(), toDeg: between(0, 360) }), MOST_STAGES),
  /** Day it is looked at first, and the day it comes off. */
  lookOn: day(),
  offBy: day(),
  /** Deg it springs back by then. */
  backDeg: between(0, 180),
  /** The angle it is tied at so that it comes back to the one wanted, deg; missing where that would not be safe. */
  oversetDeg: between(0, 180).optional(),
  /** Upright shoots expected along its top, and the day by which they are rubbed off while soft; missing for a limb that is not laid flat. */
  uprights: whole(0, 99).optional(),
  rubBy: day().optional(),
  /** Height of its end over ground once it bears what it can, cm, where that is too low. */
  ladenCm: between(-300, 1500).optional(),
});
export type Held = Typed<typeof held>;

/** How far a bend is safe: step by step, with the chance of a crack. */
export type SafelyBent = Pick<Held, 'stages' | 'chance' | 'chanceFrom' | 'chanceTo' | 'lookOn'>;
