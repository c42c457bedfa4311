import {
  computed,
  effect,
  inject,
  InjectionToken,
  signal,
  untracked,
  type WritableSignal,
} from '@angular/core';
import {
  patchState,
  signalStore,
  withComputed,
  withHooks,
  withMethods,
  withProps,
  withState,
} from '@ngrx/signals';
import { told, type Judged, type Message, type TreeState } from '../../../../core';
import { Stillness } from '../shell/stillness';
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
  withState<JudgingState>({ foremost: undefined }),
  // A signal for each tree, so that one answer wakes one tree.
  withProps(() => ({ _each: signal<ReadonlyMap<string, WritableSignal<TreeJudging>>>(new Map()) })),
  withComputed((store) => ({
    trees: computed<Readonly<Record<string, TreeJudging>>>(() =>
      Object.fromEntries([...store._each()].map(([treeId, judging]) => [treeId, judging()])),
    ),
  })),
  withComputed((store) => ({
    busy: computed(() => Object.values(store.trees()).some(({ since }) => since !== undefined)),
  })),
  withMethods(
    (store, book = inject(BookStore), makeWorker = inject(JUDGE_WORKER), still = inject(Stillness)) => {
      let worker: JudgeWorker | undefined;
      let running: ({ id: number; treeId: string } & Asked) | undefined;
      let lastId = 0;
      /** The yard whose trees are judged. */
      let yardId: string | undefined;
      const answered = new Map<string, Asked>();
      const waiting = new Map<string, Asked>();

      const set = (treeId: string, change: Partial<TreeJudging>): void =>
        store
          ._each()
          .get(treeId)
          ?.update((now) => ({ ...now, ...change }));

      /** Gives every tree that is new a signal of its own. */
      function meet(treeIds: readonly string[]): void {
        const unmet = treeIds.filter((treeId) => !store._each().has(treeId));
        if (unmet.length === 0) return;
        store._each.update(
          (each) => new Map([...each, ...unmet.map((id) => [id, signal(NOTHING)] as const)]),
        );
      }

      function next(): void {
        if (running || waiting.size === 0) return;
        const foremost = store.foremost();
        const treeId = foremost !== undefined && waiting.has(foremost) ? foremost : [...waiting.keys()][0];
        const chosen = treeId === undefined ? undefined : waiting.get(treeId);
        if (treeId === undefined || !chosen) return;
        waiting.delete(treeId);
        running = { id: ++lastId, treeId, ...chosen };
        ready().postMessage({ ...running, yardId: yardId ?? '' });
      }

      function ready(): JudgeWorker {
        if (worker) return worker;
        worker = makeWorker();
        // An answer is only unpacked when it is read: not in the middle of somebody's scrolling.
        worker.onmessage = (event) => still.whenStill(() => receive(event.data));
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

      /** Another yard is open: what was judged in the last one says nothing of its trees, whatever their ids. */
      function forget(): void {
        worker?.terminate();
        [worker, running] = [undefined, undefined];
        answered.clear();
        waiting.clear();
        store._each.set(new Map());
      }

      return {
        judgingOf: (treeId: string): TreeJudging => store._each().get(treeId)?.() ?? NOTHING,

        /** Whether the last answer is to a state of a tree, and none to a newer one is on its way. */
        isAnswered(treeId: string, state: TreeState): boolean {
          const { since } = store._each().get(treeId)?.() ?? NOTHING;
          return since === undefined && answered.get(treeId)?.state === state;
        },

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
          const changed: string[] = [];
          const openYard = book.yard().id;
          if (openYard !== yardId) {
            if (yardId !== undefined) untracked(forget);
            yardId = openYard;
          }
          for (const [treeId, state] of book.states()) {
            const asked =
              waiting.get(treeId) ?? (running?.treeId === treeId ? running : answered.get(treeId));
            if (asked?.state === state) continue;
            waiting.set(treeId, { state });
            changed.push(treeId);
          }
          untracked(() => {
            meet(changed);
            for (const treeId of changed) set(treeId, { since: Date.now() });
            next();
          });
        },
      };
    },
  ),
  withHooks({ onInit: (store) => void effect(() => store.askWhereChanged()) }),
);
