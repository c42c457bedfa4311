import 'fake-indexeddb/auto';
import { TestBed } from '@angular/core/testing';
import { ActivatedRoute, convertToParamMap } from '@angular/router';
import { of } from 'rxjs';
import { expect, it } from 'vitest';
import type { Shoot } from '../../../../../core';
import type { BookStoreType } from '../../book/book-store';
import { fresh, openTab } from '../../book/open-tab';
import { JudgingStore } from '../../judging/judging-store';
import { Prices } from '../../judging/prices';
import { TreeStore } from '../../tree/tree-store';
import { ShootStore } from './shoot-store';

/** The demo's peach in June. */
async function inJune(): Promise<{ book: BookStoreType; shoots: ShootStore }> {
  const now = () => new Date(Date.UTC(2027, 5, 5, 12, 0, fresh()));
  const book = await openTab(`shoots-${fresh()}`, [], { now }, [
    ShootStore,
    TreeStore,
    { provide: ActivatedRoute, useValue: { paramMap: of(convertToParamMap({ treeId: 'harrier' })) } },
    { provide: JudgingStore, useValue: { judgingOf: () => ({ judged: undefined }) } },
    { provide: Prices, useValue: { of: () => undefined } },
  ]);
  return { book, shoots: TestBed.inject(ShootStore) };
}
const TODAY = '2027-06-05';

it('taps of one day are one entry of the book, which grows; another day has its own', async () => {
  const { book, shoots } = await inJune();
  expect(shoots.freshName()).toBe('shoot-1');
  await shoots.read({ shoot: 'shoot-1', onStem: 'a', lengthCm: 10 }, TODAY);
  // Two quick taps of a few centimetres add twice.
  const longer = (now: readonly Shoot[]) => ({ shoot: 'shoot-1', lengthCm: (now[0]?.lengthCm ?? 0) + 2.5 });
  await Promise.all([shoots.read(longer, TODAY), shoots.read(longer, TODAY)]);
  await shoots.read({ shoot: 'shoot-1', role: 'chosen' }, TODAY);
  await shoots.read({ shoot: 'shoot-2', onStem: 'b', lengthCm: 4 }, TODAY);
  expect(shoots.freshName()).toBe('shoot-3');
  const entries = () =>
    (book.read().eventsOf.get('harrier') ?? []).filter(({ kind }) => kind === 'shoots-read');
  expect(entries()).toHaveLength(1);
  expect(shoots.shoots()).toMatchObject([
    { shoot: 'shoot-1', onStem: 'a', lengthCm: 15, role: 'chosen', readings: [{ on: TODAY, cm: 15 }] },
    { shoot: 'shoot-2', lengthCm: 4 },
  ]);
  await shoots.read({ shoot: 'shoot-1', lengthCm: 12 }, '2027-06-01');
  expect(entries()).toHaveLength(2);
  expect(shoots.shoots()[0]?.readings.map(({ cm }) => cm)).toEqual([12, 15]);
});

it('what is done to a shoot is ticked on it alone; one struck out is gone, and undoing brings it back', async () => {
  const { book, shoots } = await inJune();
  for (const shoot of ['shoot-1', 'shoot-2'])
    await shoots.read({ shoot, onStem: 'a', lengthCm: 15, angleDeg: 20, role: 'chosen' }, TODAY);
  expect(shoots.verdicts().map(({ act }) => act)).toEqual(['peg', 'peg']);
  await shoots.done('shoot-1', 'peg', TODAY);
  expect(shoots.verdicts().map(({ act, doneOn }) => [act, doneOn])).toEqual([
    ['wait', TODAY],
    ['peg', undefined],
  ]);
  const stems = (): number => shoots.on(book.states().get('harrier') as never).stems.length;
  const all = stems();
  await shoots.read({ shoot: 'shoot-2', isNone: true }, TODAY);
  expect([shoots.shoots().length, stems()]).toEqual([1, all - 1]);
  await book.undo();
  expect(shoots.shoots()).toHaveLength(2);
});
