import { inject } from '@angular/core';
import { patchState, signalStoreFeature, type, withMethods } from '@ngrx/signals';
import { FILE_VERSION, type Site, type YardFile, type YardParts } from '../../../../core';
import type { BookDb } from './book-db';
import type { BookState, Stands } from './book-state';
import { BOOK_WORLD } from './book-world';
import { shelfKey } from './shelf-keys';
import { dropYard, replaceYard } from './yard-db';

/** The yard that ships with the application, by its id. */
export const DEMO_YARD = 'demo-yard';

/** Yards side by side: begun, put away, thrown away and brought back, and the demo yard as it came. */
export function withYards() {
  return signalStoreFeature(
    {
      state: type<BookState>(),
      methods: type<{
        _db(): Promise<BookDb>;
        _keep<T>(what: string, run: (db: BookDb) => Promise<T>): Promise<boolean>;
        _keepYard(file: YardParts, write: typeof replaceYard): Promise<boolean>;
        _listYards(): Promise<void>;
        openYard(yardId: string): Promise<void>;
        keepImport(file: YardFile, how: 'replace'): Promise<boolean>;
      }>(),
    },
    withMethods((store, world = inject(BOOK_WORLD)) => {
      /** Says where a yard stands. One that is open and leaves makes room for the next; where none is left, none is open. */
      async function stand(yardId: string, stands: Stands): Promise<boolean> {
        const kept = await store._keep(`shelf ${yardId}`, (db) =>
          db.put('settings', stands, shelfKey(yardId)),
        );
        if (!kept) return false;
        await store._listYards();
        if (stands === 'open' || store.yard().id !== yardId) return true;
        const next = store.yards().find((yard) => yard.stands === 'open');
        if (next) await store.openYard(next.id);
        else patchState(store, { yard: NO_YARD, events: [], cells: [], weather: [], before: undefined });
        return true;
      }

      return {
        /** Begins a yard with one place in it, and opens it. False where it could not be kept. */
        async begin(name: string, site: Site): Promise<boolean> {
          const yard = { id: world.newId(), name, sites: [{ ...site, trees: [] }] };
          return store._keepYard({ yard, events: [], drafts: {} }, replaceYard);
        },
        putAway: (yardId: string): Promise<boolean> => stand(yardId, 'away'),
        throwAway: (yardId: string): Promise<boolean> => stand(yardId, 'thrown'),
        async bringOut(yardId: string): Promise<void> {
          if (await stand(yardId, 'open')) await store.openYard(yardId);
        },
        /** Takes a yard that was thrown away out of the store: nothing of it is left. */
        async throwForGood(yardId: string): Promise<void> {
          await store._keep(`yard ${yardId}`, (db) => dropYard(db, yardId));
          await store._listYards();
        },
        /** The demo yard as it came, open. What was written in it can be put back until something else is written. */
        async freshDemo(): Promise<void> {
          const demo = demoIn(await world.demoFile());
          if (await stand(DEMO_YARD, 'open')) await store.keepImport(demo, 'replace');
        },
      };
    }),
  );
}

/**
 * The demo yard of the file that ships with the application. It is of our own making, and a test holds it to what files are read by: nobody
 * waits on a first visit until it is checked once more.
 * @throws where it is not of this program
 */
export function demoIn(text: string): YardFile {
  const file = JSON.parse(text) as YardFile;
  if (file.version !== FILE_VERSION) throw new Error('the demo yard is not the one of this program');
  return file;
}

/** No yard is open. */
export const NO_YARD = { id: '', name: '', sites: [] };
