import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { lookAt } from '../../findings';
import { limbsOf, shootsOf } from '../../findings/measures';
import { formOf } from '../../forms';
import { sceneOf } from '../../judging/scene';
import { runs } from '../../testing/deep';
import { treeOf, type Limb, type TestTree } from '../../testing/trees';
import { againstLeaving, againstTaking, besideEachOther, type Weighed } from '../../testing/weighed-apart';
import type { FormProblem, FormScene } from '../candidacy';
import type { Consideration } from '../consideration';

function problemOf(tree: TestTree): { scene: FormScene; problem: FormProblem } {
  const bare = sceneOf(treeOf(tree));
  const scene = { ...bare, findings: lookAt(bare), limbs: limbsOf(bare), shoots: shootsOf(bare) };
  const form = formOf(scene.hasLeader ? 'central-leader' : 'open-vase');
  if (!form) throw new Error('no form');
  return { scene, problem: form.build(scene) };
}

/** Points by what is weighed, without what is weighed elsewhere. */
const pointsOf = (of: readonly Consideration[], ...but: string[]): Weighed =>
  Object.fromEntries(of.filter(({ what }) => !but.includes(what)).map(({ what, points }) => [what, points]));

/** The same things, each to a fiftieth of a point. */
function expectAlike(program: Weighed, apart: Weighed): void {
  const all = new Set([...Object.keys(program), ...Object.keys(apart)]);
  for (const what of all)
    expect(Math.abs((program[what] ?? 0) - (apart[what] ?? 0)), what).toBeLessThan(0.02);
}

const limbs: fc.Arbitrary<Limb[]> = fc
  .array(
    fc.record({
      h: fc.integer({ min: 25, max: 150 }),
      bearing: fc.integer({ min: 0, max: 359 }),
      angle: fc.integer({ min: 8, max: 85 }),
      length: fc.integer({ min: 25, max: 130 }),
      // Thick enough that nothing is spread, which is weighed by its own.
      mm: fc.integer({ min: 17, max: 34 }),
      barkTrapped: fc.boolean(),
    }),
    { minLength: 2, maxLength: 8 },
  )
  .map((list) => list.map((limb, i) => ({ ...limb, id: `l${i}` })));

describe.each([
  ['open-vase', 'apple', { length: 165, mm: 52, headed: true }],
  ['open-vase', 'peach', { length: 165, mm: 48, headed: true }],
  ['central-leader', 'pear', { length: 210, mm: 50 }],
  ['central-leader', 'sweet-cherry', { length: 220, mm: 60 }],
] as const)('what is weighed of a %s of %s', (form, kind, trunk) => {
  it('is what the page says, summed apart: left, taken out, and beside each other', () => {
    fc.assert(
      fc.property(limbs, (list) => {
        const { scene, problem } = problemOf({ form, kind, trunk, limbs: list, planted: '2021-01-01' });
        const stems = list.map(({ id }) => scene.shoots.find((stem) => stem.id === id));
        for (const stem of stems) {
          const idle = stem && problem.idle.get(stem.id);
          if (!idle) throw new Error('a limb that is not decided');
          expectAlike(pointsOf(idle.leave), againstLeaving(scene, stem));
          expectAlike(pointsOf(idle.out), againstTaking(scene, stem));
          for (const other of stems)
            if (other && other.id > stem.id)
              expectAlike(
                pointsOf(problem.amidstCost(stem, other), 'rub', 'touch'),
                besideEachOther(scene, stem, other),
              );
        }
      }),
      { numRuns: runs(400, 16), seed: 20261126 },
    );
  });
});
