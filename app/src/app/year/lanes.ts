/** What stands beside each other in a lane keeps so many days apart. */
const APART_DAYS = 4;

/**
 * Each of some things in the first lane, from 0, that is free where it begins.
 * @param things in the order they begin
 * @param spanOf first and last day that one takes, with its word
 */
export function laned<T>(
  things: readonly T[],
  spanOf: (one: T) => readonly [from: number, to: number],
): (T & { lane: number })[] {
  const free: number[] = [];
  return things.map((one) => {
    const [begins, ends] = spanOf(one);
    const found = free.findIndex((until) => until + APART_DAYS <= begins);
    const lane = found < 0 ? free.length : found;
    free[lane] = ends;
    return { ...one, lane };
  });
}
