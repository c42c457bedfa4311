import { inject } from '@angular/core';
import { patchState, signalStoreFeature, type, withMethods } from '@ngrx/signals';
import {
  importEffect,
  mergeBooks,
  readBook,
  writeYardFiles,
  type Book,
  type ImportEffect,
  type ReadFile,
  type YardFile,
  type YardParts,
} from '../../../../core';
import { readYard, type BookDb } from './book-db';
import type { Before, BookState } from './book-state';
import { BOOK_WORLD } from './book-world';
import type { FileReading } from './file-reader';
import { draftsOf, mergeYard, readPhotos, replaceYard, weatherBySite } from './yard-db';

/** A file looked at before anything is kept. */
export interface Examined {
  read: ReadFile;
  effect?: ImportEffect;
}

/** The yard as a file: out, looked at before it is taken in, taken in, and put back as it was. */
export function withImport() {
  return signalStoreFeature(
    {
      state: type<BookState>(),
      methods: type<{
        _db(): Promise<BookDb>;
        _keepYard(file: YardParts, write: typeof replaceYard): Promise<boolean>;
      }>(),
    },
    withMethods((store, world = inject(BOOK_WORLD)) => {
      const openYard = () => ({
        ...{ yard: store.yard(), events: store.events() },
        ...{ cells: store.cells(), weather: store.weather() },
      });
      return {
        /**
         * A yard as the texts of files, the open one where none is named: one, or more where its photographs fill them; undefined
         * where it is not kept here.
         */
        async exportTexts(yardId = store.yard().id): Promise<string[] | undefined> {
          const db = await store._db();
          // What stands on screen goes out, though it could not be kept.
          const kept = yardId === store.yard().id ? openYard() : await readYard(db, yardId);
          if (!kept) return undefined;
          const photos = await readPhotos(db, yardId).catch(() => ({}));
          const { yard, events, cells, weather } = kept;
          return writeYardFiles({
            ...{ yard, events, drafts: draftsOf(cells), photos },
            weather: weatherBySite(weather),
          });
        },

        readFile: (text: string): FileReading => world.readFile(text),

        /** Says what keeping a file that was read would do. Changes nothing. */
        async examine({ done }: FileReading): Promise<Examined> {
          const read = await done;
          if (read.kind === 'refused') return { read };
          const kept = await readYard(await store._db(), read.file.yard.id);
          return { read, effect: importEffect(read.file, kept) };
        },

        /** Keeps an examined file: as a new yard, merged by event id into the one of its name, or in its place. False where it could not be kept. */
        async keepImport(file: YardFile, how: 'add' | 'merge' | 'replace'): Promise<boolean> {
          const kept = await readYard(await store._db(), file.yard.id);
          if (!(await store._keepYard(file, how === 'merge' ? mergeYard : replaceYard))) return false;
          if (!kept) return true;
          const { yard, events, cells } = kept;
          const brought = new Set(file.events.map(({ id }) => id));
          const before = { yard, events, drafts: draftsOf(cells), weather: weatherBySite(kept.weather) };
          patchState(store, { before: { ...before, brought } });
          return true;
        },

        /** Puts the yard back as it was before the last import; what was written since, in whatever tab, stays. */
        async putBack(): Promise<void> {
          const was = store.before();
          if (!was) return;
          const now = await readYard(await store._db(), was.yard.id);
          if (await store._keepYard(now ? putBackUnder(was, now) : was, replaceYard)) {
            patchState(store, { before: undefined });
          }
        },
      };
    }),
  );
}

/** A yard as it was before an import, with what was written since and the trees that is about. */
function putBackUnder(was: Before, now: Book): YardParts {
  const known = new Set([...was.brought, ...was.events.map(({ id }) => id)]);
  const since = now.events.filter(({ id }) => !known.has(id));
  const about = new Set(since.flatMap((event) => ('treeId' in event ? [event.treeId] : [])));
  const had = new Set(readBook(was).trees.map(({ record }) => record.id));
  const isLacking = (treeId: string): boolean => about.has(treeId) && !had.has(treeId);
  const sites = now.yard.sites.map((site) => ({
    ...site,
    trees: site.trees.filter(({ id }) => isLacking(id)),
  }));
  const needed = now.events.filter((event) => 'treeId' in event && isLacking(event.treeId));
  const { yard, events } = mergeBooks(was, {
    yard: { ...now.yard, sites: sites.filter(({ trees }) => trees.length > 0) },
    events: [...needed, ...since],
  });
  return { yard, events, drafts: was.drafts, weather: was.weather };
}
