import { ApplicationRef, signal, type WritableSignal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { TreeState } from '../../../../core';
import { treeOf } from '../../../../core/testing/trees';
import { Ponder, PONDER_WORKER, type Pondered, type Pondering } from './ponder';
import type { PonderRequest, QuestionKind, Questions } from './ponder-messages';
import { WorkerPool, type Hearer, type PonderWorker } from './worker-pool';

class StandInWorker implements PonderWorker {
  readonly asked: PonderRequest[] = [];
  ended = false;
  onmessage: PonderWorker['onmessage'] = null;
  onerror: PonderWorker['onerror'] = null;

  postMessage(request: PonderRequest): void {
    this.asked.push(request);
  }

  terminate(): void {
    this.ended = true;
  }

  answer(answer: unknown): void {
    this.onmessage?.(new MessageEvent('message', { data: { id: 1, result: { ok: true, answer } } }));
  }
}

const state = (length: number): TreeState =>
  treeOf({ form: 'open-vase', trunk: { length, mm: 30 }, limbs: [] });

let workers: StandInWorker[];
let ask: WritableSignal<Questions['price']['ask'] | undefined>;
let asking: Pondering<Questions['price']['answer']>;
const found = (): Pondered<Questions['price']['answer']> => asking.now();

const worker = (): StandInWorker => workers.at(-1) as StandInWorker;
const settle = (): void => TestBed.inject(ApplicationRef).tick();

afterEach(() => vi.unstubAllGlobals());
beforeEach(() => {
  vi.stubGlobal('crossOriginIsolated', true);
  workers = [];
  ask = signal(undefined);
  const make = (): PonderWorker => {
    workers.push(new StandInWorker());
    return worker();
  };
  TestBed.configureTestingModule({ providers: [Ponder, { provide: PONDER_WORKER, useValue: make }] });
  asking = TestBed.runInInjectionContext(() => TestBed.inject(Ponder).about('price', ask));
  settle();
});

describe('pondering', () => {
  it('asks nothing until there is something to ask', () => {
    expect(found()).toEqual({ kind: 'none' });
    expect(workers).toHaveLength(0);
  });

  it('waits, then has the answer; its worker stays for the next question', () => {
    ask.set({ state: state(90) });
    settle();
    expect(found()).toEqual({ kind: 'waiting' });
    expect(worker().asked[0]).toMatchObject({ kind: 'price', ask: { state: { form: 'open-vase' } } });
    worker().answer({ a: { level: 'clear' } });
    expect(found()).toEqual({ kind: 'answered', answer: { a: { level: 'clear' } } });
    ask.set({ state: state(120) });
    settle();
    expect([workers.length, worker().ended, worker().asked.length]).toEqual([1, false, 2]);
  });

  it('weighs at length only what has stood for a moment', () => {
    vi.useFakeTimers();
    const weighed = signal<Questions['weigh']['ask'] | undefined>({ state: state(90) });
    const weighing = TestBed.runInInjectionContext(() => TestBed.inject(Ponder).about('weigh', weighed));
    settle();
    vi.advanceTimersByTime(1000);
    weighed.set({ state: state(120) });
    settle();
    vi.advanceTimersByTime(1000);
    expect([weighing.now().kind, workers.length]).toEqual(['waiting', 0]);
    vi.advanceTimersByTime(300);
    expect(worker().asked).toHaveLength(1);
    vi.useRealTimers();
  });

  it('ends an older question when a newer one is asked, and hears only the newer', () => {
    ask.set({ state: state(90) });
    settle();
    const older = worker();
    ask.set({ state: state(120) });
    settle();
    expect(older.ended).toBe(true);
    expect(workers).toHaveLength(2);
    worker().answer({ b: { level: 'clear' } });
    expect(found()).toMatchObject({ answer: { b: { level: 'clear' } } });
  });

  it('takes no answer to what was asked before, though it comes in the same moment as the new question', () => {
    ask.set({ state: state(90) });
    settle();
    const older = worker();
    ask.set({ state: state(120) });
    older.answer({ a: { level: 'clear' } });
    expect(found()).toEqual({ kind: 'waiting' });
  });

  it('does not ask again when the same is asked', () => {
    ask.set({ state: state(90) });
    settle();
    ask.set({ state: state(90) });
    settle();
    expect(workers).toHaveLength(1);
  });

  it('tells how far it is, can be let be, and is taken up again only when asked to or when the tree changes', () => {
    ask.set({ state: state(90) });
    settle();
    worker().onmessage?.(new MessageEvent('message', { data: { id: 1, part: { done: 3, of: 8 } } }));
    expect(found()).toEqual({ kind: 'waiting', part: { done: 3, of: 8 } });
    asking.stop();
    settle();
    expect([found(), worker().ended]).toEqual([{ kind: 'stopped' }, true]);
    asking.again();
    settle();
    expect([found(), workers.length]).toEqual([{ kind: 'waiting' }, 2]);
    asking.stop();
    settle();
    ask.set({ state: state(120) });
    settle();
    expect([found(), workers.length]).toEqual([{ kind: 'waiting' }, 3]);
  });

  it('asks its worker for rest while the page moves, in the midst of work', async () => {
    ask.set({ state: state(90) });
    settle();
    const rest = new Int32Array(worker().asked[0]?.rest as SharedArrayBuffer);
    const heard = [rest[0]];
    dispatchEvent(new Event('scroll'));
    heard.push(rest[0]);
    await vi.waitFor(() => expect(rest[0]).toBe(0));
    expect(heard).toEqual([0, 1]);
  });

  it('says what went wrong', () => {
    ask.set({ state: state(90) });
    settle();
    worker().onmessage?.(
      new MessageEvent('message', { data: { id: 1, result: { ok: false, message: 'no room' } } }),
    );
    expect(found()).toMatchObject({ kind: 'failed', message: { args: { why: 'no room' } } });
  });
});

describe('the pool of workers', () => {
  const make = (): PonderWorker => {
    workers.push(new StandInWorker());
    return worker();
  };
  const asked = (): QuestionKind[] => workers.flatMap((one) => one.asked.map(({ kind }) => kind));
  const told: string[] = [];
  const hear = (name: string): Hearer => ({ part: () => undefined, answer: () => told.push(name) });
  beforeEach(() => void told.splice(0));
  const request = (kind: QuestionKind): PonderRequest => ({ id: 1, kind, ask: { state: state(90) } });

  it('answers no more at a time than it may, the more pressing first', () => {
    const pool = new WorkerPool(make, 1);
    pool.ask(request('price'), hear('price'));
    pool.ask(request('weigh'), hear('weigh'));
    pool.ask(request('keep'), hear('keep'));
    expect(asked()).toEqual(['price']);
    worker().answer({});
    expect(asked()).toEqual(['price', 'keep']);
    worker().answer({});
    worker().answer({});
    expect(told).toEqual(['price', 'keep', 'weigh']);
  });

  it('lets a pressing question take the place of one at length, which begins anew', () => {
    const pool = new WorkerPool(make, 1);
    pool.ask(request('weigh'), hear('weigh'));
    const first = worker();
    pool.ask(request('price'), hear('price'));
    expect([first.ended, asked()]).toEqual([true, ['weigh', 'price']]);
    first.answer({});
    expect(told).toEqual([]);
    worker().answer({});
    worker().answer({});
    expect([told, asked()]).toEqual([
      ['price', 'weigh'],
      ['weigh', 'price', 'weigh'],
    ]);
  });

  it('never begins what was taken back while it waited, and goes on with the next', () => {
    const pool = new WorkerPool(make, 1);
    pool.ask(request('price'), hear('price'));
    const takeBack = pool.ask(request('keep'), hear('keep'));
    pool.ask(request('weigh'), hear('weigh'));
    takeBack();
    worker().answer({});
    expect(asked()).toEqual(['price', 'weigh']);
  });
});
