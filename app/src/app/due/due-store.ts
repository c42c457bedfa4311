import { computed, effect, inject, InjectionToken, untracked } from '@angular/core';
import { patchState, signalStore, withComputed, withHooks, withMethods, withState } from '@ngrx/signals';
import {
  budSteps,
  byPressing,
  kindFacts,
  woundsSeenOn,
  type Due,
  type DueTree,
  type PlainEvent,
  type ReadBook,
  type SeasonPlace,
  type TreeState,
  type TreeWound,
} from '../../../../core';
import { BookStore } from '../book/book-store';
import { JudgingStore } from '../judging/judging-store';
import { Stillness } from '../shell/stillness';
import type { DueAnswer, DueRequest } from './due-messages';

/** What a worker that says what is due must do; tests stand one in. */
export interface DueWorker {
  postMessage(request: DueRequest): void;
  onmessage: ((event: MessageEvent<DueAnswer>) => void) | null;
}

export const DUE_WORKER = new InjectionToken<() => DueWorker>('makes a worker that says what is due', {
  providedIn: 'root',
  factory: () => () => new Worker(new URL('./due.worker', import.meta.url), { type: 'module' }),
});

/** What was asked about a tree: compared by identity, so that one event asks about one tree. */
type Asked = readonly unknown[];

interface DueState {
  byTree: ReadonlyMap<string, readonly Due[]>;
  waiting: boolean;
}

const NOTHING: DueState = { byTree: new Map(), waiting: false };
const NO_EVENTS: readonly PlainEvent[] = [];

/** What was seen of wounds on trees of a tree's kind: gathered once for each kind. */
function woundsByKind(read: ReadBook): (state: TreeState) => readonly TreeWound[] {
  const known = new Map<string, readonly TreeWound[]>();
  return ({ record }) => {
    const { id } = kindFacts(record.kind);
    const found = known.get(id) ?? woundsSeenOn(read, id);
    known.set(id, found);
    return found;
  };
}

/** What is due across the yard, kept up by a worker, tree by tree; and ticking it. */
export const DueStore = signalStore(
  withState(NOTHING),
  withComputed((store, book = inject(BookStore), judging = inject(JudgingStore)) => ({
    /** Whether nothing is on its way: every tree is judged, and asked about as it is judged. */
    whole: computed(() => !store.waiting() && !judging.busy()),
    /** Everything due in the yard, the more pressing first. */
    all: computed<readonly Due[]>(() => {
      const trees = book.states();
      return [...store.byTree()].flatMap(([treeId, due]) => (trees.has(treeId) ? due : [])).sort(byPressing);
    }),
  })),
  withMethods(
    (
      store,
      book = inject(BookStore),
      judging = inject(JudgingStore),
      still = inject(Stillness),
      make = inject(DUE_WORKER),
    ) => {
      let worker: DueWorker | undefined;
      let lastId = 0;
      let running: { id: number; asked: ReadonlyMap<string, Asked> } | undefined;
      let again = false;
      let yardId: string | undefined;
      const answered = new Map<string, Asked>();
      const told = new Map<string, SeasonPlace>();

      function ready(): DueWorker {
        if (worker) return worker;
        worker = make();
        worker.onmessage = ({ data }) => still.whenStill(() => receive(data));
        return worker;
      }

      function receive({ id, due }: DueAnswer): void {
        if (running?.id !== id) return;
        for (const [treeId, asked] of running.asked) answered.set(treeId, asked);
        running = undefined;
        patchState(store, ({ byTree }) => ({
          byTree: new Map([...byTree, ...due.map((one) => [one.treeId, one.due] as const)]),
          waiting: false,
        }));
        if (again) look();
      }

      /** Asks about every tree that has changed since it was asked about. */
      function look(): void {
        const openYard = book.yard().id;
        if (openYard !== yardId) {
          // What was due in another yard says nothing of this one, whatever the ids of its trees.
          yardId = openYard;
          running = undefined;
          answered.clear();
          told.clear();
          patchState(store, NOTHING);
        }
        again = running !== undefined;
        if (again) return;
        const asked = new Map<string, Asked>();
        const trees: DueRequest['trees'][number][] = [];
        const sites = new Map<string, SeasonPlace>();
        const { eventsOf } = book.read();
        const woundsOn = woundsByKind(book.read());
        for (const [treeId, state] of book.states()) {
          const place = book.placeOf()(state.site.id);
          const tree = dueTree(state, eventsOf.get(treeId) ?? NO_EVENTS, woundsOn(state));
          const key = [
            state,
            tree.acts,
            tree.isWhip,
            tree.budSteps,
            place,
            JSON.stringify(tree.wounds),
            ...tree.events,
          ];
          const before = answered.get(treeId);
          if (before?.length === key.length && key.every((one, i) => one === before[i])) continue;
          asked.set(treeId, key);
          trees.push({ siteId: state.site.id, tree });
          if (told.get(state.site.id) !== place) sites.set(state.site.id, place);
        }
        if (trees.length === 0) return;
        for (const [siteId, place] of sites) told.set(siteId, place);
        running = { id: ++lastId, asked };
        patchState(store, { waiting: true });
        ready().postMessage({
          id: lastId,
          sites: [...sites].map(([siteId, { site, weather, seen, asks }]) => ({
            ...{ siteId, latitudeDeg: site.latitudeDeg, weather, seen, asks },
          })),
          trees,
        });
      }

      function dueTree(
        state: TreeState,
        events: readonly PlainEvent[],
        wounds: readonly TreeWound[],
      ): DueTree {
        const { judged } = judging.judgingOf(state.record.id);
        return {
          ...{ state, events, wounds },
          ...(judged?.kind === 'judged' && { acts: judged.plan.acts }),
          ...(judged?.kind === 'whip' && {
            isWhip: true,
            budSteps: budSteps(judged.whip).filter(({ isDone }) => !isDone).length,
          }),
        };
      }

      return {
        look,
      };
    },
  ),
  withHooks((store, book = inject(BookStore), judging = inject(JudgingStore)) => ({
    onInit: () => {
      effect(() => {
        book.states();
        book.placeOf();
        judging.trees();
        untracked(() => store.look());
      });
    },
  })),
);
