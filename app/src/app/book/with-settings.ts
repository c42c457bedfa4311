import { patchState, signalStoreFeature, type, withMethods } from '@ngrx/signals';
import type { Units } from '../../../../core';
import type { BookDb } from './book-db';
import type { BookState } from './book-state';

/** What the grower has chosen for all yards: units, which yard is open, and the name of this device. */
export function withSettings() {
  return signalStoreFeature(
    {
      state: type<BookState>(),
      methods: type<{
        _db(): Promise<BookDb>;
        _keep<T>(what: string, run: (db: BookDb) => Promise<T>): Promise<boolean>;
        _show(yardId: string): Promise<void>;
      }>(),
    },
    withMethods((store) => {
      /** A setting as it is kept, or as it is made on the first visit. */
      async function _setting(key: string, fallback: () => string): Promise<string> {
        const kept = await (await store._db()).get('settings', key);
        if (kept !== undefined) return kept;
        const made = fallback();
        await (await store._db()).put('settings', made, key);
        return made;
      }
      return {
        _setting,
        /** The yard that was open last, or the first that stands open; empty where none does. */
        async _lastOpen(): Promise<string> {
          const open = store.yards().filter(({ stands }) => stands === 'open');
          const first = open[0]?.id ?? '';
          const last = await _setting('yard', () => first);
          return open.some(({ id }) => id === last) ? last : first;
        },
        async setUnits(units: Units): Promise<void> {
          patchState(store, { units });
          await store._keep('setting units', (db) => db.put('settings', units, 'units'));
        },
        async openYard(yardId: string): Promise<void> {
          await store._keep('setting yard', (db) => db.put('settings', yardId, 'yard'));
          await store._show(yardId);
        },
      };
    }),
  );
}
