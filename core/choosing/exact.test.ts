import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { isDeep } from '../testing/deep';
import { decisionsOf, everyDecision } from '../testing/every-decision';
import { treeOf, type Limb, type TestTree } from '../testing/trees';
import type { FormId } from '../kinds/form-ids';
import type { Parent } from '../tree/stem-readings';
import { problemOf } from '../judging/judge';
import { solve } from './solve';

/** Decisions that are summed one by one for one tree, at most. */
const MOST_DECISIONS = isDeep ? 100_000_000 : 100_000;

/** Limbs on a tree where time does not press, at most. */
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

/** Each form, and how many limbs scoring every set of them allows. */
const FORMS: readonly [FormId, number][] = [
  ['open-vase', 7],
  ['central-leader', 6],
  ['spiral-leader', 8],
  ['modified-leader', 6],
  ['bent-down-axis', 8],
  ['horizontal-espalier', 8],
  ['fan', 9],
  ['slim-column', 7],
  ['multi-stem-bush', 8],
];

function treeArbitrary(kind: string, form: FormId, most: number): fc.Arbitrary<TestTree> {
  const isBush = form === 'multi-stem-bush';
  return fc
    .record({
      limbs: fc.array(LIMBS[kind] as (typeof LIMBS)[string], { minLength: 1, maxLength: most }),
      length: any(90, 260),
      mm: any(22, 60),
      feet: fc.array(fc.tuple(any(-20, 20), any(-20, 20)), { minLength: most, maxLength: most }),
    })
    .map(({ limbs, length, mm, feet }) => ({
      form,
      kind: isBush ? 'quince' : 'apple',
      trunk: { length, mm, headed: form === 'open-vase' || form === 'fan' },
      limbs: limbs.map((l, i) => ({
        ...l,
        id: `l${String(i).padStart(2, '0')}`,
        h: isBush ? 0 : Math.min(l.h, length - 2),
        ...(isBush && {
          barkTrapped: false,
          angle: Math.floor(l.angle / 2),
          more: { parent: foot(feet[i]) },
        }),
      })),
    }));
}

/** Fans on two or three arms, cut back or not, with ribs along them. */
const armsArbitrary: fc.Arbitrary<TestTree> = fc
  .record({
    arms: fc.array(
      fc.record({
        side: few(90, 90, 270, 270, 80, 285),
        angle: any(35, 75),
        length: any(30, 70),
        mm: any(14, 24),
        headed: fc.boolean(),
        ribs: fc.array(
          fc.record({
            share: few(0.1, 0.3, 0.5, 0.7, 0.9, 1),
            turn: any(-45, 45),
            off: any(-15, 15),
            length: any(18, 120),
            mm: any(7, 17),
          }),
          { maxLength: 4 },
        ),
      }),
      { minLength: 1, maxLength: 3 },
    ),
    mm: any(26, 50),
  })
  .map(({ arms, mm }) => ({
    form: 'fan',
    trunk: { length: 45, mm, headed: true },
    limbs: arms.flatMap(({ ribs, side, headed, ...arm }, i) => [
      { ...arm, id: `a${i}`, h: 25 + 6 * i, bearing: side, more: { headed } },
      ...ribs.map(({ share, turn, off, ...rib }, j) => ({
        ...rib,
        id: `a${i}r${j}`,
        h: Math.round(arm.length * share),
        bearing: (side + off + 360) % 360,
        angle: Math.max(5, arm.angle + turn),
        more: { parent: { kind: 'stem', stemId: `a${i}` } as Parent },
      })),
    ]),
  }));

const foot = ([eastCm, northCm] = [0, 0]): Parent => ({ kind: 'ground', eastCm, northCm });

/** Whether the search finds what summing every decision finds; undefined where there are too many to sum. */
function isExact(tree: TestTree): boolean | undefined {
  const built = problemOf(treeOf(tree));
  if (!built) throw new Error('the form is not judged');
  if (decisionsOf(built.problem) > MOST_DECISIONS) return undefined;
  expect(solve(built.problem).best.map(({ cost }) => cost)).toEqual(everyDecision(built.problem));
  return true;
}

describe('the choice is exact', () => {
  FORMS.forEach(([form, most], f) => {
    const kinds = Object.keys(LIMBS).filter((_, k) => isDeep || (f + k) % 3 === 0);
    for (const kind of kinds) {
      it(`${form}, ${kind}: the best set and the next three are those of summing every decision`, () => {
        let compared = 0;
        fc.assert(
          fc.property(treeArbitrary(kind, form, isDeep ? MOST_LIMBS : most), (tree) => {
            if (isExact(tree)) compared++;
          }),
          { numRuns: 24, seed: 20261123, endOnFailure: true },
        );
        expect(compared).toBeGreaterThan(5);
      });
    }
  });

  it('fan, ribs on arms: the best set and the next three are those of summing every decision', () => {
    let compared = 0;
    fc.assert(
      fc.property(armsArbitrary, (tree) => {
        if (isExact(tree)) compared++;
      }),
      { numRuns: 60, seed: 20261124, endOnFailure: true },
    );
    expect(compared).toBeGreaterThan(20);
  });
});
