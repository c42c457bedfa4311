/** Ids of our own making and of other writers: plain letters, so that they are safe in addresses, files and keys. */
export const ID_PATTERN = /^[A-Za-z0-9._~:-]{1,80}$/;
/** Names that JavaScript objects carry of themselves: as an id or key they would be found where nothing was put. */
export const RESERVED: ReadonlySet<string> = new Set([
  ...Object.getOwnPropertyNames(Object.prototype),
  'prototype',
]);

/** Whether a text may be an id or a key: of our alphabet, and no name that objects carry of themselves. */
export const isPlainId = (text: string): boolean => ID_PATTERN.test(text) && !RESERVED.has(text);

/** A day as it is written, though the calendar may not have it. */
export const DATE_PATTERN = /^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/;

/** The years a day may be of: earlier ones are slips of the finger (0026 for 2026), later ones nobody plans for. */
export const LEAST_YEAR = 1900;
export const GREATEST_YEAR = 2199;

/** Whether a day lies in the years that are reckoned with. */
export const isInYears = (day: string): boolean => {
  const year = Number(day.slice(0, 4));
  return year >= LEAST_YEAR && year <= GREATEST_YEAR;
};

/** Whether a text is a day that the calendar has, such as 2028-02-29 but not 2026-02-31, in the years that are reckoned with. */
export function isDay(text: string): boolean {
  if (!DATE_PATTERN.test(text)) return false;
  const [year, month, day] = text.split('-').map(Number) as [number, number, number];
  const last = new Date(Date.UTC(2000, 0, 1));
  last.setUTCFullYear(year, month, 0);
  return day <= last.getUTCDate() && isInYears(text);
}
