import { dayNumber, isoOf, type DayNumber } from '../../calendar/days';
import type { KindFacts } from '../../kinds/kind-facts';
import type { Answers } from '../../schools/questions';
import type { Site } from '../../sites/site';
import { because, day, type Reason } from '../../words/message';
import type { Ground } from '../../words/ground';
import type { Stage } from '../stage';
import { kindSeason, midsummerIn, midwinterIn, type KindSeason, type SeasonPlace } from '../stages';

/** Work that has its time in the year. */
export const WINDOW_ACTS = [
  'read',
  'prune',
  'bud-plan',
  'notch',
  'graft',
  'blossom-off',
  'disbud',
  'peg',
  'spread',
  'pinch',
  'tip',
  'fruit-off',
  'open',
  'shade',
  'summer-cut',
  'budding',
  'stake-off',
  'release',
] as const;
export type WindowAct = (typeof WINDOW_ACTS)[number];

/** A time of the year for an act: it opens with its cause, is best within, and is over. */
export interface Window {
  act: WindowAct;
  /** The season (year its growth begins) that it belongs to. */
  season: number;
  /** ISO dates: first and last day, and the best of them. */
  from: string;
  bestFrom: string;
  bestTo: string;
  to: string;
  /** How unsure these days are, days (a standard deviation). */
  sureDays: number;
  /** What opens it, and what if it is missed. */
  why: Reason;
  missed: Reason;
}

/** Why an act has no time here in a season. */
export interface NoWindow {
  act: WindowAct;
  season: number;
  not: Reason;
}

/** What windows of a tree are told from. */
export interface TreeYear {
  place: SeasonPlace;
  site: Pick<Site, 'latitudeDeg' | 'wetWinters' | 'hot' | 'lateFrost'>;
  kind: KindFacts;
  answers: Partial<Answers>;
  /** The season windows are told for, and the one before it. */
  season: KindSeason;
  before: KindSeason;
}

/** How windows of an act come about: one file for each. */
export type WindowWays = (year: TreeYear) => readonly Window[] | Reason;

/** The seasons of a tree at a place, for the windows of one season. */
export function treeYear(
  tree: Pick<TreeYear, 'place' | 'site' | 'kind' | 'answers'> & { variety?: string },
  season: number,
): TreeYear {
  const { place, kind, variety } = tree;
  return {
    ...tree,
    season: kindSeason(place, kind.id, season, variety),
    before: kindSeason(place, kind.id, season - 1, variety),
  };
}

/** The day of a stage; undefined where it does not come. */
export const stageDay = ({ stages }: KindSeason, stage: Stage): DayNumber | undefined => {
  const found = stages[stage];
  return found && dayNumber(found.on);
};

/** How unsure a stage is, days. */
export const stageSure = ({ stages }: KindSeason, stage: Stage): number => stages[stage]?.sureDays ?? 0;

interface Days {
  from: DayNumber;
  bestFrom: DayNumber;
  bestTo: DayNumber;
  to: DayNumber;
}

/**
 * A window of an act from days; none where it would close before it opens, and its best days never lie outside it.
 * @param on the stage whose day it hangs on, and how unsure that is
 */
export function windowOf(
  act: WindowAct,
  { season }: TreeYear,
  { from, bestFrom, bestTo, to }: Days,
  on: Stage,
  ...grounds: Ground[]
): Window[] {
  if (to < from) return [];
  const within = (value: DayNumber): string => isoOf(Math.max(from, Math.min(to, value)));
  const stage = season.stages[on];
  return [
    {
      ...{ act, season: season.season, from: isoOf(from), to: isoOf(to) },
      ...{ bestFrom: within(bestFrom), bestTo: within(Math.max(bestFrom, bestTo)) },
      sureDays: Math.round(stageSure(season, on)),
      why: because(
        `window.${act}.why`,
        stage ? { on: day(stage.on), n: Math.round(stage.sureDays) } : {},
        ...grounds,
      ),
      missed: because(`window.${act}.missed`),
    },
  ];
}

/** The longest day of a season. */
export const midsummer = ({ site, season }: TreeYear): DayNumber => midsummerIn(site, season.season);

/** The coldest day of the winter before a season's growth. */
export const midwinter = ({ site, season }: TreeYear): DayNumber => midwinterIn(site, season.season);
