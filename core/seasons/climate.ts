import type { DayNumber } from '../calendar/days';
import { dayNumber, dayOfYear } from '../calendar/days';
import type { OnEarth } from '../calendar/seasons';
import type { Normal, WeatherDay } from './weather';

/** A normal year: its mean temperature and how far the mean of its warmest time is above it, deg C; from night to day; its coldest day of the year. */
export interface Climate {
  meanC: number;
  halfSwingC: number;
  dailySwingC: number;
  coldestDay: number;
  /** Whether it is only guessed from how far north or south the place lies. */
  isGuessed: boolean;
}

/**
 * Lowland where fruit is grown, by degrees from the equator: mean of the year, half its swing, and from night to day, deg C.
 * Working values, rounded from common climate tables; a real place may lie 3 deg C to either side.
 */
const BY_LATITUDE: readonly (readonly [
  deg: number,
  meanC: number,
  halfSwingC: number,
  dailySwingC: number,
])[] = [
  [0, 26, 1, 10],
  [20, 24, 4, 11],
  [25, 21.5, 6.5, 12],
  [30, 18.5, 8.5, 13],
  [35, 15.5, 9.5, 13.5],
  [40, 12.8, 10.5, 12.5],
  [45, 11, 10, 11],
  [50, 9.6, 8.6, 9],
  [55, 7.9, 8.2, 8.5],
  [60, 5.5, 10.5, 8.5],
  [66, 2.5, 12.5, 8.5],
  [90, -12, 16, 7],
];
/** Land in the south is narrow, and the sea tempers it. Working value. */
const SOUTH_SWING = 0.75;
/** Day of the year on which it is coldest, north and south. */
const COLDEST = { north: 18, south: 200 };
/** Spells of cold and warmth that a normal year is made of, deg C to either side, and days from one to the next: sums over a smooth year would be too small where it is cold, and too great where it is warm. */
const SPELL = { halfC: 3, days: 9 };
const YEAR_DAYS = 365.25;
/** Fewer days than these tell no year. */
const LEAST_DAYS = 330;

/** What a year is like so far from the equator. */
export function climateAt({ latitudeDeg }: OnEarth): Climate {
  const off = Math.min(90, Math.abs(latitudeDeg));
  const above = BY_LATITUDE.findIndex(([at]) => at >= off);
  const [b, a] = [BY_LATITUDE[above], BY_LATITUDE[Math.max(0, above - 1)]] as const;
  if (!a || !b) throw new RangeError(`no latitude: ${latitudeDeg}`);
  const part = b[0] === a[0] ? 0 : (off - a[0]) / (b[0] - a[0]);
  const [, meanC, halfSwingC, dailySwingC] = a.map((value, i) => value + part * ((b[i] as number) - value));
  const isSouth = latitudeDeg < 0;
  return {
    ...{ meanC: meanC as number, dailySwingC: dailySwingC as number, isGuessed: true },
    halfSwingC: (halfSwingC as number) * (isSouth ? SOUTH_SWING : 1),
    coldestDay: isSouth ? COLDEST.south : COLDEST.north,
  };
}

/**
 * The climate a year and more of measured days tell: the first harmonic of their mean, by least squares over the days there are;
 * undefined for too few to tell a year.
 */
export function climateFrom(days: readonly WeatherDay[]): Climate | undefined {
  if (days.length < LEAST_DAYS) return undefined;
  // Whole years only: half a year more would pull the mean toward its season.
  const whole = Math.max(1, Math.floor(days.length / YEAR_DAYS)) * YEAR_DAYS;
  const used = days.slice(-Math.round(whole));
  let [sum, swing, cos, sin] = [0, 0, 0, 0];
  for (const { day, minC, maxC } of used) {
    const turn = (2 * Math.PI * dayOfYear(dayNumber(day))) / YEAR_DAYS;
    const mean = (minC + maxC) / 2;
    sum += mean;
    swing += maxC - minC;
    cos += mean * Math.cos(turn);
    sin += mean * Math.sin(turn);
  }
  const n = used.length;
  const [a, b] = [(2 * cos) / n, (2 * sin) / n];
  const warmest = (Math.atan2(b, a) * YEAR_DAYS) / (2 * Math.PI);
  return {
    ...{ meanC: sum / n, halfSwingC: Math.hypot(a, b), dailySwingC: swing / n, isGuessed: false },
    coldestDay: (warmest + YEAR_DAYS / 2 + YEAR_DAYS) % YEAR_DAYS,
  };
}

/** The normal year of a climate, day by day, with its spells. */
export function normalYear({ meanC, halfSwingC, dailySwingC, coldestDay }: Climate): Normal {
  return (day) => {
    const spell = SPELL.halfC * Math.sin((2 * Math.PI * day) / SPELL.days);
    const mean = smoothMean({ meanC, halfSwingC, coldestDay }, day) + spell;
    return { minC: mean - dailySwingC / 2, maxC: mean + dailySwingC / 2 };
  };
}

/** The mean temperature a day has in the long run, deg C. */
export const smoothMean = (
  { meanC, halfSwingC, coldestDay }: Pick<Climate, 'meanC' | 'halfSwingC' | 'coldestDay'>,
  day: DayNumber,
): number => meanC - halfSwingC * Math.cos((2 * Math.PI * (dayOfYear(day) - coldestDay)) / YEAR_DAYS);
