import type { Dimension } from './reading';

/** What several readings of one thing come to: the middle one, and those that stand apart from it. */
export interface Settled {
  value: number;
  apart: readonly number[];
}

/** Readings within so much of the middle one agree: four times what one of a gauge is good to (a difference of two, at two deviations and more). */
const AGREE: Readonly<Record<Dimension, number>> = { length: 4, diameter: 2, angle: 8, bearing: 16 };

/**
 * The middle of several readings, the one that is nearest to all the others: one that is wrong does not move it. Bearings go round. Undefined
 * where no two agree.
 */
export function settled(dimension: Dimension, values: readonly number[]): Settled | undefined {
  const differ = (a: number, b: number): number => {
    const by = Math.abs(a - b);
    return dimension === 'bearing' ? Math.min(by % 360, 360 - (by % 360)) : by;
  };
  const away = (one: number): number => values.reduce((sum, other) => sum + differ(one, other), 0);
  const value = values.reduce<number | undefined>(
    (best, one) => (best === undefined || away(one) < away(best) ? one : best),
    undefined,
  );
  if (value === undefined) return undefined;
  const apart = values.filter((one) => differ(one, value) > AGREE[dimension]);
  return values.length - apart.length >= 2 ? { value, apart } : undefined;
}
