import { describe, expect, it } from 'vitest';
import type { BendCame } from '../acts/bend-came';
import { sceneOf } from '../judging/scene';
import { treeOf, type TestTree } from '../testing/trees';
import { stemOf, type Stem } from '../tree/stem';
import { FIGURE_DOUBT, LIMB_DOUBT } from './chance';
import { normalBelow } from '../readings/normal';
import { learnt } from './learnt';
import { safeLine } from './safe-line';

const bends = (n: number, strainPercent: number, came: BendCame['came']): BendCame[] =>
  Array.from({ length: n }, () => ({ wood: 'one-year', strainPercent, came }));

describe('what came of bends', () => {
  it('says nothing where none was told of, nor of wood of another age', () => {
    expect(learnt([], 'one-year', 3.6)).toEqual({ factor: 1, doubt: FIGURE_DOUBT, held: 0, cracked: 0 });
    expect(learnt(bends(5, 3, 'cracked'), 'two-year', 2.4).factor).toBe(1);
  });

  it('moves the figure as one observation of a known kind does: by hand, from Bayes’ rule', () => {
    // A crack at the figure itself: the posterior of m is N(m; 0, D) Phi(-m / d), whose mean is -D^2 / sqrt(D^2 + d^2) * phi(0) / Phi(0).
    const { factor } = learnt(bends(1, 3.6, 'cracked'), 'one-year', 3.6);
    const mean = -(FIGURE_DOUBT ** 2 / Math.hypot(FIGURE_DOUBT, LIMB_DOUBT)) * (2 / Math.sqrt(2 * Math.PI));
    expect(Math.log(factor)).toBeCloseTo(mean, 4);
    const held = learnt(bends(1, 3.6, 'held'), 'one-year', 3.6);
    expect(Math.log(held.factor)).toBeCloseTo(-mean, 4);
    expect(held).toMatchObject({ held: 1, cracked: 0 });
  });

  it('comes to the true figure with many, and grows surer', () => {
    // Wood that really cracks at 2.7 %: of bends at each strain the share that its limbs bear holds.
    const true100 = [1.8, 2.2, 2.7, 3.3, 4].flatMap((strain) => {
      const cracks = Math.round(100 * normalBelow(Math.log(strain / 2.7) / LIMB_DOUBT));
      return [...bends(cracks, strain, 'cracked'), ...bends(100 - cracks, strain, 'held')];
    });
    const { factor, doubt } = learnt(true100, 'one-year', 3.6);
    expect(3.6 * factor).toBeCloseTo(2.7, 1);
    expect(doubt).toBeLessThan(0.03);
  });

  it('learns next to nothing from bends that asked little', () => {
    expect(learnt(bends(50, 0.4, 'held'), 'one-year', 3.6).factor).toBeCloseTo(1, 3);
  });
});

describe('a yard whose limbs cracked', () => {
  const nowDeg = (more: BendCame[]): number => {
    const tree: TestTree = {
      ...{ form: 'central-leader', trunk: { length: 220, mm: 40 } },
      limbs: [
        { id: 'a', h: 90, bearing: 90, angle: 30, length: 60, mm: 14, more: { growthCm: { '2026': 60 } } },
      ],
    };
    const at = sceneOf({ ...treeOf(tree), bends: more.map((one) => ({ ...one, fruit: 'apple' })) });
    return safeLine(at, stemOf(at.laid.tree, 'a') as Stem, { way: 'upright', toDeg: 95 }).nowDeg;
  };

  it('bends less far than one whose limbs held', () => {
    expect(nowDeg(bends(3, 2.4, 'cracked'))).toBeLessThan(nowDeg([]));
    expect(nowDeg(bends(6, 3.6, 'held'))).toBeGreaterThan(nowDeg([]));
  });
});
