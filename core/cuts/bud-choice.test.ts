import { tell } from '../testing/tell';
import { describe, expect, it } from 'vitest';
import { judge, type Judgement } from '../judging/judge';
import { treeOf, type Limb, type TestTree } from '../testing/trees';
import type { BudChoice } from './bud-choice';
import { cutBench } from '../judging/preview';

const limb = (id: string, h: number, bearing: number, angle = 50, more: Partial<Limb> = {}): Limb => ({
  ...{ id, h, bearing, angle, length: 90, mm: 13 },
  ...more,
});
const four = [limb('a', 52, 0), limb('b', 66, 90), limb('c', 80, 180), limb('d', 92, 270)];
const vase = (limbs: readonly Limb[] = four, more: Partial<TestTree> = {}): TestTree => ({
  ...{ form: 'open-vase', trunk: { length: 96, mm: 44, headed: true }, limbs },
  ...more,
});

/** What is said of a bud facing some way, at a length along a limb. */
function facing(tree: TestTree, stemId: string, cm: number, facingDeg: number): BudChoice {
  const state = treeOf(tree);
  const bench = cutBench(state, judge(state, { withPrices: false }) as Judgement, stemId);
  const found = bench?.previewAt(cm).around.find((choice) => choice.facingDeg === facingDeg);
  if (!found) throw new Error('no such facing');
  return found;
}

describe('a bud is refused', () => {
  it('where its shoot goes straight up', () => {
    expect(facing(vase(), 'a', 60, 0)).toMatchObject({ fit: 'refused', facing: { code: 'facing.up' } });
    expect(facing(vase(), 'a', 60, 0).why.map(tell)[0]).toContain('goes up');
  });

  it('where its shoot comes down into the clearance of its side', () => {
    const site = { clearance: [{ fromDeg: 0, toDeg: 359, heightCm: 140, why: 'cart way' }] };
    const low = vase(
      four.map((l) => ({ ...l, h: l.h + 90 })),
      {
        trunk: { length: 190, mm: 60, headed: true },
        rules: { 'scaffold.highestCm': 200, 'scaffold.lowestCm': 130 },
        site,
      },
    );
    const flat = vase(
      low.limbs.map((l) => ({ ...l, angle: 88 })),
      { trunk: low.trunk, site, rules: { ...low.rules, 'set.toDeg': 90 } },
    );
    expect(facing(flat, 'a', 60, 180).why.map(tell).join(' ')).toMatch(/too low|leads down/);
    expect(facing(flat, 'a', 60, 180).fit).toBe('refused');
  });

  it('or only fair, where its shoot comes near a limb that stays', () => {
    // A neighbour 22 deg round and as steep: a side bud toward it meets it, one away from it does not.
    const tree = vase([limb('a', 60, 0), limb('n', 62, 22, 52), limb('c', 80, 180), limb('d', 92, 270)], {
      rulings: { n: 'keep', a: 'keep' },
    });
    const [toward, away] = [facing(tree, 'a', 45, 90), facing(tree, 'a', 45, 270)];
    expect(toward.fit).not.toBe('good');
    expect(toward.why.map(tell).join(' ')).toMatch(/N\./);
    expect(away.why.map(tell).join(' ')).not.toMatch(/N\./);
  });

  it('where it grows out of the plane of a wall', () => {
    const fan: TestTree = {
      ...{ form: 'fan', trunk: { length: 45, mm: 40, headed: true } },
      limbs: [75, 55, 35].flatMap((angle, i) =>
        [90, 270].map((bearing) => limb(`${bearing}-${i}`, 26 + i * 3, bearing, angle, { mm: 12 })),
      ),
    };
    const found = facing(fan, '90-1', 60, 90);
    expect(found.why.map(tell).join(' ')).toContain('out of the wall’s plane');
  });
});

describe('a leader’s bud', () => {
  it('may not lean far, and is best where its end stands over the foot', () => {
    const tree: TestTree = {
      ...{ form: 'central-leader', trunk: { length: 150, mm: 34 } },
      limbs: [0, 120, 240].map((bearing, i) =>
        limb(`l${i}`, 60 + i * 10, bearing, 65, { length: 55, mm: 11 }),
      ),
    };
    const state = treeOf(tree);
    const bench = cutBench(state, judge(state) as Judgement, 'trunk');
    const choices = bench?.previewAt(130).choices ?? [];
    const off = (choice: BudChoice): number => Math.hypot(choice.tip[0], choice.tip[1]);
    expect(choices).toHaveLength(8);
    expect(off(choices[0] as BudChoice)).toBeLessThanOrEqual(off(choices.at(-1) as BudChoice) + 1e-9);
    expect(choices[0]?.fit).not.toBe('refused');
  });
});

describe('a length the grower sets', () => {
  const cutOf = (cuts: Record<string, number>, stemId = 'a') => {
    const judged = judge(treeOf(vase(four, { cuts })), { withPrices: false }) as Judgement;
    return judged.plan.acts.find((act) => act.kind === 'shorten' && act.stemId === stemId);
  };

  it('stands, whatever its buds are like, with the best of them told', () => {
    expect(cutOf({ a: 33 })).toMatchObject({
      toLengthCm: 33,
      reason: { code: 'own.length', args: { length: { cm: 33 } } },
    });
    expect(cutOf({ a: 33 })).toHaveProperty('bud');
  });

  it('of the whole limb leaves it whole, and touches no other', () => {
    expect(cutOf({ a: 90 })).toBeUndefined();
    expect(cutOf({ a: 90 }, 'b')).toBeDefined();
  });
});

describe('moving a cut along a limb', () => {
  it('takes the more wood the shorter it is left, and never touches what the rest of the plan does', () => {
    const state = treeOf(vase());
    const judged = judge(state, { withPrices: false }) as Judgement;
    const bench = cutBench(state, judged, 'a');
    const shares = [80, 60, 40, 20].map((cm) => bench?.previewAt(cm).account.wood ?? NaN);
    expect(shares).toEqual([...shares].sort((x, y) => x - y));
    const planned = bench?.planned?.toLengthCm ?? NaN;
    expect(bench?.previewAt(planned).account.wood).toBeCloseTo(judged.plan.account.wood, 9);
  });

  it('is for wood that stays: a limb that goes has no bench', () => {
    const state = treeOf(vase([...four, limb('x', 70, 45, 12, { mm: 30 })]));
    expect(cutBench(state, judge(state) as Judgement, 'x')).toBeUndefined();
  });
});

describe('the gap a shoot would grow into', () => {
  it('is the one on the side it turns to: of limbs at 0, 90, 180 and 270 the quarter to its right or left', () => {
    const width = { widthDeg: expect.closeTo(90, 6) as number };
    expect(facing(vase(), 'a', 60, 90).gap).toEqual({ fromId: 'a', toId: 'b', ...width });
    expect(facing(vase(), 'a', 60, 270).gap).toEqual({ fromId: 'd', toId: 'a', ...width });
  });

  it('is the next one where a shoot swings past a neighbour, and none on its own line or straight up', () => {
    const near = vase([limb('a', 52, 0), limb('b', 66, 8), limb('c', 80, 180), limb('d', 92, 270)], {
      rulings: { a: 'keep', b: 'keep', c: 'keep', d: 'keep' },
    });
    expect(facing(near, 'a', 60, 90).gap).toMatchObject({ fromId: 'b', toId: 'c' });
    expect(facing(vase(), 'a', 60, 180).gap).toBeUndefined();
    const steep = vase([limb('a', 52, 0, 30), ...four.slice(1)], { rules: { 'set.fromDeg': 25 } });
    expect(facing(steep, 'a', 60, 0).gap).toBeUndefined();
  });
});
