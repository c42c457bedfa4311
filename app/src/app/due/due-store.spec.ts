import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { beforeEach, describe, expect, it } from 'vitest';
import { NO_WEATHER, seasonPlace, type Due, type TreeState, type TreeWound } from '../../../../core';
import { treeOf, type TestTree } from '../../../../core/testing/trees';
import { BookStore } from '../book/book-store';
import { JudgingStore } from '../judging/judging-store';
import { Stillness } from '../shell/stillness';
import type { DueAnswer, DueRequest } from './due-messages';
import { DUE_WORKER, DueStore } from './due-store';

const TREE: TestTree = { form: 'open-vase', trunk: { length: 110, mm: 44 }, limbs: [] };
const stateOf = (id: string): TreeState => {
  const state = treeOf(TREE);
  return { ...state, record: { ...state.record, id } };
};
const due = (treeId: string, pressing: Due['pressing'], to: string): Due =>
  ({ id: `${treeId}.open.2027`, treeId, what: 'open', pressing, to, stemIds: [] }) as unknown as Due;

let requests: DueRequest[];
let worker: {
  postMessage(request: DueRequest): void;
  onmessage: ((event: MessageEvent<DueAnswer>) => void) | null;
};
const busy = signal(false);
const states = signal<ReadonlyMap<string, TreeState>>(new Map());
const read = signal({
  ...{ eventsOf: new Map(), trees: [{ record: treeOf(TREE).record }], gone: [], wounds: [] as TreeWound[] },
});
const place = seasonPlace({ latitudeDeg: 50 }, NO_WEATHER);

function begin() {
  TestBed.configureTestingModule({
    providers: [
      DueStore,
      { provide: DUE_WORKER, useValue: () => worker },
      { provide: Stillness, useValue: { whenStill: (run: () => void) => run() } },
      {
        provide: JudgingStore,
        useValue: { busy, trees: signal({}), judgingOf: () => ({ judged: undefined }) },
      },
      {
        provide: BookStore,
        useValue: {
          ...{ states, read, placeOf: signal(() => place), yard: () => ({ id: 'y' }) },
        },
      },
    ],
  });
  const store = TestBed.inject(DueStore);
  TestBed.tick();
  return store;
}

/** The worker answers what was asked last. */
function answer(found: Record<string, Due[]>): void {
  const id = requests.at(-1)?.id ?? 0;
  const data = { id, due: Object.entries(found).map(([treeId, some]) => ({ treeId, due: some })) };
  worker.onmessage?.({ data } as unknown as MessageEvent<DueAnswer>);
}

beforeEach(() => {
  requests = [];
  read.update((now) => ({ ...now, wounds: [] }));
  worker = { postMessage: (request) => requests.push(request), onmessage: null };
  states.set(new Map([stateOf('a'), stateOf('b')].map((state) => [state.record.id, state])));
});

describe('what is due across the yard', () => {
  it('is asked of a worker for every tree, and then only for one that has changed; a place is told once', () => {
    begin();
    expect(requests.map(({ trees, sites }) => [trees.length, sites.length])).toEqual([[2, 1]]);
    answer({ a: [], b: [] });
    states.update((all) => new Map([...all, ['b', stateOf('b')]]));
    TestBed.tick();
    expect(requests.at(-1)?.trees.map(({ tree }) => tree.state.record.id)).toEqual(['b']);
    expect(requests.at(-1)?.sites).toEqual([]);
    // A wound that was looked at on one tree of a kind tells of all of that kind.
    answer({ b: [] });
    const wound = { treeId: 'tree', widthMm: 30, cutOn: '2025-02-01', seenOn: '2026-11-01', isClosed: true };
    read.update((now) => ({ ...now, wounds: [wound] }));
    states.update((all) => new Map(all));
    TestBed.tick();
    expect(requests.at(-1)?.trees.map(({ tree }) => tree.wounds)).toEqual([[wound], [wound]]);
  });

  it('is asked once more after a change that came while the worker was busy', () => {
    begin();
    states.update((all) => new Map([...all, ['c', stateOf('c')]]));
    TestBed.tick();
    expect(requests.length).toBe(1);
    answer({ a: [], b: [] });
    expect(requests.at(-1)?.trees.map(({ tree }) => tree.state.record.id)).toEqual(['c']);
  });

  it('is whole once every tree is judged and answered for', () => {
    busy.set(true);
    const store = begin();
    answer({ a: [], b: [] });
    expect(store.whole()).toBe(false);
    busy.set(false);
    expect(store.whole()).toBe(true);
    states.update((all) => new Map([...all, ['c', stateOf('c')]]));
    TestBed.tick();
    expect(store.whole()).toBe(false);
  });

  it('stands with the more pressing first, without trees that are gone', () => {
    const store = begin();
    answer({ a: [due('a', 'later', '2027-07-01')], b: [due('b', 'now', '2027-06-20')] });
    expect(store.all().map(({ treeId }) => treeId)).toEqual(['b', 'a']);
    states.update((all) => new Map([...all].filter(([id]) => id !== 'b')));
    expect(store.all().map(({ treeId }) => treeId)).toEqual(['a']);
  });
});
