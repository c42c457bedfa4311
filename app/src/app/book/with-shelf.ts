import { inject } from '@angular/core';
import { patchState, signalStoreFeature, withMethods, withState } from '@ngrx/signals';
import { formatISO } from 'date-fns';
import { readBook, RULE_SET, told, type YardParts } from '../../../../core';
import { readYard, type BookDb, type Hand } from './book-db';
import { CLOSED_BOOK, type Stands } from './book-state';
import { BOOK_WORLD } from './book-world';
import { withKeeping } from './keeping';
import { nameKey, shelfKey } from './shelf-keys';
import type { replaceYard } from './yard-db';

/** The store's own ways to what is kept: opening it, writing to it, and showing a yard as it is kept there. */
export function withShelf() {
  return signalStoreFeature(
    withState(CLOSED_BOOK),
    withKeeping(),
    withMethods((store, world = inject(BOOK_WORLD)) => {
      let opened: Promise<BookDb> | undefined;
      const _db = (): Promise<BookDb> =>
        (opened ??= world.openDb({
          waits: () => patchState(store, { news: told('news.close-others') }),
          gone: () => patchState(store, { news: told('news.reload') }),
        }));
      let missed = false;
      /** Writes begun so far, and the last of them: what is read while one runs may be older than what is shown. */
      let begun = 0;
      let lastWrite: Promise<unknown> = Promise.resolve();

      /** Runs one write; "saved" is not shown again before it has completed. False where it failed. */
      function _keep<T>(
        what: string,
        run: (db: BookDb) => Promise<T>,
        then?: (done: T) => void,
      ): Promise<boolean> {
        begun++;
        const written = store
          .keep({ what, run: async () => run(await _db()), ...(then && { then }) })
          .then((kept) => {
            if (kept) world.tabs.post(store.yard().id);
            if (missed && store.writing() === 0) void _refresh();
            return kept !== undefined;
          });
        lastWrite = written;
        return written;
      }

      /** Shows a yard as it is kept. What is written while it is read would be lost from sight, so it is read again. */
      async function _show(yardId: string): Promise<void> {
        for (;;) {
          const before = begun;
          const kept = await readYard(await _db(), yardId);
          if (before === begun && store.writing() === 0) {
            if (!kept) return;
            patchState(store, {
              ...{ yard: kept.yard, events: kept.events, cells: kept.cells, weather: kept.weather },
            });
            return _noteName();
          }
          await lastWrite;
        }
      }

      /** Takes in what other tabs have written. Cells this tab is still writing are left as typed here. */
      async function _refresh(): Promise<void> {
        missed = store.writing() > 0;
        if (missed) return;
        await _listYards();
        await _show(store.yard().id);
      }

      /** Keeps what the open yard is called now, for when another one is open. */
      async function _noteName(): Promise<void> {
        const { id } = store.yard();
        const { name } = readBook({ yard: store.yard(), events: store.events() });
        const listed = store.yards().find((yard) => yard.id === id);
        if (!listed || listed.name === name) return;
        patchState(store, ({ yards }) => ({
          yards: yards.map((yard) => (yard.id === id ? { ...yard, name } : yard)),
        }));
        await _keep(`name ${id}`, (db) => db.put('settings', name, nameKey(id)));
      }

      async function _listYards(): Promise<void> {
        const yards = await (await _db()).getAll('yards');
        const settings = await settingsOf(await _db());
        patchState(store, {
          yards: yards.map(({ id, name }) => ({
            ...{ id, name: settings.get(nameKey(id)) ?? name },
            stands: (settings.get(shelfKey(id)) ?? 'open') as Stands,
          })),
        });
      }

      /** Keeps a yard, as the one that was open last. False where it could not be kept. */
      async function _keepOpen(file: YardParts, write: typeof replaceYard): Promise<boolean> {
        const { id } = file.yard;
        if (!(await _keep(`yard ${id}`, (db) => write(db, file)))) return false;
        await _keep('setting yard', (db) => db.put('settings', id, 'yard'));
        await _listYards();
        return true;
      }

      /** Keeps a yard and opens it; where it could not be kept, the one that is open stays open. */
      async function _keepYard(file: YardParts, write: typeof replaceYard): Promise<boolean> {
        const isKept = await _keepOpen(file, write);
        if (isKept) await _show(file.yard.id);
        return isKept;
      }

      const today = (): string => formatISO(world.now(), { representation: 'date' });
      const _hand = (): Hand => ({
        ...{ device: store.device(), now: world.now, newId: world.newId, ruleSet: RULE_SET },
      });
      /** A name for a write that no other has. */
      const _nextName = (what: string): string => `${what} ${begun}`;

      return {
        today,
        _db,
        _keep,
        _show,
        _refresh,
        _listYards,
        _keepOpen,
        _keepYard,
        _noteName,
        _hand,
        _nextName,
      };
    }),
  );
}

/** All settings by their names. */
async function settingsOf(db: BookDb): Promise<ReadonlyMap<string, string>> {
  const tx = db.transaction('settings');
  const [keys, values] = await Promise.all([tx.store.getAllKeys(), tx.store.getAll()]);
  return new Map(keys.map((key, i) => [key, values[i] as string]));
}
