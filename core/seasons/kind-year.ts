import type { KindId, Sourced } from '../kinds/kind-facts';
import type { HeatStage } from './stage';

/** What a kind asks of the weather before it grows and blooms. */
export interface KindYear {
  /** Chill it asks for, portions of the dynamic model; 0 for what does not rest. */
  chill: Sourced<number>;
  /** Least heat, growing-degree hours, until each stage once it has had far more chill than it asks for; missing where the stage is not seen. */
  heat: Sourced<Readonly<Partial<Record<HeatStage, number>>>>;
  /** How long shoots of a young tree go on growing against a middling kind, days. */
  growsLongerDays: Sourced<number>;
}

/** Heat from full bloom until petals fall, and until it shows which fruit stay. Working values: some ten days each in a mild spring. */
const PETALS_FALL = 2200;
const FRUIT_SETS = 4400;
/** Share of the heat at bloom at which the first colour shows. Working value. */
const PINK_AT = 0.88;

interface Row {
  chill: number;
  /** Heat at full bloom, and at swelling and leaf as shares of it. */
  bloom: number;
  swells: number;
  breaks: number;
  longer?: number;
}

const year = (chill: number, heat: Partial<Record<HeatStage, number>>, longer = 0): KindYear => ({
  chill: { value: chill, source: 'textbook' },
  heat: { value: heat, source: 'working value' },
  growsLongerDays: { value: longer, source: 'working value' },
});

const blooming = ({ chill, bloom, swells, breaks, longer }: Row): KindYear =>
  year(
    chill,
    {
      ...{ swell: swells * bloom, break: breaks * bloom, pink: PINK_AT * bloom, bloom },
      ...{ 'petal-fall': bloom + PETALS_FALL, 'fruit-set': bloom + FRUIT_SETS },
    },
    longer,
  );

/** What leafs first, and blooms far later on its new shoots, or shows no bloom worth a day. */
const leafing = (chill: number, leaf: number, swells: number, bloom?: number, longer = 0): KindYear =>
  year(
    chill,
    {
      ...{ swell: swells * leaf, break: leaf },
      ...(bloom !== undefined && {
        ...{ bloom, 'petal-fall': bloom + PETALS_FALL, 'fruit-set': bloom + FRUIT_SETS },
      }),
    },
    longer,
  );

const PEACH = blooming({ chill: 45, bloom: 3150, swells: 0.5, breaks: 1.15, longer: 10 });

/**
 * Every kind's year. Chill lies within the ranges published for its varieties in portions (reviews of chilling requirement:
 * almond 8-35, apricot 37-65, peach 25-65, plums 30-65, cherry 30-75, apple 50-80, pear 45-70, walnut 40-70, pistachio 50-65);
 * heat was set so that a normal year at 36 and 48 degrees blooms, or leafs, when these kinds are known to there, to a week.
 */
export const KIND_YEARS: Readonly<Record<KindId, KindYear>> = {
  almond: blooming({ chill: 23, bloom: 2350, swells: 0.55, breaks: 1.15, longer: 10 }),
  apricot: blooming({ chill: 45, bloom: 2950, swells: 0.6, breaks: 1.3, longer: 5 }),
  'japanese-plum': blooming({ chill: 40, bloom: 3100, swells: 0.55, breaks: 1.1, longer: 10 }),
  peach: PEACH,
  nectarine: PEACH,
  hazel: leafing(60, 2150, 0.6),
  'sweet-cherry': blooming({ chill: 55, bloom: 4100, swells: 0.5, breaks: 0.9, longer: -5 }),
  'sour-cherry': blooming({ chill: 65, bloom: 4450, swells: 0.5, breaks: 0.95, longer: -10 }),
  'european-plum': blooming({ chill: 60, bloom: 3600, swells: 0.5, breaks: 0.9 }),
  'asian-pear': blooming({ chill: 50, bloom: 4300, swells: 0.5, breaks: 0.85 }),
  'european-pear': blooming({ chill: 55, bloom: 4300, swells: 0.45, breaks: 0.7 }),
  quince: blooming({ chill: 40, bloom: 7500, swells: 0.3, breaks: 0.45, longer: -5 }),
  apple: blooming({ chill: 60, bloom: 5700, swells: 0.42, breaks: 0.58 }),
  pomegranate: leafing(15, 5850, 0.8, 16_500, 10),
  pistachio: leafing(55, 6700, 0.65, 6300, -5),
  fig: leafing(10, 5850, 0.8, undefined, 20),
  persimmon: leafing(30, 5850, 0.75, 13_000),
  walnut: leafing(55, 6700, 0.8, 7500),
  pecan: leafing(35, 8350, 0.8, 11_000),
  citrus: leafing(0, 5200, 0.7, 8200, 40),
};
