import { describe, expect, it } from 'vitest';
import {
  NO_WEATHER,
  seasonPlace,
  told,
  type Due,
  type PlainEvent,
  type Site,
  type TreeState,
} from '../../../../core';
import { doneOf } from './year-done';
import { crowdOf, YEAR_SPANS, yearOf } from './year-model';

const TODAY = '2026-11-25';
const AHEAD = { ...YEAR_SPANS.ahead, today: TODAY };
const eventsOf = new Map<string, PlainEvent[]>();
const SITE = { id: 's', name: 'Holt', latitudeDeg: 50 } as Site;
const tree = (id: string, kind: string, variety = ''): [string, TreeState] => [
  id,
  { record: { id, kind, variety }, site: SITE } as unknown as TreeState,
];
const due = (treeId: string, what: Due['what'], from: string, to: string, more: Partial<Due> = {}): Due =>
  ({
    id: `${treeId}.${what}.2027`,
    treeId,
    what,
    from,
    to,
    bestFrom: from,
    bestTo: to,
    on: from,
    pressing: 'later',
    ...more,
  }) as unknown as Due;

const place = seasonPlace(SITE, NO_WEATHER);
const year = (all: Due[], trees: [string, TreeState][]) =>
  yearOf({ sites: [SITE], eventsOf }, new Map(trees), all, () => place, AHEAD)[0];

describe('the year of a yard', () => {
  const trees = [tree('a', 'apple'), tree('b', 'apple'), tree('f', 'fig')];

  it('has the same work of a kind as one bar over all its trees, and each kind by itself', () => {
    const found = year(
      [
        due('a', 'prune', '2027-01-10', '2027-04-20'),
        due('b', 'prune', '2027-01-12', '2027-04-25'),
        due('f', 'prune', '2027-02-01', '2027-05-01'),
      ],
      trees,
    );
    expect(found?.kinds.map(({ kind, trees: n, bars }) => [kind, n, bars.length])).toEqual([
      ['apple', 2, 1],
      ['fig', 1, 1],
    ]);
    const [bar] = found?.kinds[0]?.bars ?? [];
    expect([bar?.from, bar?.to, bar?.treeIds]).toEqual(['2027-01-10', '2027-04-25', ['a', 'b']]);
  });

  it('tells of chill once for a kind, and of each variety that asks for other chill by itself', () => {
    const asks = [{ kind: 'apple' as const, variety: 'Sunny', portions: 25 }];
    const mixed = seasonPlace(SITE, NO_WEATHER, [], asks);
    const grown = new Map([tree('a', 'apple', 'Frosty'), tree('b', 'apple', 'Sunny'), tree('f', 'fig')]);
    const [apple, fig] =
      yearOf({ sites: [SITE], eventsOf }, grown, [], () => mixed, AHEAD)[0]?.kinds.map(
        ({ chill }) => chill,
      ) ?? [];
    expect(apple?.map(({ variety, asked }) => [variety, asked])).toEqual([
      ['Frosty', 60],
      ['Sunny', 25],
    ]);
    expect(fig?.map(({ variety, asked }) => [variety, asked])).toEqual([[undefined, 10]]);
  });

  it('puts work that overlaps into lanes of its own, and work that follows into the first that is free', () => {
    const bars = year(
      [
        due('a', 'prune', '2027-01-10', '2027-04-20'),
        due('a', 'notch', '2027-03-20', '2027-04-20'),
        due('a', 'open', '2027-06-10', '2027-07-20'),
      ],
      trees,
    )?.kinds[0]?.bars;
    expect(bars?.map(({ lane }) => lane)).toEqual([0, 1, 0]);
  });

  it('leaves out what lies beyond it, and tells stages within it', () => {
    const kind = year([due('a', 'prune', '2028-01-10', '2028-02-10')], trees)?.kinds[0];
    expect(kind?.bars).toEqual([]);
    expect(kind?.stages.map(({ stage }) => stage)).toContain('bloom');
    expect(kind?.stages.every(({ on }) => on >= '2026-10-11' && on <= '2027-09-21')).toBe(true);
  });
});

it('counts the things to do of each week from its Monday on', () => {
  const weeks = crowdOf(
    [
      due('a', 'prune', '2027-03-01', '2027-03-20'),
      due('b', 'prune', '2027-03-07', '2027-03-20'),
      due('f', 'prune', '2027-03-08', '2027-03-20'),
    ],
    AHEAD,
  );
  const of = (from: string) => weeks.find((one) => one.from === from)?.n;
  // The first of March 2027 is a Monday.
  expect([of('2027-03-01'), of('2027-03-08')]).toEqual([2, 1]);
  expect(weeks.reduce((sum, { n }) => sum + n, 0)).toBe(3);
});

describe('what was done', () => {
  const entry = (treeId: string, happenedOn: string, body: object): PlainEvent =>
    ({ treeId, happenedOn, ...body }) as unknown as PlainEvent;
  const cut = { kind: 'acts-done', acts: [] };

  it('is one mark for the same work on one day, over all its trees, with what the book says of each; what is no work is none', () => {
    const events = new Map([
      ['a', [entry('a', '2026-03-02', cut), entry('a', '2026-03-02', { kind: 'note', text: 'mild' })]],
      [
        'b',
        [
          entry('b', '2026-03-02', cut),
          entry('b', '2026-03-05', { kind: 'visit', stems: { l: { fixings: [] } } }),
        ],
      ],
      ['c', [entry('c', '2024-03-02', cut)]],
    ]);
    const found = doneOf(['a', 'b', 'c'], events, { from: '2026-01-01', to: '2026-12-31' });
    expect(found.map(({ on, what, lane }) => [on, what, lane])).toEqual([
      ['2026-03-02', told('year-done.work'), 0],
    ]);
    expect(found[0]?.entries).toEqual([
      { treeId: 'a', words: told('book.work', { acts: 0 }) },
      { treeId: 'b', words: told('book.work', { acts: 0 }) },
    ]);
  });

  it('stands in a row of its own where its word would cover another', () => {
    const left = { kind: 'season-work', act: 'open', isDone: false, why: 'weather' };
    const open = { ...left, isDone: true };
    const events = new Map([
      ['a', [entry('a', '2026-06-20', open), entry('a', '2026-06-30', cut), entry('a', '2026-09-01', cut)]],
      ['b', [entry('b', '2026-06-21', left)]],
    ]);
    const found = doneOf(['a', 'b'], events, { from: '2026-01-01', to: '2026-12-31' });
    expect(found.map(({ on, lane }) => [on, lane])).toEqual([
      ['2026-06-20', 0],
      ['2026-06-30', 1],
      ['2026-09-01', 0],
    ]);
  });
});
