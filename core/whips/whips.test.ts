import { describe, expect, it } from 'vitest';
import { judge } from '../judging/judge';
import { kindFacts } from '../kinds/kinds';
import { treeOf, type TestTree } from '../testing/trees';
import { budsUpTo, handOf } from '../buds/whip-buds';
import type { WhipPlan } from './whip-plan';

const apple = kindFacts('apple');
const read = { firstCm: 10, spacingCm: 3, facings: [{ bud: 4, bearingDeg: 90 }] };

function whip(more: Partial<TestTree> = {}): WhipPlan {
  const tree: TestTree = {
    form: 'central-leader',
    trunk: { length: 150, mm: 14 },
    limbs: [],
    buds: read,
    ...more,
  };
  const judged = judge(treeOf(tree));
  if (judged.kind !== 'whip') throw new Error(judged.kind);
  return judged.whip;
}

describe('the buds of a stem', () => {
  it('stand a spacing apart and turn by the kind’s spiral from the one that was seen', () => {
    const buds = budsUpTo(read, apple, 30);
    expect(buds.map(({ heightCm }) => heightCm)).toEqual([10, 13, 16, 19, 22, 25, 28]);
    // 144 deg a bud from 90 at bud 4: bud 3 at 90 - 144, bud 5 at 234, bud 6 at 378.
    expect(buds.map(({ bearingDeg }) => Math.round(bearingDeg))).toEqual([18, 162, 306, 90, 234, 18, 162]);
  });

  it('are less sure of their facing the further they are from a seen one', () => {
    const sure = budsUpTo(read, apple, 100).map(({ sureDeg }) => sureDeg);
    expect(sure[3]).toBe(0);
    expect(sure[13]).toBeCloseTo(Math.hypot(12, 30), 9);
    expect(budsUpTo({ ...read, facings: [] }, apple, 20)[0]?.sureDeg).toBe(180);
  });

  it('climb the way round that two seen facings fit', () => {
    const second = (bearingDeg: number) => ({ ...read, facings: [...read.facings, { bud: 6, bearingDeg }] });
    expect(handOf(second(18), apple)).toBe(1);
    expect(handOf(second(162), apple)).toBe(-1);
    expect(Math.round(budsUpTo(second(162), apple, 30)[4]?.bearingDeg ?? 0)).toBe(306);
  });
});

describe('the plan of a whip', () => {
  it('leaves the best buds of the first tier, two insurers each, rubs off the rest, and leaves the top alone', () => {
    const { buds, limbs } = whip();
    expect(limbs).toHaveLength(4);
    expect(new Set(limbs.map(({ bearingDeg }) => Math.round(bearingDeg / 72))).size).toBe(4);
    for (const { bud } of limbs) {
      const beside = buds.filter((b) => Math.abs(b.bud - bud) === 1).map(({ role }) => role);
      expect(beside.every((role) => role === 'insurance' || role === 'chosen')).toBe(true);
    }
    expect(
      buds
        .filter(({ heightCm }) => heightCm > 90)
        .every(({ role }) => role === 'top' || role === 'insurance'),
    ).toBe(true);
    expect(buds.filter(({ heightCm }) => heightCm < 45).every(({ role }) => role === 'rub-off')).toBe(true);
    expect(buds.filter(({ notched }) => notched)).toHaveLength(4);
  });

  it('passes over blind buds', () => {
    const blind = whip()
      .limbs.slice(0, 2)
      .map(({ bud }) => bud);
    const { limbs } = whip({ buds: { ...read, blind } });
    expect(limbs.filter(({ bud }) => blind.includes(bud))).toEqual([]);
    expect(limbs.length).toBeGreaterThanOrEqual(3);
  });

  it('plans no notch on a kind that gums, even where the top is kept', () => {
    expect(whip({ kind: 'sweet-cherry' }).buds.some(({ notched }) => notched)).toBe(false);
  });

  it.each([
    ['open-vase', 'middle-way', 82.5],
    ['open-vase', 'bend-to-bear', undefined],
    ['central-leader', 'middle-way', undefined],
    ['central-leader', 'frame-first', 95],
    ['horizontal-espalier', 'middle-way', 45],
    ['fan', 'middle-way', 40],
    ['multi-stem-bush', 'middle-way', 25],
  ] as const)('%s, %s: is headed under %s cm, close over its topmost chosen bud', (form, school, under) => {
    const plan = whip({ form, school, ...(form === 'multi-stem-bush' && { kind: 'fig' }) });
    const chosen = plan.buds.filter(({ role }) => role === 'chosen').map(({ heightCm }) => heightCm);
    if (under === undefined) return expect(plan.headAtCm).toBeUndefined();
    expect(plan.headAtCm).toBeLessThanOrEqual(under);
    if (form === 'multi-stem-bush') return expect(plan.headAtCm).toBe(25);
    expect(plan.headAtCm).toBe(Math.max(...chosen) + 1);
    expect(under - (plan.headAtCm ?? 0)).toBeLessThan(15);
  });

  it('keeps a bud for the leader, the highest, where a form with one is headed', () => {
    const { buds, limbs } = whip({ form: 'horizontal-espalier' });
    const leads = buds.filter(({ role }) => role === 'chosen').at(-1);
    expect(leads?.place).toEqual({ code: 'place.leader' });
    expect(limbs.every(({ bud }) => bud < (leads?.bud ?? 0))).toBe(true);
    expect(whip({ form: 'open-vase' }).buds.some(({ place }) => place?.code === 'place.leader')).toBe(false);
  });

  it('too short for its limbs is let grow: nothing is headed, chosen or rubbed off', () => {
    const { buds, limbs, headAtCm, reasons } = whip({ form: 'open-vase', trunk: { length: 60, mm: 8 } });
    expect([limbs.length, headAtCm]).toEqual([0, undefined]);
    expect(new Set(buds.map(({ role }) => role))).toEqual(new Set(['top']));
    expect(reasons.map(({ code }) => code)).toEqual(['whip.not-ready']);
  });

  it('of a bush keeps every bud under its cut', () => {
    const { buds } = whip({ form: 'multi-stem-bush', kind: 'fig' });
    expect(new Set(buds.filter(({ heightCm }) => heightCm < 24).map(({ role }) => role))).toEqual(
      new Set(['top']),
    );
  });

  it('starts no limb where something browses, or near the union', () => {
    const sector = { fromDeg: 0, toDeg: 180, heightCm: 150, why: 'cattle', what: 'browses' as const };
    const { limbs } = whip({
      form: 'open-vase',
      trunk: { length: 180, mm: 14 },
      site: { clearance: [sector] },
    });
    expect(limbs.length).toBeGreaterThan(0);
    expect(limbs.filter(({ bearingDeg }) => bearingDeg < 180)).toEqual([]);
  });

  it('of an espalier takes one bud to either side of the wall, just under the wire', () => {
    const { limbs } = whip({ form: 'horizontal-espalier' });
    expect(limbs).toHaveLength(2);
    const off = limbs.map(({ bearingDeg }) =>
      Math.min(Math.abs(bearingDeg - 90), Math.abs(bearingDeg - 270)),
    );
    expect(Math.max(...off)).toBeLessThanOrEqual(45);
    expect(limbs.every(({ heightCm }) => heightCm >= 20 && heightCm <= 42)).toBe(true);
  });

  it('leaves many single buds where a school does: as many as may stand, and none beside them', () => {
    const school = 'bend-to-bear';
    const { buds, limbs, reasons } = whip({ form: 'open-vase', school });
    expect(limbs.length).toBeGreaterThan(
      whip({ form: 'open-vase', school: 'buds-and-notches' }).limbs.length,
    );
    expect(buds.filter(({ role }) => role === 'insurance')).toEqual([]);
    expect(reasons.map(({ code }) => code)).toContain('whip.single');
  });
});
