import { computed, DOCUMENT, inject } from '@angular/core';
import { patchState, signalStore, withComputed, withHooks, withMethods, withState } from '@ngrx/signals';
import { formatISO } from 'date-fns';
import {
  importEffect,
  mergeBooks,
  readBook,
  RULE_SET,
  TreeMemo,
  undoState,
  writeYardFile,
  type Book,
  type BookEvent,
  type EventBody,
  type ImportEffect,
  type ReadFile,
  type TreeState,
  type Units,
  type Yard,
  type YardFile,
} from '../../../../core';
import type { FileReading } from './file-reader';
import {
  appendEvent,
  dropCells,
  draftsOf,
  mergeYard,
  readYard,
  replaceYard,
  writeCell,
  type BookDb,
  type DraftCell,
  type Hand,
} from './book-db';
import { BOOK_WORLD } from './book-world';
import { withKeeping } from './keeping';

interface BookState {
  kind: 'opening' | 'open' | 'failed';
  failure: string;
  yards: readonly Pick<Yard, 'id' | 'name'>[];
  yard: Yard;
  events: readonly BookEvent[];
  cells: readonly DraftCell[];
  units: Units;
  device: string;
  /** Today, ISO: trees are looked at as they are on it. */
  day: string;
  /** What the store itself has to say, such as that it waits for another tab. */
  news: string;
  /** The yard as it was before the last import, and the events that the import brought, until something is written after it. */
  before: Before | undefined;
  /** Half-typed readings last thrown away, until something is typed after. */
  thrown: readonly DraftCell[];
}

type Before = Pick<YardFile, 'yard' | 'events' | 'drafts'> & { brought: ReadonlySet<string> };

const NO_YARD: Yard = { id: '', name: '', sites: [] };

const INITIAL: BookState = {
  kind: 'opening',
  failure: '',
  yards: [],
  yard: NO_YARD,
  events: [],
  cells: [],
  units: 'metric',
  device: '',
  day: '',
  before: undefined,
  thrown: [],
  news: '',
};

/** The book that is open: its events, half-typed readings, and everything derived from them. */
export const BookStore = signalStore(
  { providedIn: 'root' },
  withState(INITIAL),
  withKeeping(),
  withComputed((store) => {
    const read = computed(() => readBook({ yard: store.yard(), events: store.events() }));
    const memo = new TreeMemo();
    return {
      read,
      states: computed<ReadonlyMap<string, TreeState>>(() => memo.statesOf(read(), store.day())),
      undoable: computed(() => undoState(store.events(), store.device())),
    };
  }),
  withMethods((store, world = inject(BOOK_WORLD)) => {
    let opened: Promise<BookDb> | undefined;
    const db = (): Promise<BookDb> =>
      (opened ??= world.openDb({
        waits: () =>
          patchState(store, {
            news: 'Close the other tabs of Eager Bough: one of them holds an older store open.',
          }),
        gone: () =>
          patchState(store, { news: 'A newer Eager Bough was opened in another tab: reload this one.' }),
      }));
    const hand = (): Hand => ({
      device: store.device(),
      now: world.now,
      newId: world.newId,
      ruleSet: RULE_SET,
    });
    let missed = false;
    /** Writes begun so far, and the last of them: what is read while one runs may be older than what is shown. */
    let begun = 0;
    let lastWrite: Promise<unknown> = Promise.resolve();
    const today = (): string => formatISO(world.now(), { representation: 'date' });

    /** Runs one write; "saved" is not shown again before it has completed. False where it failed. */
    function keep<T>(
      what: string,
      run: (db: BookDb) => Promise<T>,
      then?: (done: T) => void,
    ): Promise<boolean> {
      begun++;
      const written = store
        .keep({ what, run: async () => run(await db()), ...(then && { then }) })
        .then((kept) => {
          if (kept) world.tabs.post(store.yard().id);
          if (missed && store.writing() === 0) void refresh();
          return kept !== undefined;
        });
      lastWrite = written;
      return written;
    }

    /** Shows a yard as it is kept. What is written while it is read would be lost from sight, so it is read again. */
    async function show(yardId: string): Promise<void> {
      for (;;) {
        const before = begun;
        const kept = await readYard(await db(), yardId);
        if (before === begun && store.writing() === 0) {
          if (kept) patchState(store, { yard: kept.yard, events: kept.events, cells: kept.cells });
          return;
        }
        await lastWrite;
      }
    }

    /** Takes in what other tabs have written. Cells this tab is still writing are left as typed here. */
    async function refresh(): Promise<void> {
      missed = store.writing() > 0;
      if (missed) return;
      await show(store.yard().id);
      await listYards();
    }

    async function listYards(): Promise<void> {
      const yards = await (await db()).getAll('yards');
      patchState(store, { yards: yards.map(({ id, name }) => ({ id, name })) });
    }

    async function setting(key: string, fallback: () => string): Promise<string> {
      const kept = await (await db()).get('settings', key);
      if (kept !== undefined) return kept;
      const made = fallback();
      await (await db()).put('settings', made, key);
      return made;
    }

    /** Keeps a yard and opens it; where it could not be kept, the one that is open stays open. */
    async function keepYard(
      file: Pick<YardFile, 'yard' | 'events' | 'drafts'>,
      write: typeof replaceYard,
    ): Promise<boolean> {
      const { id } = file.yard;
      if (!(await keep(`yard ${id}`, (db) => write(db, file, file.drafts)))) return false;
      await keep('setting yard', (db) => db.put('settings', id, 'yard'));
      await show(id);
      await listYards();
      return true;
    }

    /** The yard that was open last, or the first there is where that one is gone. */
    async function lastOpen(): Promise<string> {
      const first = store.yards()[0]?.id ?? '';
      const last = await setting('yard', () => first);
      return store.yards().some(({ id }) => id === last) ? last : first;
    }

    const keepCell = (cell: DraftCell): Promise<boolean> =>
      keep(`cell ${cell.treeId} ${cell.row} ${cell.field}`, (db) => writeCell(db, cell));

    return {
      today,

      /** Looks at the trees on another day, when one has begun. */
      lookAtClock(): void {
        if (store.day() !== today()) patchState(store, { day: today() });
      },

      /** Opens the store, with the demo yard in it on a first visit. */
      async open(): Promise<void> {
        try {
          const device = await setting('device', () => `tab-${world.newId()}`);
          const units = (await setting('units', () => 'metric')) as Units;
          patchState(store, { device, units, day: today() });
          await listYards();
          if (store.yards().length === 0) {
            const { readYardFile } = await import('../../../../core/formats/read');
            const demo = readYardFile(await world.demoFile());
            if (demo.kind !== 'good')
              throw new Error('the demo yard that ships with the application is damaged');
            patchState(store, { kind: 'open', yard: demo.file.yard, events: demo.file.events });
            await keepYard(demo.file, replaceYard);
          } else {
            await show(await lastOpen());
          }
          patchState(store, { kind: 'open' });
          world.tabs.listen(() => void refresh());
        } catch (error) {
          patchState(store, { kind: 'failed', failure: String(error) });
        }
      },

      /** Writes an event; on failure nothing changes on screen either. */
      async record(
        body: EventBody,
        happenedOn = today(),
        spent: readonly DraftCell[] = [],
      ): Promise<boolean> {
        const yardId = store.yard().id;
        const gone = new Set(spent);
        return keep(
          `entry ${begun}`,
          (db) => appendEvent(db, yardId, body, happenedOn, hand(), spent),
          (event) =>
            patchState(store, ({ events, cells }) => ({
              events: [...events, event],
              cells: cells.filter((cell) => !gone.has(cell)),
              before: undefined,
            })),
        );
      },

      async undo(): Promise<void> {
        const { undo } = store.undoable();
        if (undo) await this.record({ kind: 'withdraw', target: undo.id });
      },

      async redo(): Promise<void> {
        const { redo } = store.undoable();
        if (redo) await this.record({ kind: 'withdraw', target: redo.id });
      },

      /** Keeps one cell of the readings as it is typed. */
      async type(treeId: string, row: string, field: string, text: string): Promise<void> {
        const cell: DraftCell = { yardId: store.yard().id, treeId, row, field, text };
        const isSame = (other: DraftCell): boolean =>
          other.treeId === treeId && other.row === row && other.field === field;
        patchState(store, ({ cells }) => ({
          thrown: [],
          cells: cells.some(isSame) ? cells.map((other) => (isSame(other) ? cell : other)) : [...cells, cell],
        }));
        await keepCell(cell);
      },

      /** Throws the half-typed readings of a tree, or of one of its rows, away. */
      async dropDraft(treeId: string, row?: string): Promise<void> {
        const isOf = (cell: DraftCell): boolean =>
          cell.treeId === treeId && (row === undefined || cell.row === row);
        const gone = store.cells().filter(isOf);
        patchState(store, ({ cells }) => ({ cells: cells.filter((cell) => !isOf(cell)), thrown: gone }));
        await keep(`cells of ${treeId} ${row ?? ''}`, (db) => dropCells(db, gone));
      },

      /** Brings back the half-typed readings that were thrown away last. */
      async bringBack(): Promise<void> {
        const back = store.thrown();
        patchState(store, ({ cells }) => ({ cells: [...cells, ...back], thrown: [] }));
        for (const cell of back) await keepCell(cell);
      },

      async setUnits(units: Units): Promise<void> {
        patchState(store, { units });
        await keep('setting units', (db) => db.put('settings', units, 'units'));
      },

      async openYard(yardId: string): Promise<void> {
        await keep('setting yard', (db) => db.put('settings', yardId, 'yard'));
        await show(yardId);
      },

      /** The open yard as the text of a file. */
      exportText(): string {
        return writeYardFile({ yard: store.yard(), events: store.events(), drafts: draftsOf(store.cells()) });
      },

      readFile: (text: string): FileReading => world.readFile(text),

      /** Says what keeping a file that was read would do. Changes nothing. */
      async examine({ done }: FileReading): Promise<Examined> {
        const read = await done;
        if (read.kind === 'refused') return { read };
        const kept = await readYard(await db(), read.file.yard.id);
        return { read, effect: importEffect(read.file, kept) };
      },

      /** Keeps an examined file: as a new yard, merged by event id into the one of its name, or in its place. */
      async keepImport(file: YardFile, how: 'add' | 'merge' | 'replace'): Promise<void> {
        const kept = await readYard(await db(), file.yard.id);
        if (!(await keepYard(file, how === 'merge' ? mergeYard : replaceYard)) || !kept) return;
        const { yard, events, cells } = kept;
        const brought = new Set(file.events.map(({ id }) => id));
        patchState(store, { before: { yard, events, drafts: draftsOf(cells), brought } });
      },

      /** Puts the yard back as it was before the last import; what was written since, in whatever tab, stays. */
      async putBack(): Promise<void> {
        const { before } = store;
        const was = before();
        if (!was) return;
        const now = await readYard(await db(), was.yard.id);
        if (await keepYard(now ? putBackUnder(was, now) : was, replaceYard)) {
          patchState(store, { before: undefined });
        }
      },
    };
  }),
  withHooks({
    onInit: (store, document = inject(DOCUMENT)) => {
      void store.open();
      document.addEventListener('visibilitychange', () => store.lookAtClock());
    },
  }),
);

/** A file looked at before anything is kept. */
export interface Examined {
  read: ReadFile;
  effect?: ImportEffect;
}

export type BookStoreType = InstanceType<typeof BookStore>;

/** A yard as it was before an import, with what was written since and the trees that is about. */
function putBackUnder(was: Before, now: Book): Pick<YardFile, 'yard' | 'events' | 'drafts'> {
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
  return { yard, events, drafts: was.drafts };
}
