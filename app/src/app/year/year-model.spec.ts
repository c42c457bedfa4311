import { describe, expect, it } from 'vitest';
import { NO_WEATHER, seasonPlace, type Due, type Site, type TreeState } from '../../../../core';
import { crowdOf, yearOf } from './year-model';

const TODAY = '2026-11-25';
const SITE = { id: 's', name: 'Holt', latitudeDeg: 50 } as Site;
const tree = (id: string, kind: string): [string, TreeState] => [
  id,
  { record: { id, kind }, site: SITE } as unknown as TreeState,
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
  yearOf([SITE], new Map(trees), all, () => place, TODAY)[0];

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
    TODAY,
  );
  const of = (from: string) => weeks.find((one) => one.from === from)?.n;
  // The first of March 2027 is a Monday.
  expect([of('2027-03-01'), of('2027-03-08')]).toEqual([2, 1]);
  expect(weeks.reduce((sum, { n }) => sum + n, 0)).toBe(3);
});
