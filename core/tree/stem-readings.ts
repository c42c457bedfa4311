import { boolean } from 'yup';
import {
  between,
  day,
  id,
  kinds,
  listOf,
  maybe,
  oneOf,
  record,
  shape,
  text,
  whole,
  type Typed,
} from '../fields/fields';
import { refused } from '../fields/refusal';
import { HOW_READ, readingIn } from '../readings/reading';
import { budsSeen } from './buds-seen';
import { MEANS } from './means';
import { WOOD_STATES } from './wood-states';

export type StemId = string;

/** What a stem rises from. Bushes have several stems from the ground; suckers come from rootstock or ground. */
export const parent = kinds({
  ground: shape({ kind: oneOf(['ground']), eastCm: between(-500, 500), northCm: between(-500, 500) }),
  rootstock: shape({ kind: oneOf(['rootstock']) }),
  stem: shape({ kind: oneOf(['stem']), stemId: id() }),
});
export type Parent = Typed<typeof parent>;

/** What the grower saw of the wood's health. */
export const CONDITIONS = [
  'sound',
  'dead',
  'dieback',
  'cankered',
  'blighted',
  'broken',
  'damaged',
  'rubbed',
] as const;
export type Condition = (typeof CONDITIONS)[number];

/** The bud a stem ends in, as seen in winter: a fat flower bud ends its extension. */
export const END_BUDS = ['leaf', 'flower'] as const;
export type EndBud = (typeof END_BUDS)[number];
/** What a stem carries of its crop. */
export const CROPS = ['none', 'blossom', 'fruit'] as const;
export type Crop = (typeof CROPS)[number];

/** What a temporary limb is kept for. */
export const KEPT_FOR = ['fruit', 'leaf', 'shade', 'insurance', 'doubt'] as const;
export type KeptFor = (typeof KEPT_FOR)[number];

/** A limb spared at an earlier visit: until which day, and what for. */
export const spared = shape({ until: day(), keptFor: oneOf(KEPT_FOR) });
export type Spared = Typed<typeof spared>;

/** What a grower fixes to a limb or, a stake, to the stem; a prop stands under it, a wrap binds a crack. */
export const FIXINGS = ['tie', 'spreader', 'weight', 'label', 'prop', 'wrap', 'stake'] as const;
export type FixingKind = (typeof FIXINGS)[number];

/** Most things fixed to one limb; longest word on what it is made fast to. */
const MOST_FIXINGS = 40;
const MOST_TO = 80;

/** Something fixed to a limb: what, where along it, cm, what it is made fast to, since when, and by which act of a plan. */
export const fixing = shape({
  what: oneOf(FIXINGS),
  atCm: between(0, 1500).optional(),
  to: text(MOST_TO).optional(),
  since: day().optional(),
  by: text(110).optional(),
  means: oneOf(MEANS).optional(),
  /** Inner width of its loop, mm; its cord, stick or stake, cm. */
  loopMm: between(0, 700).optional(),
  lengthCm: between(0, 3000).optional(),
  /** The limb its cord is made fast to, and how far along that, cm. */
  onStem: id().optional(),
  onCm: between(0, 1500).optional(),
  /** Bearing of a stake as seen from the stem, deg. */
  sideDeg: between(0, 360).optional(),
  /** The day it was looked at last, and the day it comes off; a stake with none stays for good. */
  lookedOn: day().optional(),
  offBy: day().optional(),
  /** What the bend it holds asks of the wood: strain, percent, in wood of an age; and the angles it was tied from and at, deg from upright. */
  strainPercent: between(0, 100).optional(),
  wood: oneOf(WOOD_STATES).optional(),
  fromDeg: between(0, 180).optional(),
  toDeg: between(0, 180).optional(),
});
export type Fixing = Typed<typeof fixing>;

/** Most letters on a tag; most side shoots counted on one limb; most stems of one tree. */
export const MOST_TAG = 12;
export const MOST_SIDE_SHOOTS = 999;
export const MOST_STEMS = 500;

/**
 * Readings of one stem as a visit records them; anything may be missing.
 * Lengths cm, diameters mm, angles deg from upright, bearings deg clockwise from north.
 */
export const stemReadings = shape({
  ...readingsGot(HOW_READ),
  /** What is fixed to it, to be moved before it is cut. */
  fixings: maybe(listOf(fixing, MOST_FIXINGS)),
  /** How far out its living wood goes, cm from its join: beyond, it has died back or was broken off. */
  soundTo: readingIn(0, 1500, HOW_READ),
  /** How far out it has turned from its departure to its run, cm, where it was bent so. */
  turn: readingIn(0, 1500, HOW_READ),
  /** Bearing of its end, where that has swerved from the run. */
  endBearing: readingIn(0, 360, HOW_READ),
  /** Whether a crack in it was bound up and has grown together. */
  mended: boolean().strict().optional(),
  /** Whether it is run up whole on purpose, to take a graft or as one. */
  runUp: boolean().strict().optional(),
  /** Fruiting spurs counted on it: short wood that flowers, no side shoots. */
  spurs: whole(0, MOST_SIDE_SHOOTS).optional(),
  spared: maybe(spared),
});
export type StemReadings = Typed<typeof stemReadings>;

/** The fields of a stem's readings but for what is fixed to it, got in one of some ways. */
export function readingsGot<H extends string>(ways: readonly H[]) {
  const within = (min: number, max: number) => readingIn(min, max, ways);
  return {
    tag: text(MOST_TAG).optional(),
    parent: maybe(parent),
    /** On the trunk a height above ground; on any other stem a distance along it. */
    origin: within(0, 1500),
    bearing: within(0, 360),
    /** The departure: the angle at which it leaves its parent. */
    angle: within(0, 180),
    /** The run's bearing and angle, when they differ from the departure. */
    runBearing: within(0, 360),
    set: within(0, 180),
    /** The angle of the outer end, when the limb arches. */
    tipAngle: within(0, 180),
    length: within(0, 1500),
    /** Limbs 2 cm outside the collar; trunk 10 cm above the union. */
    diameter: within(0.5, 600),
    /** Thickness at the cut end of a headed stem. */
    endDiameter: within(0.5, 600),
    /** New length by the season (year) it grew, cm. */
    growthCm: maybe(
      record(
        between(0, 1500),
        (season) => /^\d{4}$/.test(season),
        60,
        refused('refused.seasons'),
        '^\\d{4}$',
      ),
    ),
    condition: oneOf(CONDITIONS).optional(),
    barkTrapped: boolean().strict().optional(),
    /** The end was cut, so the wood stops thick. */
    headed: boolean().strict().optional(),
    continues: id().optional(),
    variety: text(120).optional(),
    endBud: oneOf(END_BUDS).optional(),
    bears: oneOf(CROPS).optional(),
    /** Side shoots counted on it, besides those that are stems of their own in the book. */
    sideShoots: whole(0, MOST_SIDE_SHOOTS).optional(),
    /** Buds whose facing was seen, and how far apart buds stand. */
    budsSeen: maybe(budsSeen),
  };
}
