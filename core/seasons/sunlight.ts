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

function yearAt(latitudeDeg: number): Float64Array {
  // A leap year, so that every day of any year has its place.
  const first = Date.UTC(2024, 0, 1, 12);
  return Float64Array.from({ length: DAYS }, (_, i) => {
    const { sunrise, sunset, alwaysUp } = getTimes(new Date(first + i * 24 * HOUR_MS), latitudeDeg, 0);
    if (!sunrise || !sunset) return alwaysUp ? 24 : 0;
    return (sunset.getTime() - sunrise.getTime()) / HOUR_MS;
  });
}
