const DAY_MS = 86_400_000;

/** A day as a whole number: days since 1 January 1970. */
export type DayNumber = number;

/** The number of an ISO date. */
export const dayNumber = (isoDate: string): DayNumber =>
  Date.parse(`${isoDate.slice(0, 10)}T00:00:00Z`) / DAY_MS;

/** The ISO date of a day, whole or not: its fraction is dropped. */
export const isoOf = (day: DayNumber): string =>
  new Date(Math.floor(day) * DAY_MS).toISOString().slice(0, 10);

/** The day so many days after an ISO date; before it where they are negative. */
export const daysAfter = (isoDate: string, days: number): string =>
  isoOf(dayNumber(isoDate) + Math.round(days));

/** Days from one ISO date to another; negative where the other comes first. */
export const daysBetween = (from: string, to: string): number => dayNumber(to) - dayNumber(from);

/** The year a day falls in. */
export const yearOf = (day: DayNumber): number => new Date(day * DAY_MS).getUTCFullYear();

/** The day of its year, 1 on the first of January. */
export const dayOfYear = (day: DayNumber): number => day - Date.UTC(yearOf(day), 0, 1) / DAY_MS + 1;
