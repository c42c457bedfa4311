import 'fake-indexeddb/auto';
import { TestBed } from '@angular/core/testing';
import { expect, it } from 'vitest';
import type { Due, PlannedAct } from '../../../../core';
import { fresh, openTab } from '../book/open-tab';
import { TreeWork } from './tree-work';

async function begin() {
  const book = await openTab(`work-${fresh()}`, [], {}, [TreeWork]);
  return { book, work: TestBed.inject(TreeWork) };
}
const due = (what: Due['what'], stemIds: string[] = []): Due =>
  ({ treeId: 'weir', what, stemIds }) as unknown as Due;

it('work of the season is written down as done, or as left and why; what has no time in the year is not', async () => {
  const { book, work } = await begin();
  const before = book.events().length;
  expect(await work.season(due('disbud'), { isDone: true })).toBe(true);
  expect(await work.season(due('peg'), { isDone: false, why: 'weather' })).toBe(true);
  expect(await work.season(due('uprights', ['a']), { isDone: true })).toBe(true);
  expect(await work.season(due('look'), { isDone: true })).toBe(false);
  expect(await work.woundSeen('weir', 'gone', 'sick')).toBe(true);
  expect(book.events().slice(before)).toMatchObject([
    { kind: 'season-work', treeId: 'weir', act: 'disbud', isDone: true },
    { kind: 'season-work', treeId: 'weir', act: 'peg', isDone: false, why: 'weather' },
    { kind: 'season-work', treeId: 'weir', act: 'uprights', stemIds: ['a'], isDone: true },
    { kind: 'wound-seen', treeId: 'weir', limbId: 'gone', looks: 'sick' },
  ]);
});

it('a tie that is looked at is looked at today, and holds what it held; what else is fixed stays as it was', async () => {
  const { book, work } = await begin();
  const tied = [...book.states().values()].flatMap(({ record, tree }) =>
    tree.stems.flatMap(({ id, fixings = [] }) =>
      fixings.length > 0 ? [{ treeId: record.id, id, fixings }] : [],
    ),
  )[0];
  if (!tied) throw new Error('nothing is fixed in the demo yard');
  const { what } = tied.fixings[0] as (typeof tied.fixings)[number];
  expect(await work.lookedAt(tied.treeId, tied.id, what)).toBe(true);
  const now = book
    .states()
    .get(tied.treeId)
    ?.tree.stems.find(({ id }) => id === tied.id)?.fixings;
  expect(now).toEqual(
    tied.fixings.map((one) => (one.what === what ? { ...one, lookedOn: '2026-11-23' } : one)),
  );
  expect(await work.lookedAt(tied.treeId, 'no-such-stem', what)).toBe(false);
});

it('work on a tree that is not in the book is not written down', async () => {
  const { book, work } = await begin();
  const before = book.events().length;
  expect(await work.done('nowhere', [{ id: 'x' } as unknown as PlannedAct])).toBe(false);
  expect(book.events()).toHaveLength(before);
});
