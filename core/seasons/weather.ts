import { dayNumber, isoOf, type DayNumber } from '../calendar/days';

/** What a station or a grower's own table tells of a day. */
export interface WeatherDay {
  /** ISO date. */
  day: string;
  /** Least and greatest temperature, deg C. */
  minC: number;
  maxC: number;
  rainMm?: number;
  /** Depth of snow that lies, cm. */
  snowCm?: number;
  /** Highest gust, m/s. */
  gustMps?: number;
}

/** A day that is foretold: how unsure its temperatures are, deg C (a standard deviation), and how likely it rains, 0 to 1. */
export interface ForecastDay extends WeatherDay {
  sureC: number;
  rainChance?: number;
}

/** The weather of a place: what was measured, in order of days, and what is foretold from the day after. */
export interface Weather {
  days: readonly WeatherDay[];
  forecast: readonly ForecastDay[];
  /** ISO time it was fetched or read in at; what is foretold was foretold then. */
  fetchedAt?: string;
}

export const NO_WEATHER: Weather = { days: [], forecast: [] };

/** A day's temperatures, deg C, as they are reckoned with. */
export interface Extremes {
  minC: number;
  maxC: number;
  /** Where they come from. */
  from: 'measured' | 'foretold' | 'normal';
}

/** The temperatures of a day of the normal year, deg C. */
export type Normal = (day: DayNumber) => { minC: number; maxC: number };

/** Temperatures day by day: as measured, else as foretold, else as in a normal year. */
export type Temperatures = (day: DayNumber) => Extremes;

/** Temperatures of a place on any day. */
export function temperaturesOf({ days, forecast }: Weather, normal: Normal): Temperatures {
  const told = new Map<DayNumber, Extremes>();
  for (const { day, minC, maxC } of forecast) told.set(dayNumber(day), { minC, maxC, from: 'foretold' });
  for (const { day, minC, maxC } of days) told.set(dayNumber(day), { minC, maxC, from: 'measured' });
  return (day) => told.get(day) ?? { ...normal(day), from: 'normal' };
}

/** The days between the first and the last measured that nothing is known of, as ISO dates: they are taken as in a normal year. */
export function gapsIn({ days }: Weather): string[] {
  const known = new Set(days.map(({ day }) => dayNumber(day)));
  const [first, last] = [Math.min(...known), Math.max(...known)];
  const gaps: string[] = [];
  for (let day = first; day < last; day++) if (!known.has(day)) gaps.push(isoOf(day));
  return gaps;
}
