import { LAST_CLOCK } from './envelope';

/**
 * The next reading of a book's clock: the wall's, or one past the latest the book has seen where the wall stands behind it.
 * So what was seen before an event was written comes before it, whatever any wall clock did: a hybrid logical clock
 * (S. Kulkarni et al., Logical Physical Clocks, 2014) in whole milliseconds. Readings of different devices may be
 * equal; the device's id then decides.
 * @param wallMs the device's own clock, milliseconds since 1970
 * @param seen the latest reading in the book; 0 for an empty one
 */
export const nextClock = (wallMs: number, seen: number): number =>
  Math.min(LAST_CLOCK, Math.max(Math.floor(wallMs), seen + 1));

/** The latest reading among events; 0 for none. */
export const latestClock = (events: readonly { clock: number }[]): number =>
  events.reduce((latest, { clock }) => Math.max(latest, clock), 0);

interface Written {
  clock: number;
  device: string;
  sequence: number;
  id: string;
}

/** Events in the order they were written down: by the book's clock, then device, sequence and id. */
export const inWritingOrder = <E extends Written>(events: readonly E[]): E[] =>
  inOrder(
    events,
    (a, b) =>
      a.clock - b.clock || compare(a.device, b.device) || a.sequence - b.sequence || compare(a.id, b.id),
  );

/** Things in an order, those alike as they stood. A book is nearly always in order already: then it is only looked through. */
export function inOrder<E>(things: readonly E[], by: (a: E, b: E) => number): E[] {
  const isInOrder = things.every((thing, i) => i === 0 || by(things[i - 1] as E, thing) <= 0);
  return isInOrder ? [...things] : [...things].sort(by);
}

export const compare = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);
