import { describe, expect, it } from 'vitest';
import { judge, type Judgement } from '../judging/judge';
import { crotchDeg, prolongs } from '../tree/joins';
import { layOut } from '../tree/course';
import { stemOf, type Stem } from '../tree/stem';
import { treeOf, type Limb, type TestTree } from '../testing/trees';

const on = (parent: string, id: string, h: number, more: Partial<Limb>): Limb => ({
  ...{ id, h, bearing: 90, angle: 45, length: 90, mm: 12 },
  ...more,
  more: { parent: { kind: 'stem', stemId: parent }, ...more.more },
});

function judged(tree: TestTree): Judgement {
  const answer = judge(treeOf(tree), { withPrices: false });
  if (answer.kind !== 'judged') throw new Error(answer.kind);
  return answer;
}

describe('a side shoot on an arm along a wall', () => {
  const arm: Limb = { id: 'a', h: 43, bearing: 90, angle: 88, length: 110, mm: 16 };
  const wired = (shoot: Partial<Limb>, more: Partial<TestTree> = {}): Judgement =>
    judged({
      ...{ form: 'horizontal-espalier', kind: 'apple', trunk: { length: 130, mm: 34 } },
      limbs: [
        arm,
        { ...arm, id: 'b', h: 44, bearing: 270 },
        on('a', 's', 55, { angle: 60, mm: 6, ...shoot }),
      ],
      ...more,
    });

  it('that stands out from it is clipped to three buds of its kind', () => {
    const { plan } = wired({ bearing: 180, length: 30 });
    const cut = plan.acts.find((act) => act.kind === 'shorten' && act.stemId === 's');
    expect(cut).toMatchObject({ purpose: 'renew', reason: { code: 'side.from-wall' } });
    expect(cut?.kind === 'shorten' && cut.toLengthCm).toBeLessThan(15);
  });

  it.each<[string, Partial<Limb>, Partial<TestTree>]>([
    ['along the wall', { bearing: 95, length: 30 }, {}],
    ['short', { bearing: 180, length: 15 }, {}],
    ['in leaf', { bearing: 180, length: 30 }, { visitedOn: '2026-06-20' }],
  ])('is not clipped where it is %s', (_, shoot, more) => {
    expect(wired(shoot, more).plan.acts.filter((act) => 'stemId' in act && act.stemId === 's')).toEqual([]);
  });

  it('counts for nothing in what the arms are held against: an arm outgrows no peer', () => {
    const told = wired({ bearing: 180, length: 30 }).verdicts['a']?.reasons.map(({ code }) => code);
    expect(told).not.toContain('weighed.peers');
  });
});

describe('a rib that rises from an arm of a fan', () => {
  const arm = (id: string, bearing: number): Limb => ({
    ...{ id, h: 30, bearing, angle: 58, length: 48, mm: 22 },
    more: { headed: true },
  });
  const fan = (rib: Partial<Limb>): Judgement =>
    judged({
      ...{ form: 'fan', kind: 'nectarine', trunk: { length: 40, mm: 46, headed: true } },
      limbs: [
        ...[arm('w', 270), arm('e', 90)],
        ...[
          on('w', 'w1', 15, { bearing: 270, angle: 24 }),
          on('w', 'w3', 46, { bearing: 270, angle: 74 }),
          on('e', 'e1', 15, { angle: 24 }),
          on('e', 'e3', 46, { angle: 74 }),
        ],
        on('e', 'r', 30, rib),
      ],
    });

  it('stays however sharply it leaves its arm: it hangs on its cane', () => {
    const { verdicts, findings } = fan({ angle: 48 });
    expect(verdicts['r']?.decision).not.toBe('out');
    expect(findings.filter(({ rule, stemId }) => rule === 'narrow-crotch' && stemId === 'r')).toEqual([]);
  });

  it('goes with bark trapped in its join, or out of the plane', () => {
    expect(fan({ angle: 48, barkTrapped: true }).verdicts['r']?.decision).toBe('out');
    expect(fan({ angle: 48, bearing: 180, length: 60 }).verdicts['r']?.decision).toBe('out');
  });

  it('may rise anywhere along an arm that was cut back', () => {
    const long = (headed: boolean): Judgement =>
      judged({
        ...{ form: 'fan', kind: 'nectarine', trunk: { length: 40, mm: 46, headed: true } },
        limbs: [
          { ...arm('w', 270), length: 80, more: { headed } },
          { ...arm('e', 90), length: 80, more: { headed } },
          on('e', 'r', 72, { angle: 30 }),
        ],
      });
    expect(long(true).verdicts['r']?.decision).toBe('scaffold');
    expect(long(false).verdicts['r']?.job).toBe('secondary');
  });
});

describe('what prolongs a cut limb', () => {
  const join = (h: number, angle: number): { isOn: boolean; crotch: number | undefined } => {
    const { tree } = treeOf({
      ...{ form: 'open-vase', trunk: { length: 90, mm: 40, headed: true } },
      limbs: [
        { id: 'a', h: 60, bearing: 90, angle: 50, length: 80, mm: 18, more: { headed: true } },
        on('a', 's', h, { angle }),
      ],
    });
    const [laid, s] = [layOut(tree), stemOf(tree, 's') as Stem];
    return { isOn: prolongs(laid, s), crotch: crotchDeg(laid, s) };
  };

  it('rises within 3 cm of its end, or within 15 in its line', () => {
    expect(join(78, 20)).toEqual({ isOn: true, crotch: undefined });
    expect(join(68, 42)).toEqual({ isOn: true, crotch: undefined });
  });

  it('is no shoot further back, or one that turns off', () => {
    expect(join(62, 42)).toEqual({ isOn: false, crotch: expect.closeTo(8, 1) as number });
    expect(join(68, 30)).toEqual({ isOn: false, crotch: expect.closeTo(20, 1) as number });
  });
});
