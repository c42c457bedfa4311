import { describe, expect, it } from 'vitest';
import { LEVEL_SITE } from '../testing/trees';
import { tell } from '../testing/tell';
import { inWritingOrder, nextClock } from './clock';
import { LAST_CLOCK } from './envelope';
import type { BookEvent, EventBody, Yard } from './events';
import { eventsInForce } from './in-force';
import { readBook, treeState } from './tree-at';
import { TreeMemo } from './tree-memo';
import type { TreeRecord } from './tree-record';
import { eventTroubles } from './written';

const record = (id: string): TreeRecord => ({
  ...{ id, name: id, kind: 'european-plum', variety: '', unionCm: 10, ownRooted: false },
  ...{ planted: '2025-01-01', place: { eastCm: 0, northCm: 0 }, form: 'open-vase' as const },
});
const yard: Yard = {
  id: 'y',
  name: 'Y',
  sites: [{ ...LEVEL_SITE, trees: [record('t'), record('u')] }],
};

let count = 0;
function event(body: EventBody, more: Partial<BookEvent> = {}): BookEvent {
  const at = { id: `e${++count}`, device: 'me', sequence: count, clock: count };
  const days = { happenedOn: '2026-01-01', recordedAt: '2026-01-01T00:00:00Z', ruleSet: '2026.1' };
  return { ...at, ...days, ...more, ...body } as BookEvent;
}
const note = (text: string, more: Partial<BookEvent> = {}, treeId = 't'): BookEvent =>
  event({ kind: 'note', treeId, text }, more);
const textsOf = (events: readonly BookEvent[]): string[] =>
  eventsInForce(events).flatMap((one) => (one.kind === 'note' ? [one.text] : []));

describe('the order of a book', () => {
  it('is by clock, then by device, sequence and id, however it lies', () => {
    const at = (clock: number, device: string, sequence: number, id: string) => ({
      clock,
      device,
      sequence,
      id,
    });
    const ordered = [
      at(1, 'z', 9, 'z'),
      at(2, 'a', 9, 'z'),
      at(2, 'b', 1, 'z'),
      at(2, 'b', 2, 'a'),
      at(2, 'b', 2, 'b'),
      at(3, 'a', 1, 'a'),
    ];
    for (const order of [
      [5, 4, 3, 2, 1, 0],
      [1, 0, 3, 2, 5, 4],
      [3, 5, 0, 4, 1, 2],
      [0, 1, 2, 3, 4, 5],
    ])
      expect(inWritingOrder(order.map((i) => ordered[i] as (typeof ordered)[0]))).toEqual(ordered);
  });

  it('of what happened is by day, and by the clock on one day, whenever it was written', () => {
    const later = note('later', { happenedOn: '2026-03-01' });
    const first = note('first', { happenedOn: '2026-01-15' });
    const second = note('second', { happenedOn: '2026-01-15' });
    expect(textsOf([second, later, first])).toEqual(['first', 'second', 'later']);
  });

  it('of a clock goes on from the wall, or past what was seen, up to the last reading there is', () => {
    expect(nextClock(1000.7, 500)).toBe(1000);
    expect(nextClock(1000, 4000)).toBe(4001);
    expect(nextClock(1000, LAST_CLOCK)).toBe(LAST_CLOCK);
  });
});

describe('a book read on a day', () => {
  it('holds what happened on that day and before', () => {
    const events = [note('on', { happenedOn: '2026-02-01' }), note('after', { happenedOn: '2026-02-02' })];
    const read = readBook({ yard, events }, '2026-02-01').eventsOf.get('t') ?? [];
    expect(read.map((one) => one.kind === 'note' && one.text)).toEqual(['on']);
  });

  it('changes a site for its trees, and adds a tree once', () => {
    const tree = record('new');
    const add = (): BookEvent => event({ kind: 'tree-added', treeId: 'new', siteId: LEVEL_SITE.id, tree });
    const change = event({ kind: 'site-changed', siteId: LEVEL_SITE.id, change: { reachCm: 260 } });
    const read = readBook({ yard, events: [add(), add(), change] });
    expect(read.trees.map(({ record: { id } }) => id)).toEqual(['t', 'u', 'new']);
    expect(treeState(read, 'new')?.site.reachCm).toBe(260);
    expect(treeState(read, 'nowhere')).toBeUndefined();
  });

  it('joins the clearance of a site and of one of its trees, and looks on the day it was planted unless told another', () => {
    const sector = (fromDeg: number) => ({ fromDeg, toDeg: fromDeg + 90, heightCm: 90, why: 'path' });
    const [site, own] = [sector(0), sector(180)];
    const cleared = { ...record('t'), clearance: [own] };
    const book = {
      yard: { ...yard, sites: [{ ...LEVEL_SITE, clearance: [site], trees: [cleared] }] },
      events: [],
    };
    const state = treeState(readBook(book), 't');
    expect(state?.site.clearance).toEqual([site, own]);
    expect(state?.today).toBe('2025-01-01');
    expect(treeState(readBook(book), 't', { today: '2026-05-01' })?.today).toBe('2026-05-01');
  });
});

describe('states kept', () => {
  const today = '2026-06-01';
  const events = [note('a'), note('b', {}, 'u')];
  const of = (book: readonly BookEvent[], memo: TreeMemo, day = today) =>
    memo.statesOf(readBook({ yard, events: book }), day);

  it('are the same objects until something of their own changes', () => {
    const memo = new TreeMemo();
    const before = of(events, memo);
    expect([...before.keys()]).toEqual(['t', 'u']);
    expect(before.get('t')?.today).toBe(today);
    const again = of([...events], memo);
    expect([again.get('t'), again.get('u')]).toEqual([before.get('t'), before.get('u')]);
    expect(again.get('t')).toBe(before.get('t'));
    const one = of([...events, event({ kind: 'form-chosen', treeId: 'u', form: 'fan' })], memo);
    expect(one.get('t')).toBe(before.get('t'));
    expect(one.get('u')?.form).toBe('fan');
  });

  it('are worked out anew on another day, and when their site changes', () => {
    const memo = new TreeMemo();
    const before = of(events, memo);
    expect(of(events, memo, '2026-06-02').get('t')?.today).toBe('2026-06-02');
    const change = event({ kind: 'site-changed', siteId: LEVEL_SITE.id, change: { reachCm: 300 } });
    const after = of([...events, change], memo);
    expect(after.get('t')).not.toBe(before.get('t'));
    expect(after.get('u')?.site.reachCm).toBe(300);
  });
});

it('says which field of an entry cannot be written, and nothing of a good one', () => {
  expect(eventTroubles(note('dry'))).toBeUndefined();
  const bad = eventTroubles({ ...note('dry'), happenedOn: '2026-02-31' });
  expect(bad && tell(bad)).toBe('happenedOn is no day of the calendar');
  const unknown = event({ kind: 'site-changed', siteId: 'site', change: { moon: 1 } as object });
  const why = eventTroubles(unknown);
  expect(why && tell(why)).toBe('change has what this version does not know: moon');
});
