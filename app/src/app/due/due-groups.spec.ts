import { describe, expect, it } from 'vitest';
import type { Due, TreeState } from '../../../../core';
import { alikeTogether, grouped, wantedOf } from './due-groups';

const tree = (id: string, siteId: string, kind: string, eastCm: number): [string, TreeState] => [
  id,
  {
    record: { id, name: `${id} tree`, variety: 'Dusk', kind, place: { eastCm, northCm: 0 } },
    site: { id: siteId },
  } as unknown as TreeState,
];
const TREES = new Map([
  tree('c', 'hill', 'apple', 900),
  tree('a', 'hill', 'apple', 0),
  tree('b', 'hill', 'fig', 400),
  tree('d', 'lane', 'fig', 0),
]);
const due = (treeId: string, what: Due['what'], pressing: Due['pressing']): Due =>
  ({ id: `${treeId}.${what}`, treeId, what, pressing, stemIds: [] }) as unknown as Due;
const ALL = [
  due('c', 'look', 'overdue'),
  due('a', 'prune', 'now'),
  due('b', 'peg', 'now'),
  due('d', 'prune', 'now'),
  due('a', 'peg', 'week'),
  due('d', 'open', 'later'),
];
const ids = (some: readonly Due[]) => some.map(({ id }) => id);

describe('what is due', () => {
  it('is asked for by how soon, by place, by kind and by letters of a name', () => {
    expect(wantedOf(ALL, TREES, { span: 'now' }).length).toBe(4);
    expect(wantedOf(ALL, TREES, { span: 'week' }).length).toBe(5);
    expect(ids(wantedOf(ALL, TREES, { span: 'later', siteId: 'lane' }))).toEqual(['d.prune', 'd.open']);
    expect(ids(wantedOf(ALL, TREES, { span: 'now', kind: 'fig' }))).toEqual(['b.peg', 'd.prune']);
    expect(ids(wantedOf(ALL, TREES, { span: 'now', name: ' C TR' }))).toEqual(['c.look']);
  });

  it('stands by urgency, the same work together; by tree by name; and as one walks, site by site', () => {
    const [overdue, now] = grouped(wantedOf(ALL, TREES, { span: 'now' }), TREES, 'urgency');
    expect([overdue?.key, ids(now?.due ?? [])]).toEqual(['overdue', ['a.prune', 'd.prune', 'b.peg']]);
    const order = (by: 'tree' | 'walk') => grouped(ALL, TREES, by).map(({ key }) => key);
    expect(order('tree')).toEqual(['a', 'b', 'c', 'd']);
    expect(order('walk')).toEqual(['c', 'b', 'a', 'd']);
  });

  it('of one kind on several trees is one line of the yard', () => {
    expect(alikeTogether(ALL).map(({ key, due: some }) => [key, some.length])).toContainEqual([
      'now prune ',
      2,
    ]);
  });
});
