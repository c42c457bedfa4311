import { tell } from '../testing/tell';
import { describe, expect, it } from 'vitest';
import { judge } from '../judging/judge';
import { FORMS } from '../forms';
import { KINDS } from '../kinds/kinds';
import { treeOf } from '../testing/trees';
import { habitTree, idealTree } from './ideal-tree';

describe('the tree a form is drawn with in the almanac', () => {
  it.each(FORMS.map(({ id }) => id))('%s: the program would keep every limb of it', (form) => {
    const state = treeOf({ form, trunk: { length: 100, mm: 40 }, limbs: [], kind: 'quince' });
    const judged = judge(
      { ...state, tree: { ...idealTree(form), kind: 'quince' } },
      {
        withPrices: false,
      },
    );
    if (judged.kind !== 'judged') throw new Error(judged.kind);
    const goes = Object.values(judged.verdicts).filter(({ decision }) => decision === 'out');
    expect(goes.map(({ stemId, reasons }) => `${stemId}: ${reasons.slice(0, 1).map(tell).join('')}`)).toEqual(
      [],
    );
    const [unpinned, breaches, cost] = judged.chosen.cost;
    expect([unpinned, breaches]).toEqual([0, 0]);
    // Less than what a limb and a half of the frame is worth, places it has not grown into yet among it.
    expect(cost).toBeLessThan(15_000);
  });
});

describe('the tree a kind is drawn with', () => {
  it.each(KINDS.map(({ id }) => id))('%s: its limbs leave at its own angle, round its own spiral', (id) => {
    const { stems } = habitTree(id);
    const limbs = stems.slice(1);
    const angles = new Set(limbs.map(({ shape }) => shape.departure.value));
    expect(angles.size).toBe(1);
    const kind = KINDS.find((facts) => facts.id === id);
    const turn = ((limbs[1]?.bearing.value ?? 0) - (limbs[0]?.bearing.value ?? 0) + 360) % 360;
    expect(turn).toBe(kind?.spiralDeg.value);
  });
});
