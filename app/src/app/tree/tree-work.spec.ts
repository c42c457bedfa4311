import 'fake-indexeddb/auto';
import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { expect, it } from 'vitest';
import { budSteps, judge, type Due, type Fixing, type Judged, type PlannedAct } from '../../../../core';
import { fresh, openTab } from '../book/open-tab';
import { JudgingStore } from '../judging/judging-store';
import { TreeWork } from './tree-work';

async function begin() {
  const judged = signal<Judged | undefined>(undefined);
  const judging = { provide: JudgingStore, useValue: { judgingOf: () => ({ judged: judged() }) } };
  const book = await openTab(`work-${fresh()}`, [], {}, [TreeWork, judging]);
  return { book, judged, work: TestBed.inject(TreeWork) };
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

it('a whip’s bud plan is done by one touch where it is due, with its plan and its cut; then it is asked for no more', async () => {
  const { book, judged, work } = await begin();
  const whips = [...book.states().values()].flatMap((state) => {
    const found = judge(state, { withPrices: false });
    return found.kind === 'whip' && found.whip.limbs.length > 0 ? [{ state, found }] : [];
  });
  const [whip] = whips;
  if (!whip) throw new Error('no whip is ready');
  judged.set(whip.found);
  const treeId = whip.state.record.id;
  const before = book.events().length;
  expect(await work.ticked({ ...due('bud-plan'), treeId })).toBe(true);
  const kinds = book
    .events()
    .slice(before)
    .map(({ kind }) => kind);
  expect(kinds).toEqual(whip.found.whip.headAtCm === undefined ? ['bud-work'] : ['bud-work', 'acts-done']);
  const after = judge(book.states().get(treeId) ?? whip.state, { withPrices: false });
  const open = after.kind === 'whip' ? budSteps(after.whip).filter(({ isDone }) => !isDone) : [];
  expect(open).toEqual([]);
});

it('a limb left in doubt keeps what spoke against it; what is due and left comes again on its day', async () => {
  const { book, judged, work } = await begin();
  const state = book.states().get('harrier');
  judged.set(state && judge(state, { withPrices: false }));
  const before = book.events().length;
  await work.leftDue({ ...due('ends', ['a']), treeId: 'harrier' }, 'unsure');
  await work.leftDue({ ...due('look', ['b']), treeId: 'harrier' }, 'out-of-reach');
  expect(book.events().slice(before)).toMatchObject([
    { kind: 'overruled', stemId: 'a', ruling: 'wait', doubt: { code: expect.any(String) as string } },
    { kind: 'left-undone', stemId: 'b', actId: 'due:look:b::', why: 'out-of-reach' },
  ]);
});
