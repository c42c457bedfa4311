import {
  dayNumber,
  daysAfter,
  isoOf,
  kindFacts,
  kindSeason,
  seasonOf,
  type Due,
  type KindId,
  type ReadBook,
  type SeasonPlace,
  type Site,
  type StageDay,
  type TreeState,
} from '../../../../core';
import { laned } from './lanes';
import { doneOf, type YearDone } from './year-done';

/** Days before and after today that a year is drawn for. */
export interface YearSpan {
  before: number;
  after: number;
}

/** The year to come, and the one gone by. */
export const YEAR_SPANS = { ahead: { before: 45, after: 300 }, back: { before: 345, after: 30 } } as const;
export type YearView = keyof typeof YEAR_SPANS;

/** The same work on all trees of a kind at a site, over days. */
export interface YearBar {
  key: string;
  what: Pick<Due, 'what' | 'thing'>;
  from: string;
  bestFrom: string;
  bestTo: string;
  to: string;
  /** The row within its kind, from 0. */
  lane: number;
  treeIds: readonly string[];
  /** One of what it stands for, with why and what if not. */
  due: Due;
}

/** A kind of fruit at a site: its work and its stages. */
export interface YearKind {
  kind: KindId;
  trees: number;
  bars: readonly YearBar[];
  lanes: number;
  /** What was done on its trees, and in how many rows it stands. */
  done: readonly YearDone[];
  doneLanes: number;
  stages: readonly StageDay[];
  /** The season whose chill it is having. */
  chill: { had: number; asked: number; isShort: boolean };
}

export interface YearSite {
  site: Site;
  place: SeasonPlace;
  kinds: readonly YearKind[];
}

/** A short bar is given so many days for its word, and for the thing it names. */
const WORD_DAYS = 28;
const THING_DAYS = 46;

/** The year of a yard: by site and kind what is due when, and its stages. */
export function yearOf(
  { sites, eventsOf }: Pick<ReadBook, 'sites' | 'eventsOf'>,
  trees: ReadonlyMap<string, TreeState>,
  all: readonly Due[],
  placeOf: (siteId: string) => SeasonPlace,
  { today, before, after }: YearSpan & { today: string },
): YearSite[] {
  const span = { from: daysAfter(today, -before), to: daysAfter(today, after) };
  return sites.flatMap((site) => {
    const here = [...trees.values()].filter((tree) => tree.site.id === site.id);
    if (here.length === 0) return [];
    const place = placeOf(site.id);
    const kinds = [...new Set(here.map(({ record }) => kindFacts(record.kind).id))].map((kind): YearKind => {
      const of = here.filter(({ record }) => kindFacts(record.kind).id === kind);
      const ids = new Set(of.map(({ record }) => record.id));
      const due = all.filter(({ treeId, from, to }) => ids.has(treeId) && to >= span.from && from <= span.to);
      const bars = laned(merged(due), spanOf);
      const done = doneOf(ids, eventsOf, span);
      const season = seasonOf(site, today);
      const seasons = [season - 1, season, season + 1].map((year) => kindSeason(place, kind, year));
      const stages = seasons
        .flatMap((one) => Object.values(one.stages))
        .filter(({ on }) => on >= span.from && on <= span.to);
      const coming =
        seasons.find(({ stages: { break: opens } }) => opens !== undefined && opens.on > today) ?? seasons[2];
      return {
        ...{ kind, trees: of.length, bars, stages, done },
        lanes: Math.max(done.length > 0 ? 0 : 1, ...bars.map(({ lane }) => lane + 1)),
        doneLanes: Math.max(0, ...done.map(({ lane }) => lane + 1)),
        chill: chillOf(
          place,
          coming?.season ?? season,
          coming?.chill.asked ?? 0,
          today,
          coming?.isShortOfChill ?? false,
        ),
      };
    });
    return [{ site, place, kinds }];
  });
}

/** Chill had by today toward what is asked. */
function chillOf(
  place: SeasonPlace,
  season: number,
  asked: number,
  today: string,
  isShort: boolean,
): YearKind['chill'] {
  const sums = place.sums(season);
  const at = Math.max(0, Math.min(sums.chill.portions.length - 1, dayNumber(today) - sums.first));
  return { had: Math.round(sums.chill.portions[at] as number), asked, isShort };
}

/** The same work on several trees as one bar. */
function merged(due: readonly Due[]): Omit<YearBar, 'lane'>[] {
  const bars = new Map<string, Omit<YearBar, 'lane'>>();
  for (const one of due) {
    const { what, thing, from, bestFrom, bestTo, to, treeId } = one;
    const key = `${what} ${thing ?? ''} ${one.id.split('.').at(-1)?.length === 4 ? one.id.slice(-4) : bestFrom.slice(0, 7)}`;
    const bar = bars.get(key);
    if (!bar) {
      bars.set(key, { key, what: one, from, bestFrom, bestTo, to, treeIds: [treeId], due: one });
      continue;
    }
    bars.set(key, {
      ...bar,
      ...{ from: least(bar.from, from), to: most(bar.to, to) },
      ...{ bestFrom: least(bar.bestFrom, bestFrom), bestTo: most(bar.bestTo, bestTo) },
      treeIds: [...new Set([...bar.treeIds, treeId])],
    });
  }
  return [...bars.values()].sort((a, b) => (a.from < b.from ? -1 : 1));
}

const least = (a: string, b: string): string => (a < b ? a : b);
const most = (a: string, b: string): string => (a > b ? a : b);

/** The days a bar takes in its lane, with its word. */
const spanOf = ({ what, from, to }: Omit<YearBar, 'lane'>): [number, number] => [
  dayNumber(from),
  Math.max(dayNumber(to), dayNumber(from) + (what.thing ? THING_DAYS : WORD_DAYS)),
];

/** How many things there are on trees in each week, from the Monday before the first day on: to do, each in the week of its best day, or done. */
export function crowdOf(
  all: readonly Pick<Due, 'on'>[],
  { today, before, after }: YearSpan & { today: string },
): { from: string; n: number }[] {
  const first = dayNumber(today) - before;
  const monday = first - ((first + 3) % 7);
  const weeks = Math.ceil((after + before) / 7) + 1;
  const n = Array.from({ length: weeks }, () => 0);
  for (const { on } of all) {
    const week = Math.floor((dayNumber(on) - monday) / 7);
    if (week >= 0 && week < weeks) n[week] = (n[week] as number) + 1;
  }
  return n.map((many, i) => ({ from: isoOf(monday + 7 * i), n: many }));
}
