import { between, maybe, oneOf, shape, text, type Typed } from '../fields/fields';

/** What is read: a length along or above something, a thickness, an angle from upright, a compass bearing. */
export type Dimension = 'length' | 'diameter' | 'angle' | 'bearing';

/** How a reading was got. */
export type HowRead = 'tape' | 'caliper' | 'compared' | 'gauge' | 'estimated';

export const HOW_READ: readonly HowRead[] = ['tape', 'caliper', 'compared', 'gauge', 'estimated'];

/** Longest text of a reading that is kept as it was typed, letters. */
export const MOST_TYPED = 40;

const readingSchema = (min: number, max: number) =>
  shape({
    value: between(min, max),
    /** One standard deviation, same unit as `value`. */
    sure: between(0, 1500),
    how: oneOf(HOW_READ),
    /** What the grower typed, kept to the letter. */
    typed: text(MOST_TYPED).optional(),
  });

/**
 * One reading. `value` and `sure` are in the store's unit of its dimension
 * (cm, mm, deg from upright, deg clockwise from north).
 */
export type Reading = Typed<ReturnType<typeof readingSchema>>;

/** A reading within bounds, or none. */
export const readingIn = (min: number, max: number) => maybe(readingSchema(min, max));

/**
 * One standard deviation of a reading got in a given way, in the unit of its dimension.
 * Working values: a tape held against bark is good to about 1 cm or 2 %; an angle by eye to about 7 deg.
 */
export function sureness(dimension: Dimension, how: HowRead, value: number): number {
  switch (dimension) {
    case 'length':
      return how === 'estimated' ? Math.max(5, value * 0.2) : Math.max(1, value * 0.02);
    case 'diameter':
      if (how === 'caliper' || how === 'gauge') return 0.5;
      if (how === 'tape') return 1;
      return how === 'compared' ? Math.max(1.5, value * 0.15) : Math.max(2, value * 0.25);
    case 'angle':
      return how === 'gauge' ? 2 : how === 'estimated' ? 10 : 5;
    case 'bearing':
      return how === 'gauge' ? 4 : how === 'estimated' ? 60 : 8;
  }
}

/** A reading with the usual sureness of the way it was got. */
export function reading(dimension: Dimension, value: number, how: HowRead, typed?: string): Reading {
  const base = { value, sure: sureness(dimension, how, value), how };
  return typed === undefined ? base : { ...base, typed };
}

export const isEstimated = (r: Reading): boolean => r.how === 'estimated';
