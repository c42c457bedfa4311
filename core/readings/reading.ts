import type { ISchema } from 'yup';
import { between, maybe, oneOf, shape, text, type Typed } from '../fields/fields';

/** What is read: a length along or above something, a thickness, an angle from upright, a compass bearing. */
export type Dimension = 'length' | 'diameter' | 'angle' | 'bearing';

/** Ways in which a reading is measured: held against a tape, a caliper, something known, or a protractor. */
export const MEASURED_BY = ['tape', 'caliper', 'compared', 'gauge'] as const;

/**
 * How a figure was got, in three words for three things: measured in one of several ways, guessed by the grower, or
 * filled in by the program for want of a reading.
 */
export const HOW_READ = [...MEASURED_BY, 'guessed', 'filled-in'] as const;
export type HowRead = (typeof HOW_READ)[number];
export type Origin = 'measured' | 'guessed' | 'filled-in';

/** Longest text of a reading that is kept as it was typed, letters. */
export const MOST_TYPED = 40;

const readingSchema = <H extends string>(min: number, max: number, ways: readonly H[]) =>
  shape({
    value: between(min, max),
    /** One standard deviation, same unit as `value`. */
    sure: between(0, 1500),
    how: oneOf(ways),
    /** What the grower typed, kept to the letter. */
    typed: text(MOST_TYPED).optional(),
  });

/**
 * One reading. `value` and `sure` are in the store's unit of its dimension
 * (cm, mm, deg from upright, deg clockwise from north).
 */
export type Reading = Typed<ReturnType<typeof readingSchema<HowRead>>>;

/** A reading that is no longer as it was typed. */
export const untyped = ({ value, how, sure }: Reading): Reading => ({ value, how, sure });

/** A reading within bounds, got in one of some ways, or none. */
export const readingIn = <H extends string>(min: number, max: number, ways: readonly H[]) =>
  maybe(readingSchema(min, max, ways) as unknown as ISchema<Reading>);

/**
 * One standard deviation of a reading got in a given way, in the unit of its dimension.
 * Working values: a tape held against bark is good to about 1 cm or 2 %; an angle by eye to about 7 deg.
 * A guess of the grower's and a figure filled in are as unsure as each other.
 */
export function sureness(dimension: Dimension, how: HowRead, value: number): number {
  const isRough = originOf({ how }) !== 'measured';
  switch (dimension) {
    case 'length':
      return isRough ? Math.max(5, value * 0.2) : Math.max(1, value * 0.02);
    case 'diameter':
      if (how === 'caliper' || how === 'gauge') return 0.5;
      if (how === 'tape') return 1;
      return how === 'compared' ? Math.max(1.5, value * 0.15) : Math.max(2, value * 0.25);
    case 'angle':
      return how === 'gauge' ? 2 : isRough ? 10 : 5;
    case 'bearing':
      return how === 'gauge' ? 4 : isRough ? 60 : 8;
  }
}

/** A reading with the usual sureness of the way it was got. */
export function reading(dimension: Dimension, value: number, how: HowRead, typed?: string): Reading {
  const base = { value, sure: sureness(dimension, how, value), how };
  return typed === undefined ? base : { ...base, typed };
}

/** Whether a figure was measured, guessed by the grower, or filled in by the program. */
export const originOf = ({ how }: Pick<Reading, 'how'>): Origin =>
  how === 'guessed' || how === 'filled-in' ? how : 'measured';

export const isFilledIn = ({ how }: Pick<Reading, 'how'>): boolean => how === 'filled-in';
