import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { dueOf } from '../due/due-of';
import { leftDueFor } from '../due/left';
import { readYardFile } from '../formats/read';
import type { BookEvent, EventBody } from '../history/events';
import { readBook, treeState, type ReadBook, type TreeState } from '../history/tree-at';
import { seasonPlace } from '../seasons/stages';
import { NO_WEATHER } from '../seasons/weather';
import { judge, type Judgement } from './judge';

const demo = readYardFile(readFileSync(new URL('../../demo/two-hillsides.json', import.meta.url), 'utf8'));
if (demo.kind !== 'good') throw new Error('the demo yard is not a good file');
const { yard, events } = demo.file;
const TODAY = '2027-02-10';
const NEXT_WINTER = { north: '2027-11-05', south: '2027-05-05' };

let n = 0;
const entry = (happenedOn: string, body: EventBody): BookEvent => {
  n++;
  const recordedAt = new Date(Date.UTC(2027, 0, 1, 0, 0, n)).toISOString();
  return {
    id: `x${n}`,
    device: 'x',
    sequence: n,
    clock: 1e6 + n,
    happenedOn,
    recordedAt,
    ruleSet: '',
    ...body,
  };
};
const bookWith = (...more: BookEvent[]): ReadBook => readBook({ yard, events: [...events, ...more] });
const stateOf = (read: ReadBook, id: string, today = TODAY): TreeState =>
  treeState(read, id, { today }) as TreeState;
const judged = (state: TreeState): Judgement | undefined => {
  const found = judge(state, { withPrices: false });
  return found.kind === 'judged' ? found : undefined;
};

const trees = bookWith().trees.map(({ record }) => record.id);
/** Every limb of the demo yard that goes by itself. */
const going = trees.flatMap((treeId) => {
  const before = judged(stateOf(bookWith(), treeId));
  return Object.values(before?.verdicts ?? {}).flatMap((verdict) =>
    verdict.decision === 'out' && verdict.ruling === 'undecided' && before
      ? [{ treeId, before, verdict }]
      : [],
  );
});

describe('a limb left a year in doubt', () => {
  it('stays, dated, and costs no other limb its place: of all that go in the demo yard', () => {
    expect(going.length).toBeGreaterThan(15);
    for (const { treeId, before, verdict } of going) {
      const wait = entry(TODAY, { kind: 'overruled', treeId, stemId: verdict.stemId, ruling: 'wait' });
      const state = stateOf(bookWith(wait), treeId);
      const after = judged(state) as Judgement;
      const name = `${treeId} ${verdict.stemId}`;
      expect(after.verdicts[verdict.stemId], name).toMatchObject({ decision: 'temporary', keptFor: 'doubt' });
      const fates = ({ verdicts }: Judgement): Record<string, string> =>
        Object.fromEntries(Object.values(verdicts).map(({ stemId, decision }) => [stemId, decision]));
      const [was, is] = [fates(before), fates(after)];
      const goes = (decision = ''): boolean => decision === 'out' || decision === 'goes-with';
      for (const { id } of state.tree.stems)
        expect(goes(is[id]) && !goes(was[id]), `${name}: ${id}`).toBe(false);
      // It is said already: there is nothing to tick.
      expect(after.plan.acts.some((act) => act.kind === 'stay' && act.stemId === verdict.stemId)).toBe(false);
    }
  });

  it('is judged again in the next winter, and asked about with what the doubt was, until it is said what becomes of it', () => {
    const [first] = going;
    if (!first) throw new Error('no limb goes');
    const { treeId, verdict } = first;
    const [doubt] = verdict.reasons;
    const { stemId } = verdict;
    const wait = entry(TODAY, {
      ...{ kind: 'overruled', treeId, stemId, ruling: 'wait' },
      ...(doubt && { doubt }),
    });
    const place = seasonPlace({ latitudeDeg: 50 }, NO_WEATHER);
    const dueOn = (today: string, ...more: BookEvent[]) => {
      const read = bookWith(wait, ...more);
      const state = stateOf(read, treeId, today);
      return dueOf({ state, events: read.eventsOf.get(treeId) ?? [] }, place).filter(
        (due) => due.what === 'ends' && due.stemIds.includes(stemId),
      );
    };
    const { latitudeDeg } = stateOf(bookWith(), treeId).site;
    const winter = latitudeDeg < 0 ? NEXT_WINTER.south : NEXT_WINTER.north;
    expect(stateOf(bookWith(wait), treeId, winter).rulings[stemId]).toBeUndefined();
    expect(dueOn(TODAY).every(({ pressing }) => pressing !== 'now' && pressing !== 'overdue')).toBe(true);
    const [due] = dueOn(winter);
    expect(due).toMatchObject({ pressing: 'now', why: { code: 'due.ends.doubt.why', args: { doubt } } });
    // Said to stay it is asked about no more; left once more it is, a winter on; put off for a week, in a week.
    const said = entry(winter, { kind: 'overruled', treeId, stemId, ruling: 'keep' });
    expect(dueOn(winter, said)).toEqual([]);
    const again = entry(winter, { kind: 'overruled', treeId, stemId, ruling: 'wait' });
    expect(dueOn(winter, again)).toEqual([]);
    expect(dueOn('2028-11-05', again)[0]?.pressing).toBe('now');
    const put = entry(winter, leftDueFor(due as never, 'out-of-reach'));
    expect(dueOn(winter, put)[0]?.pressing).toBe('week');
  });
});
