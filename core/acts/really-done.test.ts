import { expect, it } from 'vitest';
import { treeOf } from '../testing/trees';
import { afterActs, ACT_KINDS, type PlannedAct } from './acts';
import { mayDiffer, reallyDone } from './really-done';

const reason = { code: 'as-written', args: { words: 'x' } } as const;
const BUD = {
  facingDeg: 0,
  bearingDeg: 90,
  angleDeg: 40,
  sureDeg: 10,
  isKnown: true,
  facing: { code: 'as-written', args: { words: 'out' } },
};
const CUT = {
  id: '1',
  kind: 'shorten',
  stemId: 'a',
  toLengthCm: 40,
  diameterMm: 9,
  purpose: 'fork',
  bud: BUD,
  reason,
} as unknown as PlannedAct;

it('a cut at another length, or on another limb, is no longer to the bud that was planned', () => {
  expect(reallyDone(CUT, { toLengthCm: 40, stemId: 'a' })).toBe(CUT);
  expect(reallyDone(CUT, { toLengthCm: 33 })).toEqual({
    id: '1',
    kind: 'shorten',
    stemId: 'a',
    toLengthCm: 33,
    diameterMm: 9,
    purpose: 'fork',
    reason,
  });
  expect(reallyDone(CUT, { stemId: 'b' })).toMatchObject({ stemId: 'b', toLengthCm: 40 });
});

it('another limb may have gone, and a limb have come to another angle; nothing else of an act is changed', () => {
  const out = { id: '2', kind: 'take-out', stemId: 'a', reason } as unknown as PlannedAct;
  expect(reallyDone(out, { stemId: 'b', toDeg: 30 })).toEqual({ ...out, stemId: 'b' });
  const bend = {
    id: '3',
    kind: 'bend',
    stemId: 'a',
    fromDeg: 30,
    toDeg: 60,
    reason,
  } as unknown as PlannedAct;
  expect(reallyDone(bend, { toDeg: 52, stemId: 'b' })).toEqual({ ...bend, toDeg: 52 });
  for (const kind of ACT_KINDS) {
    if (mayDiffer({ kind } as PlannedAct).length > 0) continue;
    const act = { id: '4', kind, stemId: 'a' } as unknown as PlannedAct;
    expect(reallyDone(act, { toDeg: 1, toLengthCm: 1, stemId: 'b' })).toBe(act);
  }
});

it('what was typed of a limb’s length is not told of what is left of it', () => {
  const { tree } = treeOf({
    ...{ form: 'open-vase', trunk: { length: 110, mm: 44 } },
    limbs: [{ id: 'a', h: 60, bearing: 0, angle: 50, length: 70, mm: 13 }],
  });
  const typed = {
    ...tree,
    stems: tree.stems.map((stem) => ({ ...stem, length: { ...stem.length, typed: '70 cm' } })),
  };
  const cut = afterActs(typed, [CUT]).stems.find(({ id }) => id === 'a');
  expect(cut?.length).toMatchObject({ value: 40 });
  expect(cut?.length.typed).toBeUndefined();
});
