import { computed, effect, inject, InjectionToken, untracked } from '@angular/core';
import { patchState, signalStore, withComputed, withHooks, withMethods, withState } from '@ngrx/signals';
import { told, type Judged, type Message, type TreeState } from '../../../../core';
import { BookStore } from '../book/book-store';
import type { JudgeAnswer, JudgeRequest } from './judge-messages';

/** What a judging worker must do; tests stand one in. */
export interface JudgeWorker {
  postMessage(request: JudgeRequest): void;
  terminate(): void;
  onmessage: ((event: MessageEvent<JudgeAnswer>) => void) | null;
  onerror: ((event: ErrorEvent) => void) | null;
}

export const JUDGE_WORKER = new InjectionToken<() => JudgeWorker>('makes a judging worker', {
  providedIn: 'root',
  factory: () => () => new Worker(new URL('./judge.worker', import.meta.url), { type: 'module' }),
});

/** Where the judging of one tree stands. The last answer stays until a newer one is there. */
export interface TreeJudging {
  judged: Judged | undefined;
  /** Instant at which a request that is still open was made, ms; undefined when none is. */
  since: number | undefined;
  failure: Message | undefined;
}

interface JudgingState {
  trees: Readonly<Record<string, TreeJudging>>;
  /** Tree whose answer is wanted first. */
  foremost: string | undefined;
}

/** What a judging was asked about: a state that has not changed is the same object. */
type Asked = Pick<JudgeRequest, 'state'>;

const NOTHING: TreeJudging = { judged: undefined, since: undefined, failure: undefined };

/**
 * Keeps every tree judged, one at a time in a worker. A tree is asked about again when its state changes;
 * an answer to an older state is thrown away. Stopping ends the worker, since a busy one hears nothing.
 */
export const JudgingStore = signalStore(
  withState<JudgingState>({ trees: {}, foremost: undefined }),
  withComputed((store) => ({
    busy: computed(() => Object.values(store.trees()).some(({ since }) => since !== undefined)),
  })),
  withMethods((store, book = inject(BookStore), makeWorker = inject(JUDGE_WORKER)) => {
    let worker: JudgeWorker | undefined;
    let running: ({ id: number; treeId: string } & Asked) | undefined;
    let lastId = 0;
    const answered = new Map<string, Asked>();
    const waiting = new Map<string, Asked>();

    const set = (treeId: string, change: Partial<TreeJudging>): void =>
      patchState(store, ({ trees }) => ({
        trees: { ...trees, [treeId]: { ...(trees[treeId] ?? NOTHING), ...change } },
      }));

    function next(): void {
      if (running || waiting.size === 0) return;
      const foremost = store.foremost();
      const treeId = foremost !== undefined && waiting.has(foremost) ? foremost : [...waiting.keys()][0];
      const chosen = treeId === undefined ? undefined : waiting.get(treeId);
      if (treeId === undefined || !chosen) return;
      waiting.delete(treeId);
      running = { id: ++lastId, treeId, ...chosen };
      ready().postMessage(running);
    }

    function ready(): JudgeWorker {
      if (worker) return worker;
      worker = makeWorker();
      worker.onmessage = ({ data }) => receive(data);
      worker.onerror = ({ message }) =>
        stop(told('judging.failed', { why: message || told('judging.ended') }));
      return worker;
    }

    function receive({ id, treeId, result }: JudgeAnswer): void {
      if (running?.id !== id) return;
      answered.set(treeId, running);
      running = undefined;
      const stillWaits = waiting.has(treeId);
      if (result.ok) {
        if (!stillWaits) set(treeId, { judged: result.judged, since: undefined, failure: undefined });
      } else {
        set(treeId, { since: undefined, failure: told('judging.failed', { why: result.message }) });
      }
      next();
    }

    function stop(message: Message): void {
      worker?.terminate();
      worker = undefined;
      if (running) {
        answered.set(running.treeId, running);
        set(running.treeId, { since: undefined, failure: message });
        running = undefined;
      }
      next();
    }

    return {
      judgingOf: (treeId: string): TreeJudging => store.trees()[treeId] ?? NOTHING,

      /** Takes a better answer to the state that was last answered; an answer to an older one is thrown away. */
      better(treeId: string, state: TreeState, judged: Judged): void {
        if (answered.get(treeId)?.state === state && !waiting.has(treeId)) set(treeId, { judged });
      },

      /** Asks for a tree's answer before all others. */
      wantFirst(treeId: string): void {
        patchState(store, { foremost: treeId });
      },

      /** Stops the tree that is being judged now. */
      stop: () => stop(told('judging.stopped')),

      /** Asks about every tree whose state is not the one last asked about. */
      askWhereChanged(): void {
        for (const [treeId, state] of book.states()) {
          const asked = waiting.get(treeId) ?? (running?.treeId === treeId ? running : answered.get(treeId));
          if (asked?.state === state) continue;
          waiting.set(treeId, { state });
          untracked(() => set(treeId, { since: Date.now() }));
        }
        untracked(next);
      },
    };
  }),
  withHooks({ onInit: (store) => void effect(() => store.askWhereChanged()) }),
);
