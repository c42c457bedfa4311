import { dayNumber, isoOf } from '../calendar/days';
import { chanceAbove } from '../readings/normal';
import type { KindSeason } from '../seasons/stages';

/** A shoot's length as it was read on a day: cm, and how far a second reading would differ, cm. */
export interface LengthRead {
  /** ISO date. */
  on: string;
  cm: number;
  sureCm?: number;
}

/** How far two readings of one shoot with a tape differ, cm. Working value. */
export const TAPE_CM = 1;

/** How fast a shoot grows, cm a day, how unsure that is (a standard deviation), and the days it was read between. */
export interface GrowthRate {
  cmPerDay: number;
  sureCmPerDay: number;
  from: string;
  to: string;
  /** Length at the last reading, cm. */
  cm: number;
}

/**
 * The rate of a shoot from two readings or more, by least squares weighted with how sure each is; undefined for fewer, or for
 * readings of one day. Errors of slope as for a weighted line (e.g. Bevington, Data Reduction, ch. 6).
 */
export function growthRate(readings: readonly LengthRead[]): GrowthRate | undefined {
  const all = [...readings].sort((a, b) => (a.on < b.on ? -1 : 1));
  const [first, last] = [all[0], all.at(-1)];
  if (!first || !last || first.on === last.on) return undefined;
  const points = all.map(({ on, cm, sureCm = TAPE_CM }) => ({ x: dayNumber(on), y: cm, w: 1 / sureCm ** 2 }));
  const sum = (of: (point: (typeof points)[number]) => number): number =>
    points.reduce((total, point) => total + point.w * of(point), 0);
  const w = sum(() => 1);
  const [meanX, meanY] = [sum(({ x }) => x) / w, sum(({ y }) => y) / w];
  const spread = sum(({ x }) => (x - meanX) ** 2);
  const slope = sum(({ x, y }) => (x - meanX) * (y - meanY)) / spread;
  return { cmPerDay: slope, sureCmPerDay: 1 / Math.sqrt(spread), from: first.on, to: last.on, cm: last.cm };
}

/** Whether a length is reached before growth ends, after how many days, and how likely that is, 0 to 1. */
export interface Reach {
  reaches: boolean;
  inDays: number;
  chance: number;
}

/** As growers sum by hand: from here to there at a steady rate, in the days that are left. */
export interface ReachSum {
  fromCm: number;
  targetCm: number;
  cmPerDay: number;
  /** How unsure the rate is, cm a day, and the end of growth, days; 0 where not said. */
  sureCmPerDay?: number;
  daysLeft: number;
  sureDays?: number;
}

export function reachAtRate({
  fromCm,
  targetCm,
  cmPerDay,
  sureCmPerDay = 0,
  daysLeft,
  sureDays = 0,
}: ReachSum): Reach {
  const needs = targetCm - fromCm;
  if (needs <= 0) return { reaches: true, inDays: 0, chance: 1 };
  if (cmPerDay <= 0) return { reaches: false, inDays: Infinity, chance: 0 };
  const inDays = needs / cmPerDay;
  // Growth left to make is rate times days: the errors of both add as shares.
  const makes = cmPerDay * Math.max(0, daysLeft);
  const sure = Math.hypot(sureCmPerDay * Math.max(0, daysLeft), cmPerDay * sureDays);
  return { reaches: makes >= needs, inDays, chance: chanceAbove(makes - needs, sure) };
}

/**
 * When a shoot comes to a length by the season's growth curve, scaled to how it grew between its readings: it slows as the season
 * ends. Undefined where the season has no curve between the readings.
 */
export function reachBySeason(
  season: KindSeason,
  readings: readonly LengthRead[],
  targetCm: number,
): (Reach & { on?: string }) | undefined {
  const rate = growthRate(readings);
  const stops = season.stages['shoots-stop'];
  if (!rate || !stops) return undefined;
  const [from, to] = [dayNumber(rate.from), dayNumber(rate.to)];
  const part = season.grown(to) - season.grown(from);
  if (part <= 0) return undefined;
  const whole = (rate.cmPerDay * (to - from)) / part;
  const end = dayNumber(stops.on);
  const makes = whole * (1 - season.grown(to));
  const needs = targetCm - rate.cm;
  // The rate's own doubt; and a season that ends sooner or later by its doubt, at the mean rate that is left.
  const left = Math.max(1, end - to);
  const sure = Math.hypot(
    (rate.sureCmPerDay / Math.max(0.01, rate.cmPerDay)) * makes,
    (makes / left) * stops.sureDays,
  );
  const chance = needs <= 0 ? 1 : chanceAbove(makes - needs, sure);
  for (let day = to; day <= end; day++) {
    if (rate.cm + whole * (season.grown(day) - season.grown(to)) >= targetCm)
      return { reaches: true, inDays: day - to, chance, on: isoOf(day) };
  }
  return { reaches: false, inDays: Infinity, chance };
}
