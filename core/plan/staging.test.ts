import { tell } from '../testing/tell';
import { because } from '../words/message';
import { describe, expect, it } from 'vitest';
import { judge, type Judgement } from '../judging/judge';
import { treeOf, type Limb, type TestTree } from '../testing/trees';
import { woodBetween } from '../tree/taper';
import { accountOf, passedCap } from '../acts/account';
import type { Act } from '../acts/acts';

const four: Limb[] = [0, 90, 180, 270].map((bearing, i) => ({
  ...{ id: `l${i}`, h: 52 + i * 12, bearing, angle: 50, length: 55, mm: 13 },
}));
const thick = (id: string, bearing: number, h: number): Limb => ({
  id,
  h,
  bearing,
  angle: 20,
  length: 150,
  mm: 26,
});
const tree: TestTree = {
  ...{ form: 'open-vase', trunk: { length: 110, mm: 46, headed: true }, shapedBefore: true },
  limbs: [...four, thick('k', 45, 58), thick('m', 135, 70), thick('n', 225, 82), thick('o', 315, 94)],
};

function judged(more: Partial<TestTree> = {}): Judgement {
  const answer = judge(treeOf({ ...tree, ...more }), { withPrices: false });
  if (answer.kind !== 'judged') throw new Error(answer.kind);
  return answer;
}

describe('what goes in a winter', () => {
  // Trunk: 10 cm at 46 mm, 100 cm from 46 to 38; a limb: 2 cm at d, the rest from d to 3 mm.
  const frustum = (cm: number, a: number, b: number): number => (cm * (a * a + a * b + b * b)) / 3;
  const limb = (cm: number, d: number): number => 2 * d * d + frustum(cm - 2, d, 3);
  const whole = 10 * 46 * 46 + frustum(100, 46, 38) + 4 * limb(55, 13) + 4 * limb(150, 26);

  /** What becomes of the four thick ones, those that go first before the others. */
  const fates = ({ verdicts }: Judgement): unknown[] =>
    ['k', 'm', 'n', 'o'].map((id) => verdicts[id]?.until ?? verdicts[id]?.decision).sort();

  it('is as much as the cap allows, the rest dated: two of four at 10.5 % of the wood each under a cap of 22 %', () => {
    expect(limb(150, 26) / whole).toBeCloseTo(0.105, 3);
    expect(fates(judged({ rules: { 'wood.capRatio': 0.22 } }))).toEqual([
      ...['2027-11-14', '2027-11-14', 'out', 'out'],
    ]);
  });

  it.each(['k', 'm', 'n', 'o'])(
    'is what harms most: %s, with bark in its join, whatever the others',
    (id) => {
      const limbs = tree.limbs.map((one) => ({ ...one, barkTrapped: one.id === id }));
      const { verdicts } = judged({ limbs, rules: { 'wood.capRatio': 0.12 } });
      expect(verdicts[id]).toMatchObject({ decision: 'out', rule: 'bark' });
      const others = ['k', 'm', 'n', 'o'].filter((other) => other !== id);
      expect(others.map((other) => verdicts[other]?.decision)).toEqual([
        ...['temporary', 'temporary', 'temporary'],
      ]);
    },
  );

  // Shoots: 4 of 55 cm and 4 of 150 cm, so 18.3 % of their length each; eight growing points, 12.5 % each.
  it.each([
    ['shoots.capRatio', 0.4, '40 % of the leaf-bearing shoots'],
    ['points.capRatio', 0.3, '30 % of the growing points'],
  ] as const)('is held by the cap on %s as well: two of four under %d', (key, cap, words) => {
    const answer = judged({ rules: { [key]: cap, 'wood.capRatio': 0.9 } });
    expect(fates(answer)).toEqual(['2027-11-14', '2027-11-14', 'out', 'out']);
    const later = Object.values(answer.verdicts).find(({ decision }) => decision === 'temporary');
    const [why] = later?.reasons ?? [];
    expect(why && tell(why)).toContain(words);
    expect(why?.grounds).toEqual([{ on: 'figure', key }]);
  });

  it('goes on to a third winter when two are not enough', () => {
    expect(fates(judged({ rules: { 'wood.capRatio': 0.1 } }))).toEqual([
      ...['2027-11-14', '2028-11-14', '2028-11-14', 'out'],
    ]);
  });

  it('may be more at the first shaping', () => {
    const { plan, verdicts } = judged({ shapedBefore: false, rules: { 'wood.capRatio': 0.22 } });
    expect(plan.caps.wood).toBe(0.5);
    expect(Object.values(verdicts).filter(({ decision }) => decision === 'temporary')).toEqual([]);
  });

  it('never leaves dead wood or the rootstock’s shoots for later', () => {
    const dead = { ...thick('k', 45, 58), condition: 'dead' as const };
    const sucker = { ...thick('s', 10, 5), length: 200, mm: 30 };
    const { verdicts } = judged({ limbs: [...four, dead, sucker], rules: { 'wood.capRatio': 0.02 } });
    expect([verdicts['k']?.decision, verdicts['s']?.decision]).toEqual(['out', 'out']);
  });

  it('leaves out, whole and dated, what the grower leaves for a year', () => {
    const { verdicts, plan } = judged({ rulings: { k: 'wait' } });
    expect(verdicts['k']).toMatchObject({
      decision: 'temporary',
      ruling: 'wait',
      until: '2027-11-01',
      keptFor: 'doubt',
    });
    expect(plan.acts.filter((act) => 'stemId' in act && act.stemId === 'k').map(({ kind }) => kind)).toEqual([
      'stay',
    ]);
    expect(verdicts['m']?.decision).toBe('out');
  });

  it('what stays is shortened, and dated in the plan with its purpose', () => {
    const { plan } = judged({ rules: { 'wood.capRatio': 0.22 } });
    const about = plan.acts.filter((act) => 'stemId' in act && act.stemId === 'o');
    expect(about).toMatchObject([
      { kind: 'stay', until: '2027-11-14', keptFor: 'leaf' },
      { kind: 'shorten', toLengthCm: 75 },
    ]);
    const school = judged({ rules: { 'wood.capRatio': 0.22 }, school: 'buds-and-notches' });
    expect(school.verdicts['o']?.keptFor).toBe('shade');
  });
});

describe('the account', () => {
  it('is the share of wood, of shoots by length, and of growing points', () => {
    const { tree: before } = treeOf(tree);
    const reason = because('as-written');
    const account = accountOf(before, [
      { kind: 'take-out', stemId: 'k', diameterMm: 26, reason },
      { kind: 'shorten', stemId: 'l0', toLengthCm: 30, diameterMm: 8, reason },
    ]);
    expect(account.shoots).toBeCloseTo((150 + 25) / (4 * 55 + 4 * 150), 9);
    expect(account.points).toBeCloseTo(1 / 8, 9);
    const gone = woodBetween({ lengthCm: 150, datumCm: 2, datumMm: 26, endMm: 3 }, 0, 150);
    expect(account.wood).toBeGreaterThan(gone / (gone * 10));
  });

  it('counts no dead wood, and of a trunk that grows on its newest growth as leaf', () => {
    const grown = { growthCm: { '2025': 60, '2026': 50 } };
    const { tree: before } = treeOf({
      ...{ form: 'central-leader', trunk: { length: 200, mm: 40, more: grown } },
      limbs: [
        { id: 'a', h: 60, bearing: 0, angle: 55, length: 100, mm: 16 },
        { id: 'd', h: 80, bearing: 180, angle: 55, length: 100, mm: 16, condition: 'dead' },
      ],
    });
    const out = (stemId: string): Act => ({
      ...{ kind: 'take-out', stemId, diameterMm: 16, reason: because('as-written') },
    });
    expect(accountOf(before, [out('d')])).toEqual({ wood: 0, shoots: 0, points: 0 });
    expect(accountOf(before, [out('a')]).shoots).toBeCloseTo(100 / (100 + 50), 9);
    expect(accountOf(before, [out('a'), out('d')]).points).toBeCloseTo(1 / 2, 9);
  });

  it('passes a cap by whole percent, as it is told', () => {
    const caps = { wood: 0.3, shoots: 0.3, points: 0.5 };
    expect(passedCap({ wood: 0.304, shoots: 0.2, points: 0.2 }, caps)).toBeUndefined();
    expect(passedCap({ wood: 0.304, shoots: 0.306, points: 0.2 }, caps)).toBe('shoots');
  });
});
