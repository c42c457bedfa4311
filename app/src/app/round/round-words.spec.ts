import { describe, expect, it } from 'vitest';
import type { Due, PlannedAct, Step, TreeState, WorkLine } from '../../../../core';
import { tell } from '../../../../core/testing/tell';
import { letsGo, mayWait, plannedActs, stemsOf, stepTold, tagTold, waysOf } from './round-words';

const act = (kind: PlannedAct['kind'], more: object = {}): Step => {
  const planned = { id: `${kind}:a`, kind, stemId: 'a', ...more } as unknown as PlannedAct;
  const line = { tag: 'A', words: { code: 'act.move', args: { what: 'tie' } } } as unknown as WorkLine;
  return { kind: 'act', id: planned.id, act: planned, line, due: undefined };
};
const due = (more: Partial<Due>): Step => {
  const one = { what: 'look', thing: 'tie', stemIds: ['a', 'b'], pressing: 'now', on: '2027-04-01', ...more };
  return { kind: 'due', id: 'd', due: one as unknown as Due };
};
const STATE = { tree: { stems: [{ id: 'a', tag: 'A' }] } } as unknown as TreeState;

describe('a step of the round', () => {
  it('names what is done, and the limbs it is done to by their tags', () => {
    expect([tagTold(act('take-out'), STATE), stemsOf(act('take-out'))]).toEqual(['A', ['a']]);
    // A limb that is gone is named as it was.
    expect(tagTold(due({}), STATE)).toBe('A, b');
    expect(tell(stepTold(due({})))).toMatch(/look at the tie/i);
    expect([tagTold(due({ what: 'disbud', stemIds: [] }), STATE), stemsOf(act('make-limb'))]).toEqual([
      undefined,
      ['a'],
    ]);
    expect(plannedActs([due({}), act('bend')]).map(({ kind }) => kind)).toEqual(['bend']);
  });

  it('is only left in doubt where nothing bites meanwhile, and seen close up where there is a cut', () => {
    expect(waysOf(act('take-out'))).toEqual({ left: true, otherwise: true, unsure: true, close: true });
    expect(waysOf(act('shorten')).close).toBe(false);
    expect(waysOf(act('shorten', { bud: {} })).close).toBe(true);
    for (const kind of ['let-go', 'loosen', 'stake', 'move'] as const)
      expect(waysOf(act(kind)).unsure).toBe(false);
    expect(waysOf(due({}))).toEqual({ left: false, otherwise: false, unsure: false, close: false });
    expect(waysOf(due({ what: 'disbud' })).left).toBe(true);
  });

  it('may come back too far only where what is let go holds a bend', () => {
    const tie = { what: 'off', thing: 'tie', stemIds: ['a'] };
    expect(letsGo(act('let-go', { what: 'tie', atCm: 30 }))).toEqual({ ...tie, atCm: 30 });
    expect(letsGo(due({ what: 'off', thing: 'weight' }))?.thing).toBe('weight');
    expect(waysOf(due({ what: 'off', thing: 'weight' })).otherwise).toBe(true);
    for (const none of [act('let-go', { what: 'stake' }), act('loosen', { what: 'tie' }), due({})])
      expect(letsGo(none)).toBeUndefined();
  });

  it('says when it would be better done where that is yet to come', () => {
    expect(mayWait(due({ pressing: 'now' }))).toBeUndefined();
    expect(mayWait(due({ pressing: 'overdue' }))).toBeUndefined();
    expect(mayWait(act('bend'))).toBeUndefined();
    const later = mayWait(due({ pressing: 'later' }));
    expect(later && tell(later)).toContain('1 April 2027');
    // What is dead, broken or ill waits for no day.
    const cut = { ...act('take-out'), due: { pressing: 'later', on: '2027-04-01' } } as unknown as Step;
    const phase = (of: string) => ({ ...cut, line: { phase: of } }) as unknown as Step;
    expect([mayWait(phase('hygiene')), mayWait(phase('structure'))?.code]).toEqual([
      undefined,
      'round.better',
    ]);
  });
});
