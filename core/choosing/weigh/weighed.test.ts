import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { lookAt } from '../../findings';
import { limbsOf, shootsOf } from '../../findings/measures';
import { formOf } from '../../forms';
import { sceneOf } from '../../judging/scene';
import { SCHOOL_IDS } from '../../schools/schools';
import { runs } from '../../testing/deep';
import {
  againstSideShoot,
  feetBesideEachOther,
  fitOf,
  leanOfTop,
  offItsPlace,
  offTheWall,
  sideShootsTogether,
} from '../../testing/fit-apart';
import { treeOf, type Limb, type TestTree } from '../../testing/trees';
import { againstLeaving, againstTaking, besideEachOther, type Weighed } from '../../testing/weighed-apart';
import { prolongs } from '../../tree/joins';
import { stemOf, type Stem } from '../../tree/stem';
import type { FormProblem, FormScene } from '../candidacy';
import type { Consideration } from '../consideration';
import { sideRoom, sideShootHarm } from './side-shoot';

function problemOf(tree: TestTree): { scene: FormScene; problem: FormProblem } {
  const bare = sceneOf(treeOf(tree));
  const scene = { ...bare, findings: lookAt(bare), limbs: limbsOf(bare), shoots: shootsOf(bare) };
  const form = formOf(tree.form);
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

/** Those of the points that are named. */
const only = (of: readonly Consideration[], ...named: string[]): Weighed =>
  Object.fromEntries(Object.entries(pointsOf(of)).filter(([what]) => named.includes(what)));

const FIT = ['frame-join', 'frame-low', 'thin', 'slight', 'off-run', 'wide'];

describe.each([
  ['open-vase', { length: 165, mm: 52, headed: true }],
  ['modified-leader', { length: 160, mm: 50 }],
] as const)('what a limb costs a frame, of a %s,', (form, trunk) => {
  it('is what the page says, summed apart: a join for good, its size, run, height and tip', () => {
    let seated = 0;
    fc.assert(
      fc.property(limbs, (list) => {
        const { scene, problem } = problemOf({ form, trunk, limbs: list, planted: '2021-01-01' });
        const { value: fromCm } = scene.limits('scaffold.lowestCm');
        const toCm =
          form === 'open-vase'
            ? scene.limits('scaffold.highestCm').value
            : fromCm + scene.limits('scaffold.bandCm').value;
        for (const { stem, place, against, correction } of problem.candidacies) {
          if (place !== 0 || correction) continue;
          seated++;
          expectAlike(only(against, ...FIT), fitOf(scene, stem));
          expectAlike(only(against, 'band', 'overtop'), offItsPlace(scene, stem, fromCm, toCm));
        }
      }),
      { numRuns: runs(300, 12), seed: 20261127 },
    );
    expect(seated).toBeGreaterThan(20);
  });
});

describe('what speaks against a top', () => {
  it('is how it leans, summed apart, by school', () => {
    let tops = 0;
    fc.assert(
      fc.property(limbs, fc.constantFrom(...SCHOOL_IDS), (list, school) => {
        const upright = list.map((limb) => ({ ...limb, angle: limb.angle / 3, h: limb.h + 40 }));
        const trunk = { length: 210, mm: 50 };
        const { scene, problem } = problemOf({ form: 'central-leader', trunk, limbs: upright, school });
        for (const { stem, place, against, correction } of problem.candidacies) {
          if (problem.places[place]?.role !== 'leader' || correction || stem.id === 'trunk') continue;
          tops++;
          expect(only(against, 'lean')['lean'] ?? 0).toBeCloseTo(leanOfTop(scene, stem), 1);
        }
      }),
      { numRuns: runs(200, 20), seed: 20261128 },
    );
    expect(tops).toBeGreaterThan(20);
  });
});

describe('what is weighed of a wall and of a bush', () => {
  it('is how far a limb stands off the plane, summed apart', () => {
    fc.assert(
      fc.property(limbs, fc.integer({ min: 0, max: 179 }), (list, wallBearingDeg) => {
        const trunk = { length: 190, mm: 46 };
        const wall: TestTree = { form: 'horizontal-espalier', trunk, limbs: list, site: { wallBearingDeg } };
        const { scene, problem } = problemOf(wall);
        for (const { stem, leave } of problem.idle.values())
          expectAlike(only(leave, 'plane'), offTheWall(scene, stem, wallBearingDeg));
      }),
      { numRuns: runs(200, 15), seed: 20261129 },
    );
  });

  it('is the turn between stems, and how near their feet stand, summed apart', () => {
    const foot = fc.tuple(fc.integer({ min: -25, max: 25 }), fc.integer({ min: -25, max: 25 }));
    fc.assert(
      fc.property(limbs, fc.array(foot, { minLength: 8, maxLength: 8 }), (list, feet) => {
        const rising = list.map((limb, i): Limb => {
          const [eastCm, northCm] = feet[i] as [number, number];
          const parent = { kind: 'ground', eastCm, northCm } as const;
          return { ...limb, h: 0, angle: (limb.angle - 8) / 2, barkTrapped: false, more: { parent } };
        });
        const trunk = { length: 160, mm: 30 };
        const { scene, problem } = problemOf({ form: 'multi-stem-bush', kind: 'fig', trunk, limbs: rising });
        const stems = rising.flatMap(({ id }) => scene.shoots.find((stem) => stem.id === id) ?? []);
        for (const a of stems)
          for (const b of stems)
            if (a.id < b.id)
              expectAlike(
                pointsOf(problem.amidstCost(a, b), 'rub', 'touch'),
                feetBesideEachOther(scene, a, b),
              );
      }),
      { numRuns: runs(200, 10), seed: 20261130 },
    );
  });
});

describe('what is weighed of a side shoot', () => {
  it('is what the page says, summed apart: by itself, and beside another', () => {
    const HARM = ['sprout', 'hangs', 'at-foot', 'weak-limb'];
    fc.assert(
      fc.property(limbs, fc.integer({ min: 12, max: 130 }), (list, angle) => {
        const carrier: Limb = { id: 'c', h: 70, bearing: 0, angle: angle / 1.5, length: 140, mm: 18 };
        const onIt = list.map((limb): Limb => ({
          ...{ ...limb, h: limb.h / 1.6 - 14, angle: limb.angle + angle / 3, barkTrapped: false },
          mm: limb.mm / 3,
          more: { parent: { kind: 'stem', stemId: 'c' } },
        }));
        const trunk = { length: 165, mm: 52, headed: true };
        const { scene } = problemOf({ form: 'open-vase', trunk, limbs: [carrier, ...onIt] });
        const limb = stemOf(scene.laid.tree, 'c') as Stem;
        const shoots = onIt.map(({ id }) => stemOf(scene.laid.tree, id) as Stem);
        for (const shoot of shoots) {
          if (prolongs(scene.laid, shoot)) continue;
          expectAlike(only(sideShootHarm(scene, shoot, limb), ...HARM), againstSideShoot(scene, shoot, limb));
          for (const other of shoots)
            if (other.id > shoot.id)
              expectAlike(pointsOf(sideRoom(scene, shoot, other)), sideShootsTogether(scene, shoot, other));
        }
      }),
      { numRuns: runs(200, 12), seed: 20261131 },
    );
  });
});
