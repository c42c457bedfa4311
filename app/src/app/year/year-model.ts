import {
  dayNumber,
  daysAfter,
  isoOf,
  kindFacts,
  kindSeason,
  seasonOf,
  type Due,
  type KindId,
  type KindSeason,
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
  /** The chill it has had toward the coming season; of varieties that ask for other chill, each by itself. */
  chill: readonly YearChill[];
}

/** Chill had by today toward what is asked for, portions; whose, where varieties of a kind differ. */
export interface YearChill {
  variety: string | undefined;
  had: number;
  asked: number;
  isShort: boolean;
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
      const varieties = byNumber(of.map(({ record }) => record.variety));
      const seasons = seasonsAbout(place, kind, today, varieties[0]);
      const stages = seasons
        .flatMap((one) => Object.values(one.stages))
        .filter(({ on }) => on >= span.from && on <= span.to);
      return {
        ...{ kind, trees: of.length, bars, stages, done },
        lanes: Math.max(done.length > 0 ? 0 : 1, ...bars.map(({ lane }) => lane + 1)),
        doneLanes: Math.max(0, ...done.map(({ lane }) => lane + 1)),
        chill: chillsOf(place, kind, today, varieties),
      };
    });
    return [{ site, place, kinds }];
  });
}

/** Names, the one there is most of first. */
function byNumber(names: readonly string[]): string[] {
  const many = new Map<string, number>();
  for (const name of names) many.set(name, (many.get(name) ?? 0) + 1);
  return [...many].sort(([, a], [, b]) => b - a).map(([name]) => name);
}

/** The season of today, the one before and the next, of a kind or of a variety of it. */
function seasonsAbout(place: SeasonPlace, kind: KindId, today: string, variety?: string): KindSeason[] {
  const season = seasonOf(place.site, today);
  return [season - 1, season, season + 1].map((year) => kindSeason(place, kind, year, variety));
}

/** Chill had by today toward what is asked, by varieties that ask alike. */
function chillsOf(
  place: SeasonPlace,
  kind: KindId,
  today: string,
  varieties: readonly string[],
): YearChill[] {
  const found = new Map<number, YearChill>();
  for (const variety of varieties) {
    const seasons = seasonsAbout(place, kind, today, variety);
    const coming = seasons.find(({ stages: { break: opens } }) => opens && opens.on > today) ?? seasons[2];
    if (!coming || found.has(coming.chill.asked)) continue;
    const { first, chill } = place.sums(coming.season);
    const at = Math.max(0, Math.min(chill.portions.length - 1, dayNumber(today) - first));
    const had = Math.round(chill.portions[at] as number);
    const { asked } = coming.chill;
    found.set(asked, { variety, had, asked, isShort: coming.isShortOfChill });
  }
  const all = [...found.values()];
  return all.length === 1 ? all.map((one) => ({ ...one, variety: undefined })) : all;
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
