import { DOCUMENT, inject } from '@angular/core';
import { patchState, signalStore, withHooks, withMethods } from '@ngrx/signals';
import type { Units } from '../../../../core';
import { BOOK_WORLD } from './book-world';
import { withDrafts } from './with-drafts';
import { withEvents } from './with-events';
import { withImport } from './with-import';
import { withRound } from './with-round';
import { withSettings } from './with-settings';
import { withShelf } from './with-shelf';
import { withWeather } from './with-weather';
import { demoIn, withYards } from './with-yards';
import { replaceYard } from './yard-db';

/**
 * The book that is open: its events, half-typed readings, and everything derived from them. It is not one for the whole
 * program: whoever provides it opens a book of its own, on the world provided beside it.
 */
export const BookStore = signalStore(
  withShelf(),
  withSettings(),
  withEvents(),
  withDrafts(),
  withImport(),
  withYards(),
  withWeather(),
  withRound(),
  withMethods((store, world = inject(BOOK_WORLD)) => ({
    /** Opens the store, with the demo yard in it on a first visit. */
    async open(): Promise<void> {
      try {
        const device = await store._setting('device', () => `tab-${world.newId()}`);
        const units = (await store._setting('units', () => 'metric')) as Units;
        patchState(store, { device, units, day: store.today() });
        await store._listYards();
        if (store.yards().length === 0) {
          const demo = demoIn(await world.demoFile());
          patchState(store, { kind: 'open', yard: demo.yard, events: demo.events });
          await store._keepYard(demo, replaceYard);
        } else {
          await store._show(await store._lastOpen());
        }
        patchState(store, { kind: 'open' });
        void store.refreshWeather();
        world.tabs.listen(() => void store._refresh());
      } catch (error) {
        patchState(store, { kind: 'failed', failure: String(error) });
      }
    },
  })),
  withHooks({
    onInit: (store, document = inject(DOCUMENT)) => {
      void store.open();
      document.addEventListener('visibilitychange', () => {
        store.lookAtClock();
        void store.refreshWeather();
      });
    },
  }),
);

export type BookStoreType = InstanceType<typeof BookStore>;
