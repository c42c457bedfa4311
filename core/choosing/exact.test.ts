import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bruteForce } from '../testing/brute-force';
import { treeOf, type Limb, type TestTree } from '../testing/trees';
import { problemOf } from './judge';
import { solve } from './solve';

const MOST_LIMBS = 14;

const limb = (heights: fc.Arbitrary<number>, bearings: fc.Arbitrary<number>, angles: fc.Arbitrary<number>) =>
  fc.record({
    h: heights,
    bearing: bearings,
    angle: angles,
    length: fc.integer({ min: 18, max: 130 }),
    mm: fc.integer({ min: 8, max: 52 }).map((n) => n / 2),
    condition: fc.constantFrom(
      'sound',
      'sound',
      'sound',
      'sound',
      'sound',
      'rubbed',
      'broken',
    ) as fc.Arbitrary<NonNullable<Limb['condition']>>,
    barkTrapped: fc.integer({ min: 0, max: 12 }).map((n) => n === 0),
  });

const any = (min: number, max: number): fc.Arbitrary<number> => fc.integer({ min, max });
const few = (...values: number[]): fc.Arbitrary<number> => fc.constantFrom(...values);

/** Kinds of trees that choosing gets wrong when it is wrong. */
const LIMBS: Record<
  string,
  fc.Arbitrary<ReturnType<typeof limb> extends fc.Arbitrary<infer L> ? L : never>
> = {
  random: limb(any(20, 250), any(0, 359), any(15, 110)),
  'near ties': limb(few(50, 62, 74, 86, 140, 150), few(0, 45, 90, 135, 180, 225, 270, 315), few(48, 50, 52)),
  stacks: limb(any(45, 160), few(80, 85, 95, 100, 265, 275), any(35, 70)),
  clusters: limb(few(40, 41, 42, 60, 61, 82, 83, 120, 121), any(0, 359), any(40, 60)),
  'all mediocre': limb(any(45, 170), any(0, 359), any(31, 39)),
  'upright tops': limb(any(40, 200), any(0, 359), any(5, 45)),
};

const forms = ['open-vase', 'central-leader', 'horizontal-espalier'] as const;

function treeArbitrary(kind: string, form: (typeof forms)[number], most: number): fc.Arbitrary<TestTree> {
  return fc
    .record({
      limbs: fc.array(LIMBS[kind] as (typeof LIMBS)[string], { minLength: 1, maxLength: most }),
      length: any(90, 260),
      mm: any(22, 60),
    })
    .map(({ limbs, length, mm }) => ({
      form,
      trunk: { length, mm, headed: form === 'open-vase' },
      limbs: limbs.map((l, i) => ({
        ...l,
        id: `l${String(i).padStart(2, '0')}`,
        h: Math.min(l.h, length - 2),
      })),
    }));
}

describe('the choice is exact', () => {
  for (const form of forms) {
    for (const kind of Object.keys(LIMBS)) {
      it(`${form}, ${kind}: the best set and the next three are those of scoring every set`, () => {
        let compared = 0;
        fc.assert(
          fc.property(treeArbitrary(kind, form, form === 'central-leader' ? 7 : 9), (tree) => {
            const expected = bruteForce(tree);
            if (expected.nearLimit) return;
            compared++;
            expect(answer(tree)).toEqual(expected.best);
          }),
          { numRuns: 30, seed: 20261123, endOnFailure: true },
        );
        expect(compared).toBeGreaterThan(8);
      });
    }

    it(`${form}: ${MOST_LIMBS} limbs`, () => {
      let compared = 0;
      const sizes = fc.sample(treeArbitrary('near ties', form, MOST_LIMBS), { numRuns: 40, seed: 11 });
      for (const tree of sizes.filter(({ limbs }) => limbs.length >= 12).slice(0, 4)) {
        const expected = bruteForce(tree);
        if (expected.nearLimit) continue;
        compared++;
        expect(answer(tree)).toEqual(expected.best);
      }
      expect(compared).toBeGreaterThan(0);
    });
  }
});

/** What the program says of a tree, in the second scorer's terms. */
function answer(tree: TestTree): { stems: string[]; cost: number[] }[] {
  const built = problemOf(treeOf(tree));
  if (!built) throw new Error('the form is not judged');
  return solve(built.problem).best.map(({ options, cost }) => ({
    stems: options.map((o) => built.candidacies[o]?.stem.id ?? '').sort(),
    cost: cost.slice(1),
  }));
}
