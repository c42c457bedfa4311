import type { TestTree } from '../core/testing/trees';

/** A reproducible stream of numbers from 0 to 1 (Lehmer, multiplier 48271, as in C++ minstd_rand). */
function stream(seed: number): () => number {
  let state = seed;
  return () => (state = (state * 48271) % 2147483647) / 2147483647;
}

/**
 * Published instances: vases of `n` sound limbs to choose up to six from. Every other one is a near tie: bearings and
 * angles from a few values, so that many sets cost almost the same.
 */
export function instance(n: number, seed: number): TestTree {
  const next = stream(seed * 7919 + n);
  const isTie = seed % 2 === 0;
  const pick = (values: readonly number[]): number => values[Math.floor(next() * values.length)] as number;
  const limbs = Array.from({ length: n }, (_, i) => ({
    id: `l${String(i).padStart(3, '0')}`,
    h: Math.round(46 + next() * 90),
    bearing: isTie ? pick([0, 30, 60, 90, 120, 150, 180, 210, 240, 270, 300, 330]) : Math.floor(next() * 360),
    angle: isTie ? pick([46, 48, 50, 52]) : Math.round(32 + next() * 40),
    length: Math.round(40 + next() * 90),
    mm: isTie ? pick([12, 14, 16]) : Math.round(8 + next() * 16),
  }));
  return {
    form: 'open-vase',
    trunk: { length: 140, mm: 50, headed: true },
    limbs,
    rules: { 'scaffold.most': 6 },
  };
}
