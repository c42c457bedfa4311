import { seasonOf, type OnEarth } from './seasons';

/** A season's growth at a place, until it is computed from weather: ISO dates, and how unsure each is, days (a standard deviation). */
export interface GrowingSeason {
  /** Buds open and wood begins to be supple. */
  from: string;
  /** Shoots stop growing in length. */
  shootsTo: string;
  /** Wood stops thickening and setting. */
  to: string;
  sureDays: number;
}

const DAY_MS = 86_400_000;
const WEEK_MS = 7 * DAY_MS;
/** Days of the year, north, at latitude 35 and how much later, or sooner, each is by a degree toward the pole. Working values from common frost and leaf-fall tables. */
const OPENS = { at35: 75, byDeg: 2.3 };
const SHOOTS_STOP = { at35: 240, byDeg: -1.6 };
const STOPS = { at35: 300, byDeg: -2.2 };
/** How unsure a day is from latitude alone. */
const SURE_DAYS = 14;
/** Half a year, days: the seasons of the south against those of the north. */
const HALF_YEAR = 182;

const onDay = (year: number, day: number): string =>
  new Date(Date.UTC(year, 0, 1) + (Math.round(day) - 1) * DAY_MS).toISOString().slice(0, 10);

/** The growing season whose growth began in a year, at a place; between the tropics as at 24 degrees. */
export function growingSeason({ latitudeDeg }: OnEarth, season: number): GrowingSeason {
  const name = `${latitudeDeg} ${season}`;
  const found = known.get(name) ?? seasonAt(latitudeDeg, season);
  if (known.size >= MOST_KNOWN) known.clear();
  known.set(name, found);
  return found;
}

/** Seasons found last: every bend asks for a handful of them. */
const known = new Map<string, GrowingSeason>();
const MOST_KNOWN = 500;

function seasonAt(latitudeDeg: number, season: number): GrowingSeason {
  const off = Math.max(24, Math.min(66, Math.abs(latitudeDeg))) - 35;
  const south = latitudeDeg < 0 ? HALF_YEAR : 0;
  const day = ({ at35, byDeg }: { at35: number; byDeg: number }): string =>
    onDay(season, at35 + byDeg * off + south);
  return { from: day(OPENS), shootsTo: day(SHOOTS_STOP), to: day(STOPS), sureDays: SURE_DAYS };
}

const time = (isoDate: string): number => Date.parse(`${isoDate}T00:00:00Z`);

/** Weeks of growth at a place between two dates, 0 or more. */
export function growingWeeks(site: OnEarth, from: string, to: string): number {
  let weeks = 0;
  for (let season = seasonOf(site, from) - 1; season <= seasonOf(site, to) + 1; season++) {
    const grows = growingSeason(site, season);
    const [start, end] = [Math.max(time(from), time(grows.from)), Math.min(time(to), time(grows.to))];
    weeks += Math.max(0, end - start) / WEEK_MS;
  }
  return weeks;
}

/** The day by which so many weeks of growth have passed since a date, as an ISO date. */
export function afterGrowing(site: OnEarth, from: string, weeks: number): string {
  let left = weeks;
  for (let season = seasonOf(site, from) - 1; ; season++) {
    const grows = growingSeason(site, season);
    const start = Math.max(time(from), time(grows.from));
    const has = Math.max(0, time(grows.to) - start) / WEEK_MS;
    if (has > 0 && left <= has) return new Date(start + left * WEEK_MS).toISOString().slice(0, 10);
    left -= has;
  }
}
