import 'fake-indexeddb/auto';
import { TestBed } from '@angular/core/testing';
import { expect, it } from 'vitest';
import type { Due, Fixing, PlannedAct } from '../../../../core';
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
  expect(await work.ticked(due('ends', ['a']))).toBe(true);
  expect(await work.woundSeen('weir', 'gone', 'sick')).toBe(true);
  expect(book.events().slice(before)).toMatchObject([
    { kind: 'season-work', treeId: 'weir', act: 'disbud', isDone: true },
    { kind: 'season-work', treeId: 'weir', act: 'peg', isDone: false, why: 'weather' },
    { kind: 'season-work', treeId: 'weir', act: 'uprights', stemIds: ['a'], isDone: true },
    { kind: 'overruled', treeId: 'weir', stemId: 'a', ruling: 'keep' },
    { kind: 'wound-seen', treeId: 'weir', limbId: 'gone', looks: 'sick' },
  ]);
});

it('what is fixed is dealt with one thing at a time: looked at, loosened, off; what else is fixed stays as it was', async () => {
  const { book, work } = await begin();
  const fixings = () =>
    book
      .states()
      .get('weir')
      ?.tree.stems.find(({ id }) => id === 'a')?.fixings ?? [];
  const put = (fixing: Fixing) => book.record({ kind: 'put-on', treeId: 'weir', stemId: 'a', fixing });
  const before = fixings();
  await put({ what: 'tie', atCm: 30, since: '2026-05-01', loopMm: 18 });
  await put({ what: 'tie', atCm: 60, since: '2026-05-01', loopMm: 18 });
  const about = (what: Due['what'], atCm: number) => ({ ...due(what, ['a']), thing: 'tie' as const, atCm });
  expect(await work.fixing(about('look', 60))).toBe(true);
  expect(await work.fixing(about('tight', 30))).toBe(true);
  expect(fixings().slice(before.length)).toMatchObject([
    { atCm: 30, lookedOn: '2026-11-23', loopMm: expect.any(Number) as number },
    { atCm: 60, lookedOn: '2026-11-23', loopMm: 18 },
  ]);
  expect(await work.fixing(about('off', 30))).toBe(true);
  expect(fixings().slice(before.length)).toMatchObject([{ atCm: 60 }]);
  expect(await work.fixing(about('off', 30))).toBe(false);
  expect(await work.fixing(about('pinch', 60))).toBe(false);
});

it('work on a tree that is not in the book is not written down', async () => {
  const { book, work } = await begin();
  const before = book.events().length;
  expect(await work.done('nowhere', [{ id: 'x' } as unknown as PlannedAct])).toBe(false);
  expect(book.events()).toHaveLength(before);
});
