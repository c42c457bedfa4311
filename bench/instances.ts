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

/** How a published instance of each form is made: the trunk, and where limbs may stand. */
const FORM_INSTANCES: Record<
  string,
  { length: number; mm: number; from: number; to: number; angle: number; thick: number }
> = {
  'open-vase': { length: 140, mm: 50, from: 46, to: 136, angle: 50, thick: 16 },
  'central-leader': { length: 320, mm: 70, from: 50, to: 250, angle: 65, thick: 16 },
  'spiral-leader': { length: 320, mm: 70, from: 50, to: 290, angle: 65, thick: 12 },
  'modified-leader': { length: 260, mm: 60, from: 55, to: 200, angle: 50, thick: 16 },
  'bent-down-axis': { length: 300, mm: 60, from: 50, to: 205, angle: 75, thick: 10 },
  'horizontal-espalier': { length: 180, mm: 40, from: 30, to: 125, angle: 70, thick: 12 },
  fan: { length: 45, mm: 45, from: 18, to: 42, angle: 50, thick: 12 },
  'slim-column': { length: 240, mm: 45, from: 45, to: 220, angle: 55, thick: 9 },
  'multi-stem-bush': { length: 140, mm: 30, from: 0, to: 0, angle: 20, thick: 22 },
};

/** A published instance of any form with `n` sound limbs. Every other one is a near tie. */
export function formInstance(form: TestTree['form'], n: number, seed: number): TestTree {
  const next = stream(seed * 7919 + n);
  const isTie = seed % 2 === 0;
  const isFlat = form === 'fan' || form === 'horizontal-espalier';
  const { length, mm, from, to, angle, thick } = FORM_INSTANCES[form] as (typeof FORM_INSTANCES)[string];
  const limbs = Array.from({ length: n }, (_, i) => {
    const around = isTie ? Math.floor(next() * 12) * 30 : Math.floor(next() * 360);
    const onWall = (next() < 0.5 ? 90 : 270) + Math.round((next() - 0.5) * 40);
    const spread = form === 'fan' ? 60 : 24;
    return {
      id: `l${String(i).padStart(3, '0')}`,
      h: from + ((to - from) * (i + next())) / n,
      bearing: isFlat ? onWall : around,
      angle: Math.round(angle + (next() - 0.5) * (isTie ? 6 : spread)),
      length: Math.round(40 + next() * (form === 'multi-stem-bush' ? 90 : 30)),
      mm: isTie ? thick : Math.round(thick * (0.7 + next() * 0.6)),
      ...(form === 'multi-stem-bush' && {
        more: { parent: { kind: 'ground' as const, eastCm: next() * 60 - 30, northCm: next() * 60 - 30 } },
      }),
    };
  });
  return {
    ...{ form, limbs, kind: form === 'multi-stem-bush' ? 'quince' : 'apple' },
    trunk: { length, mm, headed: form === 'open-vase' || form === 'fan' },
  };
}
