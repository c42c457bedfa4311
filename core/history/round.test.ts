import { describe, expect, it } from 'vitest';
import { capsLeft } from '../acts/account';
import { readYardFile } from '../formats/read';
import { judge, type Judgement } from '../judging/judge';
import { readFileSync } from 'node:fs';
import type { PlainEvent } from './events';
import { draftOf, readBook, treeState, type TreeState } from './tree-at';
import { doneOn } from './events/acts-done';

const file = readYardFile(readFileSync(new URL('../../demo/two-hillsides.json', import.meta.url), 'utf8'));
if (file.kind !== 'good') throw new Error('the demo yard is damaged');
const { file: demo } = file;
const TODAY = '2026-11-25';

/** The demo peach after some acts of its plan were ticked one by one, each on the tree the last one left. */
function ticked(
  pick: (plan: Judgement['plan']) => Judgement['plan']['acts'][number] | undefined,
  times: number,
): TreeState {
  const read = readBook(demo);
  const record = read.trees.find((tree) => tree.record.id === 'harrier')?.record;
  if (!record) throw new Error('no such tree');
  const events = [...(read.eventsOf.get('harrier') ?? [])];
  const state = () =>
    treeState({ ...read, eventsOf: new Map([['harrier', events]]) }, 'harrier', { today: TODAY });
  for (let i = 0; i < times; i++) {
    const now = state() as TreeState;
    const act = pick((judge(now, { withPrices: false }) as Judgement).plan);
    if (!act) break;
    const body = doneOn('harrier', draftOf(record, events), [act]);
    events.push({
      ...body,
      id: `t-${i}`,
      happenedOn: TODAY,
      clock: 9e14 + i,
      device: 'd',
      sequence: 900 + i,
      recordedAt: '',
      ruleSet: '',
    } as PlainEvent);
  }
  return state() as TreeState;
}
const keys = ({ plan }: Judgement): string[] =>
  plan.acts.map((act) => `${act.kind} ${'stemId' in act ? act.stemId : ''}`).sort();
const judged = (state: TreeState): Judgement => judge(state, { withPrices: false }) as Judgement;

describe('a round that is ticked act by act', () => {
  it('leaves the rest of the plan as it was: it is still the first shaping, and what went counts with what is to go', () => {
    const before = judged(ticked(() => undefined, 0));
    const out = (plan: Judgement['plan']) => plan.acts.find(({ kind }) => kind === 'take-out');
    for (const times of [1, 4, 8]) {
      const state = ticked(out, times);
      expect(state.round?.wasFirst).toBe(true);
      const left = keys(judged(state));
      expect(left.length).toBe(before.plan.acts.length - times);
      for (const key of left) expect(keys(before)).toContain(key);
    }
  });

  it('has no round on a day of the next wood’s year, and is then no first shaping any more', () => {
    const read = readBook(demo);
    expect(treeState(read, 'weir', { today: '2026-12-01' })?.round).toBeUndefined();
    expect(treeState(read, 'weir', { today: '2026-08-01' })?.round?.wasFirst).toBe(false);
  });
});

it('what is left of a cap is a share of what is left of the tree, by hand', () => {
  // A half may go; a fifth is gone: three tenths of the whole, of the eight tenths that are left.
  const caps = { wood: 0.5, shoots: 0.5, points: 0.2 };
  const left = capsLeft(caps, { wood: 0.2, shoots: 0, points: 0.5 });
  expect(left.wood).toBeCloseTo(0.375, 9);
  expect([left.shoots, left.points]).toEqual([0.5, 0]);
});
