import { dayNumber, dayOfYear, isoOf, type DayNumber } from '../calendar/days';
import { normalBelow } from '../readings/normal';
import type { Climate } from '../seasons/climate';
import { smoothMean } from '../seasons/climate';
import type { ForecastDay, Weather, WeatherDay } from '../seasons/weather';
import { chanceAt, normalAt, waveAt } from './chance';

/**
 * A made-up weather station: a stand-in for a real one, that ships with the program. Its weather follows from its numbers alone, so
 * that it is the same each time it is asked for.
 */
export interface Station {
  id: string;
  name: string;
  latitudeDeg: number;
  climate: Climate;
  /** Share of days with rain in the wettest and driest part of the year, and the day of the year that is wettest. */
  rain: { mostShare: number; leastShare: number; wettestDay: number };
  /** How much its temperature goes up and down from week to week, deg C (a standard deviation). */
  unsteadyC: number;
  seed: number;
}

const climate = (meanC: number, halfSwingC: number, dailySwingC: number, coldestDay: number): Climate => ({
  ...{ meanC, halfSwingC, dailySwingC, coldestDay, isGuessed: false },
});

/** Made-up places in both hemispheres: mild and damp, cold winters, a hot valley, warm winters with little chill, and two in the south. */
export const STATIONS: readonly Station[] = [
  {
    ...{ id: 'osier-weir', name: 'Osier Weir', latitudeDeg: 51.3, seed: 11, unsteadyC: 2.5 },
    climate: climate(10, 7.2, 7.5, 20),
    rain: { mostShare: 0.55, leastShare: 0.38, wettestDay: 335 },
  },
  {
    ...{ id: 'kestrel-saddle', name: 'Kestrel Saddle', latitudeDeg: 47.8, seed: 23, unsteadyC: 4 },
    climate: climate(8.8, 10.8, 10.5, 16),
    rain: { mostShare: 0.45, leastShare: 0.28, wettestDay: 170 },
  },
  {
    ...{ id: 'dry-ford', name: 'Dry Ford', latitudeDeg: 36.4, seed: 37, unsteadyC: 2.8 },
    climate: climate(17, 9.6, 14.5, 8),
    rain: { mostShare: 0.27, leastShare: 0.01, wettestDay: 20 },
  },
  {
    ...{ id: 'cane-landing', name: 'Cane Landing', latitudeDeg: 30.2, seed: 41, unsteadyC: 3.6 },
    climate: climate(19.6, 8, 11.5, 15),
    rain: { mostShare: 0.36, leastShare: 0.24, wettestDay: 200 },
  },
  {
    ...{ id: 'ironbark-flat', name: 'Ironbark Flat', latitudeDeg: -34.1, seed: 53, unsteadyC: 3 },
    climate: climate(16.6, 7.6, 13.5, 196),
    rain: { mostShare: 0.28, leastShare: 0.12, wettestDay: 190 },
  },
  {
    ...{ id: 'tussock-bay', name: 'Tussock Bay', latitudeDeg: -41.2, seed: 67, unsteadyC: 2.8 },
    climate: climate(12.6, 5.6, 9, 198),
    rain: { mostShare: 0.42, leastShare: 0.28, wettestDay: 200 },
  },
];

/** Years a station has measured, and days it foretells. */
export const YEARS_BACK = 6;
export const DAYS_AHEAD = 10;

/** The station of a name; undefined for none. */
export const stationOf = (id: string): Station | undefined => STATIONS.find((one) => one.id === id);

/** The station nearest to a latitude, in its own hemisphere. */
export function stationNear(latitudeDeg: number): Station {
  const same = STATIONS.filter((one) => one.latitudeDeg < 0 === latitudeDeg < 0);
  return same.reduce((best, one) =>
    Math.abs(one.latitudeDeg - latitudeDeg) < Math.abs(best.latitudeDeg - latitudeDeg) ? one : best,
  );
}

/** What a station tells on a day: the years behind it measured, that day included, and the days ahead foretold. */
export function tellsOn(station: Station, today: string): Weather {
  const now = dayNumber(today);
  const first = dayNumber(`${Number(today.slice(0, 4)) - YEARS_BACK}${today.slice(4, 8)}01`);
  const days = Array.from({ length: now - first + 1 }, (_, i) => weatherOn(station, first + i));
  return { days, forecast: forecastOn(station, today), fetchedAt: `${today}T06:00:00Z` };
}

/** What a station foretells on a day for the days after it. */
export const forecastOn = (station: Station, today: string): ForecastDay[] =>
  Array.from({ length: DAYS_AHEAD }, (_, i) => foretold(station, dayNumber(today), i + 1));

/** What the weather of a day is at a station. */
export function weatherOn(station: Station, day: DayNumber): WeatherDay {
  const { climate, seed } = station;
  const mean = meanC(station, day);
  const rain = rainMm(station, day);
  const isWet = rain > 0;
  const swing = climate.dailySwingC * (isWet ? 0.6 : 1.1) * (1 + 0.2 * normalAt(seed + 3, day));
  const half = Math.max(1, swing) / 2;
  const minC = round(mean - half);
  const snow = snowCm(station, day);
  return {
    ...{ day: isoOf(day), minC, maxC: round(mean + half), rainMm: rain },
    ...(snow > 0 && { snowCm: snow }),
    gustMps: round(6 + 4 * Math.abs(normalAt(seed + 4, day)) + (isWet ? 3 : 0)),
  };
}

/** The mean of a day, deg C: its normal one, spells of a week and of days, the year's own warmth, and what befalls. */
function meanC(station: Station, day: DayNumber): number {
  const { climate, unsteadyC, seed } = station;
  const spells = 0.7 * waveAt(seed, day, 7) + 0.45 * waveAt(seed + 1, day, 2.5);
  return (
    smoothMean(climate, day) + unsteadyC * spells + 0.4 * waveAt(seed + 2, day, 400) + eventC(station, day)
  );
}

/** How far from spring, as a share of the year, by hemisphere: days since the first of March, or of September in the south. */
const sinceSpring = ({ latitudeDeg }: Station, day: DayNumber): { year: number; days: number } => {
  const year = Number(isoOf(day).slice(0, 4));
  const spring = (of: number): DayNumber => dayNumber(`${of}-${latitudeDeg < 0 ? '09' : '03'}-01`);
  const of = day >= spring(year) ? year : year - 1;
  return { year: of, days: day - spring(of) };
};

/** Every sixth winter is warm; every third spring has a cold snap when blossom is out, and every fourth a wet spell. */
const WARM_WINTER_C = 2.4;
const SNAP_C = -7.5;

/** Days after the first of spring on which early blossom is out: later the further from the equator. */
const bloomOn = ({ latitudeDeg }: Station): number => 15 + 2.2 * (Math.abs(latitudeDeg) - 30);

function eventC(station: Station, day: DayNumber): number {
  const { year, days } = sinceSpring(station, day);
  // The winter that ends in the next spring.
  const isWarmWinter = (year + 1 + station.seed) % 6 === 0 && days > 240;
  const isSnap = (year + station.seed) % 3 === 0 && Math.abs(days - bloomOn(station)) <= 1.5;
  return (isWarmWinter ? WARM_WINTER_C : 0) + (isSnap ? SNAP_C : 0);
}

function rainMm(station: Station, day: DayNumber): number {
  const { mostShare, leastShare, wettestDay } = station.rain;
  const { year, days } = sinceSpring(station, day);
  const turn = (2 * Math.PI * (dayOfYear(day) - wettestDay)) / 365.25;
  const isSpell = (year + station.seed) % 4 === 1 && Math.abs(days - bloomOn(station)) <= 12;
  const rains = isSpell ? 0.85 : leastShare + ((mostShare - leastShare) * (1 + Math.cos(turn))) / 2;
  // Wet days come together: the chance of a day is drawn with that of the days beside it.
  const drawn = normalBelow(0.8 * waveAt(station.seed + 5, day, 2) + 0.6 * normalAt(station.seed + 6, day));
  if (drawn > rains) return 0;
  return round(0.5 - 6 * Math.log(1 - 0.98 * chanceAt(station.seed + 7, day)));
}

/** A place whose days are warmer than this on the mean has no snow, deg C. */
const SNOWS_UNDER_C = 6;

/** Snow lies for what fell in the cold days just before. */
function snowCm(station: Station, day: DayNumber): number {
  if (smoothMean(station.climate, day) > SNOWS_UNDER_C) return 0;
  let lies = 0;
  for (let before = 6; before >= 0; before--) {
    const at = day - before;
    const mean = meanC(station, at);
    lies = Math.max(0, lies - Math.max(0, mean) * 2 + (mean < 0 ? rainMm(station, at) : 0));
  }
  return Math.round(lies);
}

/** The error of a forecast grows with each day ahead, deg C. */
const sureAhead = (ahead: number): number => 0.9 + 0.35 * ahead;

function foretold(station: Station, now: DayNumber, ahead: number): ForecastDay {
  const truth = weatherOn(station, now + ahead);
  const sureC = sureAhead(ahead);
  // Each morning's forecast errs anew, and less the nearer the day is.
  const seed = station.seed * 1009 + now;
  const off = sureC * 0.8 * waveAt(seed, ahead, 4);
  const rained = (truth.rainMm ?? 0) > 0 ? 1 : 0;
  const trust = Math.max(0.1, 1 - ahead / 11);
  return {
    ...{ day: truth.day, minC: round(truth.minC + off), maxC: round(truth.maxC + off) },
    ...{ sureC: round(sureC), rainChance: round(0.3 + (rained - 0.3) * trust, 2) },
  };
}

function round(value: number, places = 1): number {
  const by = 10 ** places;
  return Math.round(value * by) / by + 0;
}
