import { signal, type WritableSignal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { beforeEach, describe, expect, it } from 'vitest';
import { told, judge, type TreeState, type Units } from '../../../../core';
import { treeOf, type TestTree } from '../../../../core/testing/trees';
import { BookStore } from '../book/book-store';
import { spoken } from '../words/spoken';
import { nextThing } from '../yard/next-thing';
import type { JudgeAnswer, JudgeRequest } from './judge-messages';
import { JUDGE_WORKER, JudgingStore, type JudgeWorker } from './judging-store';

const TREE: TestTree = {
  form: 'open-vase',
  trunk: { length: 100, mm: 44, headed: true },
  limbs: [
    { id: 'a', h: 50, bearing: 0, angle: 50, length: 50, mm: 12 },
    { id: 'b', h: 62, bearing: 120, angle: 50, length: 50, mm: 12 },
    { id: 'c', h: 74, bearing: 240, angle: 50, length: 50, mm: 12 },
    { id: 'd', h: 52, bearing: 10, angle: 30, length: 50, mm: 12 },
  ],
};

class StandInWorker implements JudgeWorker {
  readonly asked: JudgeRequest[] = [];
  ended = false;
  onmessage: JudgeWorker['onmessage'] = null;
  onerror: JudgeWorker['onerror'] = null;

  postMessage(request: JudgeRequest): void {
    this.asked.push(request);
  }

  terminate(): void {
    this.ended = true;
  }

  /** Answers the request at a place with what the program says of its tree. */
  answer(at: number): void {
    const { id, treeId, state } = this.asked[at] as JudgeRequest;
    this.give({ id, treeId, result: { ok: true, judged: judge(state, { withPrices: false }) } });
  }

  give(answer: JudgeAnswer): void {
    this.onmessage?.(new MessageEvent('message', { data: answer }));
  }
}

let states: WritableSignal<ReadonlyMap<string, TreeState>>;
let units: WritableSignal<Units>;
let yard: WritableSignal<{ id: string }>;
let workers: StandInWorker[];
let store: InstanceType<typeof JudgingStore>;

const worker = (): StandInWorker => workers.at(-1) as StandInWorker;
const asked = (): string[] => worker().asked.map(({ treeId }) => treeId);
const state = (id: string, more: Partial<TestTree> = {}): [string, TreeState] => [
  id,
  treeOf({ ...TREE, ...more }),
];

beforeEach(() => {
  states = signal(new Map([state('one'), state('two'), state('three')]));
  units = signal('metric');
  yard = signal({ id: 'hillside' });
  workers = [];
  const makeWorker = (): JudgeWorker => {
    workers.push(new StandInWorker());
    return worker();
  };
  TestBed.configureTestingModule({
    providers: [
      JudgingStore,
      { provide: BookStore, useValue: { states, units, yard } },
      { provide: JUDGE_WORKER, useValue: makeWorker },
    ],
  });
  store = TestBed.inject(JudgingStore);
  TestBed.tick();
});

describe('judging', () => {
  it('of another yard says nothing of a tree with the same id', () => {
    worker().answer(0);
    expect(store.judgingOf('one').judged?.kind).toBe('judged');
    yard.set({ id: 'valley' });
    states.set(new Map([state('one', { form: 'fan' })]));
    TestBed.tick();
    expect(store.judgingOf('one').judged).toBeUndefined();
    expect(worker().asked.map(({ yardId }) => yardId)).toEqual(['valley']);
  });

  it('asks about one tree at a time, and first about the one that is wanted', () => {
    expect(asked()).toEqual(['one']);
    store.wantFirst('three');
    worker().answer(0);
    expect(asked()).toEqual(['one', 'three']);
    worker().answer(1);
    worker().answer(2);
    expect(store.busy()).toBe(false);
    expect(store.judgingOf('two').judged?.kind).toBe('judged');
  });

  it('throws away the answer to a state that has passed, and asks again', () => {
    states.set(new Map([state('one', { rulings: { d: 'keep' } })]));
    TestBed.tick();
    worker().answer(0);
    expect(store.judgingOf('one').judged).toBeUndefined();
    expect(asked()).toEqual(['one', 'two']);
    for (const at of [1, 2, 3]) worker().answer(at);
    expect(asked()).toEqual(['one', 'two', 'three', 'one']);
    const { judged } = store.judgingOf('one');
    expect(judged?.kind === 'judged' && judged.verdicts['d']?.decision).toBe('scaffold');
  });

  it('is not asked again when the units change, since words are told on the screen', () => {
    const asked = worker().asked.length;
    units.set('imperial');
    TestBed.tick();
    expect(worker().asked).toHaveLength(asked);
  });

  it('stops by ending the worker, says so, and goes on with the next tree in another', () => {
    const first = worker();
    store.stop();
    expect(first.ended).toBe(true);
    expect(store.judgingOf('one')).toMatchObject({
      since: undefined,
      failure: { code: 'judging.stopped' },
    });
    expect(workers).toHaveLength(2);
    expect(asked()).toEqual(['two']);
  });

  it('shows what went wrong in the worker, and keeps the last answer', () => {
    worker().answer(0);
    states.set(new Map([state('one', { rulings: { a: 'out' } })]));
    TestBed.tick();
    worker().answer(1);
    worker().answer(2);
    const request = worker().asked[3] as JudgeRequest;
    worker().give({ id: request.id, treeId: 'one', result: { ok: false, message: 'no room' } });
    expect(store.judgingOf('one')).toMatchObject({
      failure: { args: { why: 'no room' } },
      judged: { kind: 'judged' },
    });
  });
});

describe('the next thing to do', () => {
  it('is told in a few words for every standing of a tree', () => {
    const of = (tree: TestTree): string => {
      const judged = judge(treeOf(tree));
      const { words } = nextThing({ judged, since: undefined, failure: undefined });
      return words.map((word) => spoken().tell(word)).join(', ');
    };
    expect(of(TREE)).toBe('take out 1');
    expect(of({ ...TREE, limbs: TREE.limbs.slice(0, 3) })).toBe('nothing to cut');
    expect(of({ ...TREE, limbs: TREE.limbs.slice(0, 2) })).toBe('notch for 1');
    expect(of({ ...TREE, limbs: [] })).toMatch(/^head it, choose \d buds$/);
    expect(nextThing(undefined).words).toEqual([told('next.waiting')]);
  });
});
