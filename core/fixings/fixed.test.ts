import { describe, expect, it } from 'vitest';
import { judge } from '../judging/judge';
import { sceneOf } from '../judging/scene';
import { growsAt } from '../testing/grows-at';
import { treeOf, type TestTree } from '../testing/trees';
import type { Fixing } from '../tree/stem-readings';
import { fixedTo, nextFor } from './fixed';

const TREE: TestTree = {
  form: 'central-leader',
  trunk: { length: 220, mm: 40 },
  limbs: [
    { id: 'a', h: 80, bearing: 0, angle: 60, length: 90, mm: 13 },
    { id: 'b', h: 95, bearing: 120, angle: 55, length: 85, mm: 12 },
    { id: 'c', h: 110, bearing: 240, angle: 60, length: 85, mm: 12 },
  ],
};
const tied = (fixing: Partial<Fixing>, more: Partial<TestTree> = {}): TestTree => ({
  ...{ ...TREE, planted: '2024-02-01', visitedOn: '2026-11-14', ...more },
  limbs: TREE.limbs.map((limb) =>
    limb.id === 'a' ? { ...limb, more: { fixings: [{ what: 'tie', atCm: 40, ...fixing }] } } : limb,
  ),
});
const fixedOn = (fixing: Partial<Fixing>, more: Partial<TestTree> = {}) => {
  const [fixed] = fixedTo(sceneOf(treeOf(tied(fixing, more))));
  if (!fixed) throw new Error('nothing is fixed');
  return fixed;
};

describe('a thing fixed to a limb', () => {
  it('put on in May is looked at in June, stays through growth and rest, and comes off nearly a year on', () => {
    const fixed = fixedOn({ what: 'spreader', since: '2026-05-01' }, { visitedOn: '2026-06-20' });
    expect(fixed.lookOn).toBe('2026-05-31');
    expect(fixed.due).toBe('look');
    expect(fixed.offBy).toBe(growsAt(50)(2026).to);
    expect(fixedOn({ what: 'spreader', since: '2026-05-01' }, { visitedOn: '2027-04-15' }).due).toBe('off');
  });

  it('is looked at again a month after it was, in growth alone', () => {
    expect(fixedOn({ since: '2026-05-01', lookedOn: '2026-06-20' }).lookOn).toBe('2026-07-20');
    expect(fixedOn({ since: '2026-05-01', lookedOn: '2026-11-20' }).lookOn > '2027-04-30').toBe(true);
  });

  it('gets tight when its loop is grown full, before it comes off, and then wants a wider one', () => {
    // 13 mm of wood 2 cm out is 9 mm 40 cm out, and gains some 4 in a season.
    const fixed = fixedOn(
      { since: '2026-11-01', loopMm: 10 },
      { visitedOn: '2026-11-14', today: '2027-07-01' },
    );
    // An apple's 6 mm a season are 4 there: 1.3 mm of room last a third of the 22 weeks from April.
    expect(fixed.tightOn).toMatch(/^2027-06/);
    expect(fixed.due).toBe('tight');
    expect(fixed.newLoopMm).toBeGreaterThan(15);
    expect(fixedOn({ since: '2026-11-01', loopMm: 60 }).tightOn).toBeUndefined();
  });

  it('has as its next day the one that comes first, or what is due already', () => {
    expect(nextFor(fixedOn({ since: '2026-11-01' }))).toMatchObject({ what: 'look' });
    expect(nextFor(fixedOn({ since: '2025-03-01', offBy: '2026-09-24' }))).toEqual({
      what: 'off',
      on: '2026-09-24',
    });
  });

  it('a label has no days; a stake that is only known to stand comes off when the tree stands by itself', () => {
    expect(fixedTo(sceneOf(treeOf(tied({ what: 'label' }))))).toEqual([]);
    const trunk = {
      ...TREE.trunk,
      more: { fixings: [{ what: 'stake' as const, atCm: 60, since: '2024-02-01' }] },
    };
    const [stout] = fixedTo(
      sceneOf(treeOf({ ...TREE, trunk, planted: '2024-02-01', visitedOn: '2026-11-14' })),
    );
    expect(stout).toMatchObject({ due: 'off' });
    const wrapped = fixedOn({ what: 'wrap', since: '2026-06-01' });
    expect((wrapped.offBy as string).slice(0, 4)).toBe('2027');
  });
});

describe('the plan', () => {
  const actsOn = (tree: TestTree) => {
    const judged = judge(treeOf(tree));
    return judged.kind === 'judged' ? judged.plan.acts : [];
  };

  it('lets go what has done its work, and makes wider what gets tight', () => {
    const asked = { strainPercent: 1.1, wood: 'one-year' as const };
    const off = actsOn(tied({ since: '2025-04-01', offBy: '2026-09-24', ...asked })).find(
      ({ kind }) => kind === 'let-go',
    );
    expect(off).toMatchObject({
      stemId: 'a',
      what: 'tie',
      atCm: 40,
      backDeg: 15,
      reason: { code: 'let-go.time.since' },
      strained: asked,
    });
    const tight = actsOn(
      tied(
        { since: '2026-04-20', loopMm: 9, offBy: '2027-09-24' },
        { visitedOn: '2026-04-20', today: '2026-08-01' },
      ),
    );
    expect(tight.find(({ kind }) => kind === 'loosen')).toMatchObject({ stemId: 'a', what: 'tie' });
    expect(actsOn(tied({ since: '2026-11-10' })).some(({ kind }) => kind === 'let-go')).toBe(false);
  });

  it('drives a stake beside a slender tree just planted, none on a wall, none where one stands', () => {
    const slim: TestTree = {
      ...{ ...TREE, trunk: { length: 180, mm: 13 }, planted: '2026-11-01', visitedOn: '2026-11-14' },
      limbs: TREE.limbs.map((limb) => ({ ...limb, length: 45, mm: 6 })),
    };
    expect(actsOn(slim)[0]).toMatchObject({ kind: 'stake', stemId: 'trunk', staked: { by: 'stake' } });
    const stands = { ...slim.trunk, more: { fixings: [{ what: 'stake' as const }] } };
    expect(actsOn({ ...slim, trunk: stands }).some(({ kind }) => kind === 'stake')).toBe(false);
    expect(actsOn({ ...slim, form: 'horizontal-espalier' }).some(({ kind }) => kind === 'stake')).toBe(false);
  });
});
