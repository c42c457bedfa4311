import { runs } from '../testing/deep';
import { tell } from '../testing/tell';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { treeOf, type Limb, type TestTree } from '../testing/trees';
import { judge, problemOf, type Judgement } from '../judging/judge';
import { solve } from './solve';

const limbs = (most: number): fc.Arbitrary<Limb[]> =>
  fc
    .array(
      fc.record({
        h: fc.integer({ min: 46, max: 120 }),
        bearing: fc.integer({ min: 0, max: 359 }),
        angle: fc.integer({ min: 20, max: 80 }),
        length: fc.integer({ min: 25, max: 110 }),
        mm: fc.integer({ min: 6, max: 24 }),
      }),
      { minLength: 2, maxLength: most },
    )
    .map((list) => list.map((limb, i) => ({ ...limb, id: `l${i}` })));

const vase = (list: readonly Limb[], more: Partial<TestTree> = {}): TestTree => ({
  form: 'open-vase',
  trunk: { length: 125, mm: 46, headed: true },
  limbs: list,
  ...more,
});

function best(tree: TestTree): { stems: string[]; cost: readonly number[] } {
  const built = problemOf(treeOf(tree));
  const found = built && solve(built.problem).best[0];
  if (!built || !found) throw new Error('nothing to choose from');
  return { stems: found.options.map((o) => built.candidacies[o]?.stem.id ?? '').sort(), cost: found.cost };
}

function judged(tree: TestTree): Judgement {
  const answer = judge(treeOf(tree));
  if (answer.kind !== 'judged') throw new Error(answer.kind);
  return answer;
}

const check = <T>(name: string, property: fc.IProperty<T>): void =>
  it(name, () => {
    fc.assert(property, { numRuns: runs(200, 16), seed: 77 });
  });

const some = fc.integer({ min: 0, max: 359 });

describe('what must not change a choice', () => {
  check(
    'turning the whole tree: every cost stays, since only turns between limbs count',
    fc.property(limbs(8), some, (list, turn) => {
      const turned = list.map((limb) => ({ ...limb, bearing: (limb.bearing + turn) % 360 }));
      expect(best(vase(turned)).cost).toEqual(best(vase(list)).cost);
    }),
  );

  check(
    'the order in which limbs were written down',
    fc.property(limbs(8), some, (list, by) => {
      const at = by % list.length;
      const moved = [...list.slice(at), ...list.slice(0, at)];
      expect(best(vase(moved))).toEqual(best(vase(list)));
    }),
  );

  check(
    'one more limb that is barred',
    fc.property(limbs(7), some, (list, bearing) => {
      const dead: Limb = { id: 'zz', h: 60, bearing, angle: 50, length: 60, mm: 10, condition: 'dead' };
      expect(best(vase([...list, dead]))).toEqual(best(vase(list)));
    }),
  );

  check(
    'banning a limb that was not chosen',
    fc.property(limbs(8), some, (list, by) => {
      const { stems, cost } = best(vase(list));
      const { chosen } = judged(vase(list));
      const others = list.filter(({ id }) => !stems.includes(id) && !chosen.left.includes(id));
      const out = others[by % Math.max(1, others.length)];
      if (!out) return;
      const banned = best(vase(list, { rulings: { [out.id]: 'out' } }));
      expect(banned.stems).toEqual(stems);
      // What it took to be sure of it is saved: no more than the points of doubt.
      const saved = (cost[2] as number) - (banned.cost[2] as number);
      expect(saved).toBeGreaterThanOrEqual(0);
      expect(saved).toBeLessThanOrEqual(200);
    }),
  );
});

describe('what a grower decides', () => {
  check(
    'is done: a pinned limb stays and a banned one goes, whatever the tree',
    fc.property(limbs(8), some, (list, by) => {
      const [pin, ban] = [list[by % list.length], list[(by + 1) % list.length]] as [Limb, Limb];
      const { verdicts } = judged(vase(list, { rulings: { [pin.id]: 'keep', [ban.id]: 'out' } }));
      expect(['scaffold', 'leave']).toContain(verdicts[pin.id]?.decision);
      expect(verdicts[ban.id]?.decision).toBe('out');
    }),
  );

  check(
    'never makes the choice better than it was: every rank before the tie can only get worse',
    fc.property(limbs(7), some, (list, by) => {
      const free = best(vase(list)).cost.slice(0, 3);
      const { id } = list[by % list.length] as Limb;
      const pinned = best(vase(list, { rulings: { [id]: 'keep' } })).cost.slice(0, 3);
      const firstOther = free.findIndex((x, i) => x !== pinned[i]);
      if (firstOther >= 0) expect(pinned[firstOther]).toBeGreaterThan(free[firstOther] as number);
    }),
  );
});

describe('the plan', () => {
  check(
    'leaves just the limbs that stay, takes between none and all of the wood, and each act has words',
    fc.property(limbs(8), (list) => {
      const { plan, verdicts } = judged(vase(list));
      const kept = Object.values(verdicts)
        .filter(({ decision }) => !['out', 'goes-with', 'trunk'].includes(decision))
        .map(({ stemId }) => stemId)
        .sort();
      expect(
        plan.after.stems
          .map(({ id }) => id)
          .filter((id) => id !== 'trunk')
          .sort(),
      ).toEqual(kept);
      expect(plan.woodShare).toBeGreaterThanOrEqual(0);
      expect(plan.woodShare).toBeLessThan(1);
      for (const act of plan.acts) expect(tell(act.reason)).toMatch(/\.$/);
      for (const verdict of Object.values(verdicts)) expect(verdict.reasons.length).toBeGreaterThan(0);
    }),
  );

  check(
    'judged again after the work, keeps the same limbs',
    fc.property(limbs(8), (list) => {
      const state = treeOf(vase(list, { rules: { 'shorten.longCm': 400 } }));
      const first = judge(state, { withPrices: false });
      if (first.kind !== 'judged' || first.plan.acts.some(({ kind }) => kind === 'bend')) return;
      if (first.plan.after.stems.length < 2) return;
      const again = judge({ ...state, tree: first.plan.after }, { withPrices: false });
      expect(again.kind === 'judged' && again.chosen.limbs.map(({ stemId }) => stemId).sort()).toEqual(
        first.chosen.limbs.map(({ stemId }) => stemId).sort(),
      );
    }),
  );
});

describe('a search that is cut short', () => {
  it('says that it is not proven, and still gives a set that breaks no rule', () => {
    const list = fc.sample(limbs(14), { numRuns: 1, seed: 3 })[0] as Limb[];
    const built = problemOf(treeOf(vase([...list, ...list.map((limb) => ({ ...limb, id: `m${limb.id}` }))])));
    const { best: sets, proven } = solve(built?.problem as NonNullable<typeof built>['problem'], {
      mostLooks: 1,
    });
    expect(proven).toBe(false);
    expect(sets[0]?.cost[1]).toBe(0);
  });
});
