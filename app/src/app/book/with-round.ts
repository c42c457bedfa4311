import { computed, effect, untracked } from '@angular/core';
import { patchState, signalStoreFeature, type, withHooks, withMethods, withState } from '@ngrx/signals';
import type { RoundSpan } from '../../../../core';
import type { BookDb } from './book-db';
import type { BookState } from './book-state';

/** A round that is under way: what it takes along, its trees in the order they are walked, and the one that is stood at. */
export interface KeptRound {
  /** ISO date it was begun on. */
  began: string;
  span: RoundSpan;
  treeIds: readonly string[];
  at: string;
  /** The step that is shown there, by its name; the first that is open where none is. */
  step?: string | undefined;
}

const roundKey = (yardId: string): string => `round of ${yardId}`;

/** The round of the open yard, kept so that one that is broken off goes on where it was. */
export function withRound() {
  return signalStoreFeature(
    {
      state: type<BookState>(),
      methods: type<{
        _db(): Promise<BookDb>;
        _keep<T>(what: string, run: (db: BookDb) => Promise<T>): Promise<boolean>;
      }>(),
    },
    withState<{ round: KeptRound | undefined }>({ round: undefined }),
    withMethods((store) => ({
      /** Keeps where a round is; undefined ends it. */
      async keepRound(round: KeptRound | undefined): Promise<void> {
        const key = roundKey(store.yard().id);
        patchState(store, { round });
        await store._keep<unknown>('setting round', (db) =>
          round ? db.put('settings', JSON.stringify(round), key) : db.delete('settings', key),
        );
      },
      async _readRound(yardId: string): Promise<void> {
        const kept = yardId === '' ? undefined : await (await store._db()).get('settings', roundKey(yardId));
        if (store.yard().id !== yardId) return;
        patchState(store, { round: kept === undefined ? undefined : (JSON.parse(kept) as KeptRound) });
      },
    })),
    withHooks((store) => ({
      onInit: () => {
        const yardId = computed(() => store.yard().id);
        effect(() => {
          const id = yardId();
          untracked(() => void store._readRound(id));
        });
      },
    })),
  );
}
