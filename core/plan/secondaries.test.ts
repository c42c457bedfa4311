import { describe, expect, it } from 'vitest';
import { judge } from '../judging/judge';
import type { Notch } from '../acts/notch';
import { treeOf, type Limb, type TestTree } from '../testing/trees';

const GROWN = { growthCm: { '2025': 45, '2026': 70 } };

/** Three limbs round a young leader, the first over a metre long; its neighbours stand 80 deg to its right and 140 to its left. */
function notches(first: Partial<Limb> = {}, more: Partial<TestTree> = {}, carried: Limb[] = []): Notch[] {
  const limb = (id: string, h: number, bearing: number): Limb => ({
    ...{ id, h, bearing, angle: 60, length: 60, mm: 12 },
  });
  const a: Limb = { ...limb('a', 62, 0), length: 115, mm: 17, more: { sideShoots: 0, ...GROWN }, ...first };
  const judged = judge(
    treeOf({
      ...{ form: 'modified-leader', trunk: { length: 240, mm: 42 }, school: 'bend-to-bear' },
      limbs: [a, limb('b', 84, 80), limb('c', 106, 220), ...carried],
      ...more,
    }),
    { withPrices: false },
  );
  if (judged.kind !== 'judged') throw new Error(judged.kind);
  return judged.plan.acts.flatMap((act) => (act.kind === 'notch' ? [act] : []));
}

/** A shoot on the first limb. */
const shoot = (h: number, bearing: number, length: number): Limb => ({
  ...{ id: `s${h}`, h, bearing, angle: 60, length, mm: 7 },
  more: { parent: { kind: 'stem', stemId: 'a' } },
});
const listed = { more: GROWN };

describe('a limb of the frame over a metre long on which no side shoot was counted', () => {
  it('has a bud notched some 45 cm out, on the side where there is more room', () => {
    expect(notches()).toMatchObject([{ stemId: 'a', atCm: 45, facingDeg: 270, towardDeg: 320 }]);
  });

  it('over a bud that is known to face that way, where there is one', () => {
    const budsSeen = { spacingCm: 4, facings: [{ atCm: 50, facingDeg: 290 }] };
    expect(notches({ more: { sideShoots: 0, ...GROWN, budsSeen } })).toMatchObject([
      { atCm: 50, facingDeg: 290 },
    ]);
  });

  it.each<[string, Partial<Limb>, Partial<TestTree>]>([
    ['the kind gums', {}, { kind: 'peach' }],
    ['it is in leaf', {}, { visitedOn: '2026-06-20' }],
    ['no one counted its side shoots', { more: GROWN }, {}],
    ['the limb is too short', { length: 62, more: { sideShoots: 0 } }, {}],
    [
      'the wood there is old',
      { more: { sideShoots: 0, growthCm: { '2024': 20, '2025': 20, '2026': 20 } } },
      {},
    ],
    ['its form has none', {}, { form: 'spiral-leader' }],
  ])('but not where %s', (_, first, more) => {
    expect(notches(first, more)).toEqual([]);
  });
});

describe('the next side limb', () => {
  it('is wanted on the other side of the limb, further out', () => {
    expect(notches(listed, {}, [shoot(44, 320, 50)])).toMatchObject([
      { stemId: 'a', atCm: 79, facingDeg: 90, towardDeg: 40 },
    ]);
  });

  it('is not made where a shoot stands that may become one, nor near the end', () => {
    expect(notches(listed, {}, [shoot(44, 320, 50), shoot(85, 40, 25)])).toEqual([]);
    expect(notches({ ...listed, length: 100 }, {}, [shoot(44, 320, 50)])).toEqual([]);
  });
});
