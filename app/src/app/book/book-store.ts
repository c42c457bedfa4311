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

/** How long the page is worked on at a stretch while it is opened, ms: half a frame of its drawing. */
const STEP_MS = 8;

/** Longest that a first visit waits for the weather of the demo yard, ms. */
const WEATHER_MS = 1500;

const pause = (ms: number): Promise<void> => new Promise((over) => setTimeout(over, ms));

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
  withMethods((store, world = inject(BOOK_WORLD)) => {
    /** Works the trees out step by step: a page that is being opened answers between them. */
    async function workOut(): Promise<void> {
      let since = performance.now();
      for (const step of store._steps()) {
        step();
        if (performance.now() - since < STEP_MS) continue;
        await pause(0);
        since = performance.now();
      }
    }

    return {
      /** Opens the store, with the demo yard in it on a first visit. */
      async open(): Promise<void> {
        try {
          const device = await store._setting('device', () => `tab-${world.newId()}`);
          const units = (await store._setting('units', () => 'metric')) as Units;
          patchState(store, { device, units, day: store.today() });
          await store._listYards();
          const isFirst = store.yards().length === 0;
          const demo = isFirst ? demoIn(await world.demoFile()) : undefined;
          if (demo) {
            patchState(store, { yard: demo.yard, events: demo.events });
            // Its trees are judged once, in their weather, where that comes soon.
            await Promise.race([store.refreshWeather(), pause(WEATHER_MS)]);
          } else {
            await store._show(await store._lastOpen());
          }
          await workOut();
          patchState(store, { kind: 'open' });
          // It is shown already: read anew, all of it would be worked out a second time.
          if (demo) await store._keepOpen(demo, replaceYard);
          void store.refreshWeather();
          world.tabs.listen(() => void store._refresh());
        } catch (error) {
          patchState(store, { kind: 'failed', failure: String(error) });
        }
      },
    };
  }),
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
