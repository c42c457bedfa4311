import { dayNumber, isoOf } from './days';

/** A season's growth at a place: ISO dates, and how unsure each is, days (a standard deviation). */
export interface GrowingSeason {
  /** Buds open and wood begins to be supple. */
  from: string;
  /** Shoots stop growing in length. */
  shootsTo: string;
  /** Wood stops thickening and setting. */
  to: string;
  sureDays: number;
}

/** The growing season whose growth begins in a year. */
export type Growing = (season: number) => GrowingSeason;

const WEEK_DAYS = 7;

const yearIn = (isoDate: string): number => Number(isoDate.slice(0, 4));

/** Weeks of growth between two dates, 0 or more. */
export function growingWeeks(grows: Growing, from: string, to: string): number {
  let weeks = 0;
  for (let season = yearIn(from) - 1; season <= yearIn(to) + 1; season++) {
    const { from: opens, to: closes } = grows(season);
    const start = Math.max(dayNumber(from), dayNumber(opens));
    const end = Math.min(dayNumber(to), dayNumber(closes));
    weeks += Math.max(0, end - start) / WEEK_DAYS;
  }
  return weeks;
}

/** The day by which so many weeks of growth have passed since a date, as an ISO date. */
export function afterGrowing(grows: Growing, from: string, weeks: number): string {
  let left = weeks;
  for (let season = yearIn(from) - 1; ; season++) {
    const { from: opens, to } = grows(season);
    const start = Math.max(dayNumber(from), dayNumber(opens));
    const has = Math.max(0, dayNumber(to) - start) / WEEK_DAYS;
    if (has > 0 && left <= has) return isoOf(start + left * WEEK_DAYS);
    left -= has;
  }
}
