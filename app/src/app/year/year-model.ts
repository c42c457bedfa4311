import {
  dayNumber,
  daysAfter,
  isoOf,
  kindFacts,
  kindSeason,
  seasonOf,
  type Due,
  type KindId,
  type SeasonPlace,
  type Site,
  type StageDay,
  type TreeState,
} from '../../../../core';

/** Days before and after today that the year is drawn for. */
export const BEFORE_DAYS = 45;
export const AFTER_DAYS = 300;

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
  stages: readonly StageDay[];
  /** The season whose chill it is having. */
  chill: { had: number; asked: number; isShort: boolean };
}

export interface YearSite {
  site: Site;
  place: SeasonPlace;
  kinds: readonly YearKind[];
}

/** Bars beside each other in a lane keep so many days apart, and a short one is given so many for its word, and for the thing it names. */
const APART_DAYS = 4;
const WORD_DAYS = 28;
const THING_DAYS = 46;

/** The year of a yard: by site and kind what is due when, and its stages. */
export function yearOf(
  sites: readonly Site[],
  trees: ReadonlyMap<string, TreeState>,
  all: readonly Due[],
  placeOf: (siteId: string) => SeasonPlace,
  today: string,
): YearSite[] {
  const span = { from: daysAfter(today, -BEFORE_DAYS), to: daysAfter(today, AFTER_DAYS) };
  return sites.flatMap((site) => {
    const here = [...trees.values()].filter((tree) => tree.site.id === site.id);
    if (here.length === 0) return [];
    const place = placeOf(site.id);
    const kinds = [...new Set(here.map(({ record }) => kindFacts(record.kind).id))].map((kind): YearKind => {
      const of = here.filter(({ record }) => kindFacts(record.kind).id === kind);
      const ids = new Set(of.map(({ record }) => record.id));
      const due = all.filter(({ treeId, from, to }) => ids.has(treeId) && to >= span.from && from <= span.to);
      const bars = laned(merged(due));
      const season = seasonOf(site, today);
      const seasons = [season, season + 1].map((year) => kindSeason(place, kind, year));
      const stages = seasons
        .flatMap((one) => Object.values(one.stages))
        .filter(({ on }) => on >= span.from && on <= span.to);
      const coming =
        seasons.find(({ stages: { break: opens } }) => opens !== undefined && opens.on > today) ?? seasons[1];
      return {
        ...{ kind, trees: of.length, bars, stages },
        lanes: Math.max(1, ...bars.map(({ lane }) => lane + 1)),
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

/** Each bar in the first lane that is free where it begins. */
function laned(bars: readonly Omit<YearBar, 'lane'>[]): YearBar[] {
  const free: number[] = [];
  return bars.map((bar) => {
    const begins = dayNumber(bar.from);
    const found = free.findIndex((until) => until + APART_DAYS <= begins);
    const lane = found < 0 ? free.length : found;
    free[lane] = Math.max(dayNumber(bar.to), begins + (bar.what.thing ? THING_DAYS : WORD_DAYS));
    return { ...bar, lane };
  });
}

/** How many things there are to do on trees in each week, from the Monday before a day on: each in the week of its best day. */
export function crowdOf(all: readonly Due[], today: string): { from: string; n: number }[] {
  const first = dayNumber(today) - BEFORE_DAYS;
  const monday = first - ((first + 3) % 7);
  const weeks = Math.ceil((AFTER_DAYS + BEFORE_DAYS) / 7) + 1;
  const n = Array.from({ length: weeks }, () => 0);
  for (const { on } of all) {
    const week = Math.floor((dayNumber(on) - monday) / 7);
    if (week >= 0 && week < weeks) n[week] = (n[week] as number) + 1;
  }
  return n.map((many, i) => ({ from: isoOf(monday + 7 * i), n: many }));
}
