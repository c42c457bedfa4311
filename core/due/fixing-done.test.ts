import { describe, expect, it } from 'vitest';
import { afterActs, type Act } from '../acts/acts';
import { comesBackDeg, fixedTo } from '../fixings/fixed';
import { readingsOf } from '../history/events/acts-done';
import { letGo, type LetGo } from '../history/events/let-go';
import { sceneOf } from '../judging/scene';
import { treeOf } from '../testing/trees';
import { because } from '../words/message';
import type { Fixing, StemReadings } from '../tree/stem-readings';
import { fixingDone } from './fixing-done';

const TODAY = '2027-10-20';
const TIE: Fixing = {
  ...{ what: 'tie', atCm: 40, since: '2027-08-01', offBy: '2027-10-15', loopMm: 20 },
  ...{ fromDeg: 30, toDeg: 60 },
};
const OFF = { what: 'off', thing: 'tie', atCm: 40, stemIds: ['a'] } as const;

const treeWith = (fixing: Fixing) =>
  treeOf({
    ...{ form: 'open-vase', today: TODAY, trunk: { length: 110, mm: 40 } },
    limbs: [{ id: 'a', h: 60, bearing: 0, angle: 60, length: 80, mm: 12, more: { fixings: [fixing] } }],
  });

/** What a book says of the limb once that is written down. */
function after(body: LetGo): StemReadings {
  const stem = treeWith(TIE).tree.stems.find(({ id }) => id === 'a');
  const stems = new Map([['a', readingsOf(stem as never)]]);
  letGo.reduce?.({ stems } as never, { ...body, happenedOn: TODAY } as never);
  return stems.get('a') as StemReadings;
}

describe('a tie that has done its work', () => {
  const state = treeWith(TIE);
  const scene = sceneOf(state);
  const stem = scene.laid.tree.stems.find(({ id }) => id === 'a') as never;
  const back = Math.round(comesBackDeg(scene, stem, TIE) as number);

  it('is off: the limb is taken to lie where it was expected to come back to, and is not said to be measured', () => {
    expect(back).toBeGreaterThan(0);
    expect(fixingDone(state, OFF)).toMatchObject({ kind: 'let-go', staysOff: true, expectedDeg: back });
    const limb = after(fixingDone(state, OFF) as LetGo);
    expect(limb.fixings).toEqual([]);
    expect(limb.set).toMatchObject({ value: 60 - back, how: 'guessed' });
    // As planned work it is left so too.
    const act = {
      kind: 'let-go',
      stemId: 'a',
      what: 'tie',
      atCm: 40,
      expectedDeg: back,
      reason: because('as-written'),
    };
    const worked = afterActs(state.tree, [act as Act]).stems.find(({ id }) => id === 'a');
    expect([worked?.shape.run.value, worked?.shape.run.how, worked?.fixings]).toEqual([
      60 - back,
      'guessed',
      [],
    ]);
    // Where it was read, that counts.
    const read = after({ ...(fixingDone(state, OFF) as LetGo), heldDeg: 60, backToDeg: 52 });
    expect(read.set).toMatchObject({ value: 52, how: 'gauge' });
  });

  it('is tied again where the limb came back too far: it holds what has not set, and comes off another season', () => {
    const limb = after(fixingDone(state, OFF, false) as LetGo);
    const [tie] = limb.fixings ?? [];
    expect(tie).toEqual({ ...TIE, since: TODAY, fromDeg: 60 - back, offBy: undefined });
    expect(limb.set).toEqual(readingsOf(stem).set);
    const [fixed] = fixedTo(sceneOf(treeWith(tie as Fixing)));
    expect(fixed?.due).toBeUndefined();
    expect(fixed?.offBy?.slice(0, 4)).toBe('2028');
  });

  it('is nothing to write down once it is gone, and what holds no bend comes back by nothing', () => {
    expect(fixingDone(state, { ...OFF, atCm: 10 })).toBeUndefined();
    const wrapped = treeWith({ what: 'wrap', atCm: 5, since: '2026-05-01', offBy: '2027-10-01' });
    const off = fixingDone(wrapped, { what: 'off', thing: 'wrap', atCm: 5, stemIds: ['a'] });
    expect(off).toEqual({
      ...{ kind: 'let-go', treeId: 'tree', stemId: 'a' },
      what: 'wrap',
      atCm: 5,
      staysOff: true,
    });
  });
});
