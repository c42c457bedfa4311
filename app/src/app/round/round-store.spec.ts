import 'fake-indexeddb/auto';
import { inject, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { beforeEach, describe, expect, it } from 'vitest';
import { judge, type Judged, type Step, type TreeState } from '../../../../core';
import { openBookDb } from '../book/book-db';
import { BookStore, type BookStoreType } from '../book/book-store';
import { failing, fresh, openTab } from '../book/open-tab';
import { DueStore } from '../due/due-store';
import { JudgingStore } from '../judging/judging-store';
import { TreeWork } from '../tree/tree-work';
import { RoundStore } from './round-store';

const answers = new WeakMap<TreeState, Judged>();

/** A tree is judged when it is asked about, and not before. */
function judgingNow() {
  const book = inject(BookStore);
  const judgedOf = (treeId: string): Judged | undefined => {
    const state = book.states().get(treeId);
    if (!state) return undefined;
    const found = answers.get(state) ?? judge(state, { withPrices: false });
    answers.set(state, found);
    return found;
  };
  return {
    judgingOf: (treeId: string) => ({ judged: judgedOf(treeId), since: undefined, failure: undefined }),
    isAnswered: () => true,
  };
}
const BESIDE = [
  RoundStore,
  TreeWork,
  { provide: DueStore, useValue: { byTree: signal(new Map()) } },
  { provide: JudgingStore, useFactory: judgingNow },
];

let name: string;
let full: boolean;
let book: BookStoreType;

async function open(): Promise<InstanceType<typeof RoundStore>> {
  const openDb = async () => failing(await openBookDb(name), (stores) => full && stores.includes('events'));
  book = await openTab(name, [], { openDb }, BESIDE);
  TestBed.tick();
  return TestBed.inject(RoundStore);
}

/** A round at the demo's peach, then at its apple. */
async function begun(): Promise<InstanceType<typeof RoundStore>> {
  const round = await open();
  await round.begin(['harrier', 'lantern'], 'may');
  return round;
}
const stepOf = (round: InstanceType<typeof RoundStore>): Extract<Step, { kind: 'act' }> => {
  const step = round.step();
  if (step?.kind !== 'act') throw new Error('no act is shown');
  return step;
};
const kinds = (): string[] =>
  book.events().flatMap(({ kind, device }) => (device === book.device() ? [kind] : []));

beforeEach(() => {
  name = `round-${fresh()}`;
  full = false;
});

describe('the round', () => {
  it('takes trees with something to do, as one walks', async () => {
    const round = await open();
    const states = [...book.states().values()];
    const trees = round.treesFor(states, 'may').map(({ state }) => state.site.id);
    expect(trees.length).toBeGreaterThan(8);
    // One place after another.
    expect(trees.filter((site, i) => site !== trees[i - 1])).toEqual([...new Set(trees)]);
    expect(round.treesFor(states, 'due').length).toBeLessThan(trees.length);
  });

  it('writes each act down as it is done; the next one comes, and what it changed is told', async () => {
    const round = await begun();
    expect(round.place()).toEqual({ n: 1, of: 2 });
    const first = stepOf(round);
    expect(await round.done(first)).toBe(true);
    expect(book.events().at(-1)).toMatchObject({
      kind: 'acts-done',
      treeId: 'harrier',
      acts: [{ id: first.id }],
    });
    expect(stepOf(round).id).not.toBe(first.id);
    expect(round.at()?.steps.map(({ id }) => id)).not.toContain(first.id);
    expect(round.changed()).toBeDefined();
    expect(book.states().get('harrier')?.round?.done.wood).toBeGreaterThan(0);
  });

  it('takes the last one back, whatever was noted since, and shows it again', async () => {
    const round = await begun();
    const first = stepOf(round);
    await round.done(first);
    await round.note('wet under the bark', 'a');
    await round.takeBack();
    expect(stepOf(round).id).toBe(first.id);
    expect(kinds()).toEqual(['acts-done', 'note', 'withdraw']);
    const held = book.read().eventsOf.get('harrier') ?? [];
    expect(held.map(({ kind }) => kind).slice(-1)).toEqual(['note']);
  });

  it('writes down what was really done: another length', async () => {
    const round = await begun();
    const cut = round.at()?.steps.find((step) => step.kind === 'act' && step.act.kind === 'shorten');
    if (cut?.kind !== 'act' || cut.act.kind !== 'shorten') throw new Error('nothing is shortened');
    await round.show(cut.id);
    const toLengthCm = cut.act.toLengthCm - 5;
    await round.done(cut, { toLengthCm });
    const done = book.events().at(-1);
    expect(done).toMatchObject({ acts: [{ kind: 'shorten', toLengthCm }] });
    const stem = book
      .states()
      .get('harrier')
      ?.tree.stems.find(({ id }) => id === (cut.act as { stemId: string }).stemId);
    expect(stem?.length.value).toBeCloseTo(toLengthCm, 6);
  });

  it('leaves what one is not sure of for a year: the limb is spared, in one go with the entry', async () => {
    const round = await begun();
    const step = round.at()?.steps.find((one) => one.kind === 'act' && one.act.kind === 'take-out');
    if (step?.kind !== 'act') throw new Error('nothing is taken out');
    await round.leaveAYear(step);
    expect(kinds()).toEqual(['left-undone', 'overruled']);
    expect(round.at()?.steps.map(({ id }) => id)).not.toContain(step.id);
    await round.takeBack();
    expect(round.at()?.steps.map(({ id }) => id)).toContain(step.id);
  });

  it('writes one entry where it is touched twice', async () => {
    const round = await begun();
    const first = stepOf(round);
    expect(await Promise.all([round.leave(first, 'no-tool'), round.leave(first, 'no-tool')])).toEqual([
      true,
      false,
    ]);
    expect(kinds()).toEqual(['left-undone']);
  });

  it('stays where it is when the store is full, and nothing is half done', async () => {
    const round = await begun();
    const [first, before] = [stepOf(round), book.events().length];
    full = true;
    expect(await round.done(first)).toBe(false);
    expect(await round.leaveAYear(first)).toBe(false);
    expect(book.keeping().kind).toBe('failed');
    expect(book.events()).toHaveLength(before);
    expect([stepOf(round).id, round.last()]).toEqual([first.id, undefined]);
    full = false;
    book.letBe();
    expect(await round.done(first)).toBe(true);
  });

  it('goes on where it was after the page is gone, and is none once it is ended', async () => {
    const round = await begun();
    await round.goTo('lantern');
    const second = round.at()?.steps[1];
    await round.show(second?.id ?? '');
    const again = await open();
    await Promise.resolve();
    await expect.poll(() => again.at()?.state.record.id).toBe('lantern');
    expect(again.step()?.id).toBe(second?.id);
    // Behind the last tree comes the first that is not done.
    expect(again.next()?.state.record.id).toBe('harrier');
    await again.finish();
    expect((await open()).trees()).toEqual([]);
  });
});
