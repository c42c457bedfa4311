import type { Growing, GrowingSeason } from '../calendar/growing';
import { dayNumber, isoOf } from '../calendar/days';
import type { OnEarth } from '../calendar/seasons';
import type { KindFacts } from '../kinds/kind-facts';
import { midsummerIn, kindSeason, seasonPlace, type KindSeason, type SeasonPlace } from './stages';
import { NO_WEATHER } from './weather';

/** A season of a kind as plain data: its stages and chill, without its growth curve. */
export type KindStages = Omit<KindSeason, 'grown'>;

/** Seasons of a tree, by the year their growth begins. */
export type Seasons = (season: number) => KindStages;

const places = new Map<number, SeasonPlace>();
/** Latitudes are told apart by so much, deg. */
const STEP_DEG = 0.1;
const MOST_PLACES = 40;

/** A place of which nothing is known but how far north it lies; kept, for sums take long. */
export function normalPlace({ latitudeDeg }: OnEarth): SeasonPlace {
  const at = Math.round(latitudeDeg / STEP_DEG) * STEP_DEG;
  const found = places.get(at) ?? seasonPlace({ latitudeDeg: at }, NO_WEATHER);
  if (places.size >= MOST_PLACES) places.clear();
  places.set(at, found);
  return found;
}

const normals = new Map<string, KindStages>();
const MOST_NORMALS = 2000;

/** Seasons of a kind: those that are told, as weather and the grower's eyes have them; any other as in a normal year at its latitude. */
export function seasonsOf(
  { id }: Pick<KindFacts, 'id'>,
  site: OnEarth,
  told: readonly KindStages[] = [],
): Seasons {
  return (season) => {
    const known = told.find((one) => one.season === season);
    if (known) return known;
    const name = `${id} ${season} ${site.latitudeDeg.toFixed(1)}`;
    const found = normals.get(name) ?? kindSeason(normalPlace(site), id, season);
    if (normals.size >= MOST_NORMALS) normals.clear();
    normals.set(name, found);
    return found;
  };
}

/** Days before leaf fall by which wood no longer thickens; and after shoots stop, on what keeps its leaf. Working values. */
const THICKENS_TO = 30;
const EVERGREEN_ON = 20;

/** The growing seasons of a tree, of its stages. */
export function growingOf(seasons: Seasons, site: OnEarth): Growing {
  const known = new Map<number, GrowingSeason>();
  return (season) => {
    const found = known.get(season) ?? growingIn(seasons(season), site);
    known.set(season, found);
    return found;
  };
}

function growingIn({ season, stages }: KindStages, site: OnEarth): GrowingSeason {
  const opens = stages.break ?? stages.bloom;
  // A kind that never broke, for want of warmth, has no growth: the longest day stands for it.
  const middle = isoOf(midsummerIn(site, season));
  const from = opens?.on ?? middle;
  const shootsTo = stages['shoots-stop']?.on ?? middle;
  const falls = stages['leaf-fall'];
  const thick = falls ? dayNumber(falls.on) - THICKENS_TO : dayNumber(shootsTo) + EVERGREEN_ON;
  return { from, shootsTo, to: isoOf(Math.max(thick, dayNumber(shootsTo))), sureDays: opens?.sureDays ?? 0 };
}

/** Whether a tree is in leaf on a day: between the leaf of a season and its fall; an evergreen always is. */
export function inLeafOn(seasons: Seasons, kind: Pick<KindFacts, 'evergreen'>, isoDate: string): boolean {
  if (kind.evergreen.value) return true;
  const year = Number(isoDate.slice(0, 4));
  return [year - 1, year].some((season) => {
    const { break: opens, 'leaf-fall': falls } = seasons(season).stages;
    return opens !== undefined && falls !== undefined && opens.on <= isoDate && isoDate < falls.on;
  });
}
