import { tell } from '../testing/tell';
import { describe, expect, it } from 'vitest';
import { treeOf, type Limb, type TestTree } from '../testing/trees';
import type { TreeState } from '../history/tree-at';
import cases from './by-hand.cases.json';
import { judge, problemOf, type Judgement } from '../judging/judge';
import { solve } from './solve';

type Row = [h: number, bearing: number, angle: number, length: number, mm: number];

function vase(limbs: Record<string, Row>, more: Partial<TestTree> = {}): TestTree {
  const rows = Object.entries(limbs).map(([id, [h, bearing, angle, length, mm]]): Limb => ({
    id,
    h,
    bearing,
    angle,
    length,
    mm,
  }));
  return { form: 'open-vase', trunk: { length: 100, mm: 44, headed: true }, limbs: rows, ...more };
}

function judged(tree: TestTree): Judgement {
  const answer = judge(treeOf(tree));
  if (answer.kind !== 'judged') throw new Error(answer.kind);
  return answer;
}

/** The same tree with every reading known to the letter, so that no mean is to be taken. */
function toTheLetter(state: TreeState): TreeState {
  const sure = (value: unknown): unknown =>
    JSON.parse(JSON.stringify(value), (key, found: unknown) => (key === 'sure' ? 0 : found));
  return { ...state, tree: sure(state.tree) as TreeState['tree'] };
}

describe('trees summed by hand', () => {
  it.each(cases)('$why', ({ limbs, stems, cost, left }) => {
    const built = problemOf(toTheLetter(treeOf(vase(limbs as unknown as Record<string, Row>))));
    const best = built && solve(built.problem).best[0];
    const ids = best?.options.map((o) => built?.candidacies[o]?.stem.id).sort();
    expect(ids?.join('')).toBe(stems);
    expect(best?.left.map((i) => built?.problem.stems[i]).join('')).toBe(left ?? '');
    expect(best?.cost.slice(0, 3)).toEqual([0, 0, cost]);
  });
});

const FOUR: Record<string, Row> = {
  a: [50, 0, 50, 80, 12],
  b: [62, 90, 50, 80, 12],
  c: [74, 180, 50, 80, 12],
  d: [86, 270, 50, 80, 12],
};

describe('pins and bans', () => {
  it('say what a ban costs in growers’ terms: the gap and the empty place', () => {
    const { verdicts } = judged(vase(FOUR, { rulings: { d: 'out' } }));
    expect(verdicts['d']).toMatchObject({
      decision: 'out',
      ruling: 'out',
      reasons: [{ code: 'why.you-take' }],
    });
    expect(verdicts['d']?.price?.parts.map(tell)).toEqual(['the largest gap narrows from 140° to 90°']);
  });

  it('say what keeping a barred limb costs: the rule it stands against', () => {
    const tree = vase({ ...FOUR, e: [64, 95, 20, 80, 12] });
    expect(judged(tree).verdicts['e']?.decision).toBe('out');
    const pinned = judged({ ...tree, rulings: { e: 'keep' } });
    expect(['scaffold', 'leave']).toContain(pinned.verdicts['e']?.decision);
    expect(pinned.verdicts['e']?.price?.parts.map(tell).join()).toContain('“Narrow crotch”');
  });

  it('hold for laterals and suckers too, and say what speaks against', () => {
    const lateral: Limb = {
      ...{ id: 'a1', h: 40, bearing: 20, angle: 60, length: 30, mm: 5, condition: 'dead' },
      more: { parent: { kind: 'stem', stemId: 'a' } },
    };
    const tree = vase(FOUR);
    const withLateral = (rulings: TestTree['rulings'] & object) =>
      judged({ ...tree, limbs: [...tree.limbs, lateral], rulings }).verdicts['a1'];
    expect(withLateral({})?.decision).toBe('out');
    expect(withLateral({ a1: 'keep' })).toMatchObject({
      decision: 'leave',
      reasons: [
        { code: 'why.you-keep' },
        { code: 'finding.unsound-wood.dead', grounds: [{ on: 'finding', rule: 'unsound-wood' }] },
      ],
    });
  });

  it('always succeed, even where every rule is against them', () => {
    const all = Object.fromEntries(Object.keys(FOUR).map((id) => [id, 'keep' as const]));
    const stacked = Object.fromEntries(
      Object.entries(FOUR).map(([id, [h, , ...rest]]) => [id, [h - 10, 0, ...rest] as Row]),
    );
    const { chosen } = judged(vase(stacked, { rulings: all }));
    expect(chosen.limbs.map(({ stemId }) => stemId).sort()).toEqual(['a', 'b', 'c', 'd']);
  });
});

describe('a tree with a leader', () => {
  const leaderTree: TestTree = {
    form: 'central-leader',
    trunk: { length: 160, mm: 40 },
    limbs: [
      { id: 'a', h: 55, bearing: 0, angle: 65, length: 70, mm: 12 },
      { id: 'b', h: 65, bearing: 120, angle: 65, length: 70, mm: 12 },
      { id: 'c', h: 75, bearing: 240, angle: 65, length: 70, mm: 12 },
      { id: 'r', h: 110, bearing: 30, angle: 12, length: 70, mm: 15 },
    ],
  };

  it('keeps its own top, and the rival goes', () => {
    const { verdicts } = judged(leaderTree);
    expect([verdicts['trunk']?.decision, verdicts['r']?.decision]).toEqual(['leader', 'out']);
  });

  it('is cut back to the rival when the grower lets it lead, and what stood above goes too', () => {
    const above = { id: 's', h: 130, bearing: 200, angle: 60, length: 30, mm: 8 };
    const { verdicts, plan } = judged({
      ...leaderTree,
      limbs: [...leaderTree.limbs, above],
      rulings: { r: 'leader' },
    });
    expect([verdicts['r']?.decision, verdicts['s']?.decision]).toEqual(['leader', 'goes-with']);
    expect(plan.after.stems.map(({ id }) => id).sort()).toEqual(['a', 'b', 'c', 'r', 'trunk']);
    expect(plan.after.stems.find(({ id }) => id === 'trunk')?.length.value).toBeCloseTo(111, 6);
  });
});

describe('a tree on wires', () => {
  it('keeps a pair at its wire, names the places no limb fills, and brings a steep arm down in two stages', () => {
    const { chosen, plan, verdicts } = judged({
      form: 'horizontal-espalier',
      trunk: { length: 95, mm: 30 },
      limbs: [
        { id: 'a', h: 38, bearing: 92, angle: 32, length: 60, mm: 10 },
        { id: 'b', h: 41, bearing: 268, angle: 60, length: 60, mm: 10 },
        { id: 'f', h: 44, bearing: 180, angle: 60, length: 60, mm: 10 },
      ],
    });
    expect(chosen.limbs.map(({ stemId }) => stemId).sort()).toEqual(['a', 'b', 'trunk']);
    expect(chosen.empty.map(({ place }) => place)).toEqual(['wire 2 toward 90°', 'wire 2 toward 270°']);
    expect(verdicts['f']?.reasons.map(tell)[0]).toBe('It stands 90° out of the plane of the wall.');
    const bends = plan.acts.flatMap((act) =>
      act.kind === 'bend' ? [[act.stemId, act.toDeg, act.held?.how]] : [],
    );
    expect(bends).toEqual([
      ['a', 48, 'now'],
      ['b', 85, 'now'],
    ]);
  });
});

describe('the plan', () => {
  it('takes the share of wood that the sum of d squared times length gives', () => {
    // Trunk: frustums 10 cm at 44 mm, then 90 cm from 44 to 36.8; limbs: 2 cm at d, 78 cm from d to 3 mm.
    const frustum = (cm: number, from: number, to: number): number =>
      (cm * (from * from + from * to + to * to)) / 3;
    const limb = frustum(2, 12, 12) + frustum(78, 12, 3);
    const stem = frustum(10, 44, 44) + frustum(90, 44, 36.8);
    const rules = { 'shorten.longCm': 200, 'tips.apartCm': 200 };
    const broken: Limb = { id: 'e', h: 92, bearing: 45, angle: 20, length: 80, mm: 12, condition: 'broken' };
    const tree = vase(FOUR, { rules });
    const { plan } = judged({ ...tree, limbs: [...tree.limbs, broken] });
    expect(plan.acts.map(({ kind }) => kind)).toEqual(['take-out']);
    expect(plan.woodShare).toBeCloseTo(limb / (stem + 5 * limb), 9);
  });

  it('shortens a long limb by a third of last season’s growth, a thin one by half', () => {
    const grown = (id: string, h: number, bearing: number, mm: number): Limb => ({
      id,
      h,
      bearing,
      angle: 50,
      length: 90,
      mm,
      more: { growthCm: { '2026': 72 } },
    });
    const { plan } = judged({
      form: 'open-vase',
      trunk: { length: 100, mm: 40, headed: true },
      limbs: [grown('a', 50, 0, 8), grown('b', 62, 120, 8), grown('c', 74, 240, 6)],
    });
    const cuts = plan.acts.flatMap((act) =>
      act.kind === 'shorten' ? [[act.stemId, Math.round(act.toLengthCm)]] : [],
    );
    expect(cuts).toEqual([
      ['a', 66],
      ['b', 66],
      ['c', 54],
    ]);
  });
});
