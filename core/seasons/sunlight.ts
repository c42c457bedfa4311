import { getTimes } from 'suncalc';
import { dayOfYear, type DayNumber } from '../calendar/days';

const HOUR_MS = 3_600_000;
const DAYS = 366;
/** Latitudes are told apart by so much, deg: a tenth changes the day by half a minute at most where fruit grows. */
const STEP_DEG = 0.1;

const known = new Map<number, Float64Array>();

/**
 * Hours from sunrise to sunset, 0 to 24, at a latitude, deg north (-90 to 90).
 * Source: the sun's position as suncalc computes it, at the equator's own meridian; good to a minute or two.
 */
export function dayLength(latitudeDeg: number, day: DayNumber): number {
  const at = Math.round(latitudeDeg / STEP_DEG);
  const year = known.get(at) ?? yearAt(at * STEP_DEG);
  known.set(at, year);
  return year[Math.min(DAYS, dayOfYear(day)) - 1] as number;
}

/** The sun's position is slow to work out: it is for every fourth day, and the days between lie on a straight line, within a few seconds. */
const EVERY = 4;

function yearAt(latitudeDeg: number): Float64Array {
  // A leap year, so that every day of any year has its place; and what comes after it, up to the next day that is worked out.
  const worked = Float64Array.from({ length: Math.ceil(DAYS / EVERY) + 1 }, (_, i) =>
    dayAt(latitudeDeg, i * EVERY),
  );
  return Float64Array.from({ length: DAYS }, (_, i) => {
    const [before, after] = [worked[Math.floor(i / EVERY)] as number, worked[Math.ceil(i / EVERY)] as number];
    return before + ((after - before) * (i % EVERY)) / EVERY;
  });
}

/** Hours of daylight so many days after the first of a leap year's January. */
function dayAt(latitudeDeg: number, days: number): number {
  const noon = new Date(Date.UTC(2024, 0, 1 + days, 12));
  const { sunrise, sunset, alwaysUp } = getTimes(noon, latitudeDeg, 0);
  if (!sunrise || !sunset) return alwaysUp ? 24 : 0;
  return (sunset.getTime() - sunrise.getTime()) / HOUR_MS;
}
