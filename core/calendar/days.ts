const DAY_MS = 86_400_000;

/** A day as a whole number: days since 1 January 1970. */
export type DayNumber = number;

/** Dates told last: reading and writing them takes longer than what is reckoned with them. */
const numbers = new Map<string, DayNumber>();
const dates = new Map<DayNumber, string>();
const MOST_KEPT = 20_000;

/** The number of an ISO date. */
export function dayNumber(isoDate: string): DayNumber {
  const found = numbers.get(isoDate);
  if (found !== undefined) return found;
  if (numbers.size >= MOST_KEPT) numbers.clear();
  const made = Date.parse(`${isoDate.slice(0, 10)}T00:00:00Z`) / DAY_MS;
  numbers.set(isoDate, made);
  return made;
}

/** The ISO date of a day, whole or not: its fraction is dropped. */
export function isoOf(day: DayNumber): string {
  const whole = Math.floor(day);
  const found = dates.get(whole);
  if (found !== undefined) return found;
  if (dates.size >= MOST_KEPT) dates.clear();
  const made = new Date(whole * DAY_MS).toISOString().slice(0, 10);
  dates.set(whole, made);
  return made;
}

/** The day so many days after an ISO date; before it where they are negative. */
export const daysAfter = (isoDate: string, days: number): string =>
  isoOf(dayNumber(isoDate) + Math.round(days));

/** Days from one ISO date to another; negative where the other comes first. */
export const daysBetween = (from: string, to: string): number => dayNumber(to) - dayNumber(from);

/** The year a day falls in. */
export const yearOf = (day: DayNumber): number => new Date(day * DAY_MS).getUTCFullYear();

/** The day of its year, 1 on the first of January. */
export const dayOfYear = (day: DayNumber): number => day - Date.UTC(yearOf(day), 0, 1) / DAY_MS + 1;
