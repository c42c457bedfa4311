import { computed, inject, InjectionToken } from '@angular/core';
import { patchState, signalStore, withComputed, withHooks, withMethods, withState } from '@ngrx/signals';
import { formatISO } from 'date-fns';
import {
  importEffect,
  readBook,
  RULE_SET,
  treeState,
  undoState,
  writeYardFile,
  type BookEvent,
  type EventBody,
  type ImportEffect,
  type ReadFile,
  type TreeState,
  type Units,
  type Yard,
  type YardFile,
} from '../../../../core';
import { readInWorker, type FileReading } from './file-reader';
import {
  appendEvent,
  dropCells,
  draftsOf,
  mergeYard,
  openBookDb,
  readYard,
  replaceYard,
  writeCell,
  type BookDb,
  type DraftCell,
  type Hand,
} from './book-db';

/** How the store reaches the world; tests give it another. */
export interface BookWorld {
  openDb: () => Promise<BookDb>;
  now: () => Date;
  newId: () => string;
  demoFile: () => Promise<string>;
  readFile: (text: string) => FileReading;
  /** Other tabs of this browser. */
  tabs: { post(message: string): void; listen(heard: (message: string) => void): void };
}

export const BOOK_WORLD = new InjectionToken<BookWorld>('the world outside the book', {
  providedIn: 'root',
  factory: () => {
    const channel = new BroadcastChannel('eager-bough');
    return {
      openDb: () => openBookDb(),
      now: () => new Date(),
      newId: () => crypto.randomUUID(),
      readFile: readInWorker,
      demoFile: async () => (await fetch('demo/two-hillsides.json')).text(),
      tabs: {
        post: (message) => channel.postMessage(message),
        listen: (heard) => (channel.onmessage = ({ data }) => heard(String(data))),
      },
    };
  },
});

/** Whether what is on screen is on disk. */
export type Keeping = { kind: 'saved' } | { kind: 'saving' } | { kind: 'failed'; message: string };

interface BookState {
  kind: 'opening' | 'open' | 'failed';
  failure: string;
  yards: readonly Pick<Yard, 'id' | 'name'>[];
  yard: Yard;
  events: readonly BookEvent[];
  cells: readonly DraftCell[];
  units: Units;
  device: string;
  writing: number;
  notKept: string;
  /** The yard as it was before the last import, until something is written after it. */
  before: Pick<YardFile, 'yard' | 'events' | 'drafts'> | undefined;
  /** Half-typed readings last thrown away, until something is typed after. */
  thrown: readonly DraftCell[];
}

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
  writing: 0,
  notKept: '',
  before: undefined,
  thrown: [],
};

/** The book that is open: its events, half-typed readings, and everything derived from them. */
export const BookStore = signalStore(
  { providedIn: 'root' },
  withState(INITIAL),
  withComputed((store) => {
    const read = computed(() => readBook({ yard: store.yard(), events: store.events() }));
    return {
      read,
      states: computed<ReadonlyMap<string, TreeState>>(() => {
        const book = read();
        return new Map(
          book.trees.flatMap(({ record }) => {
            const state = treeState(book, record.id);
            return state ? [[record.id, state] as const] : [];
          }),
        );
      }),
      undoable: computed(() => undoState(store.events(), store.device())),
      keeping: computed<Keeping>(() =>
        store.notKept() !== ''
          ? { kind: 'failed', message: store.notKept() }
          : { kind: store.writing() > 0 ? 'saving' : 'saved' },
      ),
    };
  }),
  withMethods((store, world = inject(BOOK_WORLD)) => {
    let opened: Promise<BookDb> | undefined;
    const db = (): Promise<BookDb> => (opened ??= world.openDb());
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

    /** Runs one write; "saved" is not shown again before it has completed. */
    function keep<T>(write: (db: BookDb) => Promise<T>): Promise<T | undefined> {
      begun++;
      const written = keepNow(write);
      lastWrite = written;
      return written;
    }

    async function keepNow<T>(write: (db: BookDb) => Promise<T>): Promise<T | undefined> {
      patchState(store, ({ writing }) => ({ writing: writing + 1 }));
      try {
        const done = await write(await db());
        patchState(store, { notKept: '' });
        world.tabs.post(store.yard().id);
        return done;
      } catch (error) {
        patchState(store, { notKept: `Not saved: ${String(error)}. Export the yard, then reload.` });
        return undefined;
      } finally {
        patchState(store, ({ writing }) => ({ writing: writing - 1 }));
        if (missed && store.writing() === 0) void refresh();
      }
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

    async function keepYard(
      file: Pick<YardFile, 'yard' | 'events' | 'drafts'>,
      write: typeof replaceYard,
    ): Promise<void> {
      await keep((db) => write(db, file, file.drafts));
      await keep((db) => db.put('settings', file.yard.id, 'yard'));
      await show(file.yard.id);
      await listYards();
    }

    return {
      today,

      /** Opens the store, with the demo yard in it on a first visit. */
      async open(): Promise<void> {
        try {
          const device = await setting('device', () => `tab-${world.newId()}`);
          const units = (await setting('units', () => 'metric')) as Units;
          patchState(store, { device, units });
          await listYards();
          if (store.yards().length === 0) {
            const { readYardFile } = await import('../../../../core/formats/read');
            const demo = readYardFile(await world.demoFile());
            if (demo.kind !== 'good')
              throw new Error('the demo yard that ships with the application is damaged');
            patchState(store, { kind: 'open', yard: demo.file.yard, events: demo.file.events });
            await keepYard(demo.file, replaceYard);
          } else {
            await show(await setting('yard', () => store.yards()[0]?.id ?? ''));
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
        const event = await keep((db) => appendEvent(db, store.yard().id, body, happenedOn, hand(), spent));
        if (!event) return false;
        const gone = new Set(spent);
        patchState(store, ({ events, cells }) => ({
          events: [...events, event],
          cells: cells.filter((cell) => !gone.has(cell)),
          before: undefined,
        }));
        return true;
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
        await keep((db) => writeCell(db, cell));
      },

      /** Throws the half-typed readings of a tree, or of one of its rows, away. */
      async dropDraft(treeId: string, row?: string): Promise<void> {
        const isOf = (cell: DraftCell): boolean =>
          cell.treeId === treeId && (row === undefined || cell.row === row);
        const gone = store.cells().filter(isOf);
        patchState(store, ({ cells }) => ({ cells: cells.filter((cell) => !isOf(cell)), thrown: gone }));
        await keep((db) => dropCells(db, gone));
      },

      /** Brings back the half-typed readings that were thrown away last. */
      async bringBack(): Promise<void> {
        const back = store.thrown();
        patchState(store, ({ cells }) => ({ cells: [...cells, ...back], thrown: [] }));
        for (const cell of back) await keep((db) => writeCell(db, cell));
      },

      async setUnits(units: Units): Promise<void> {
        patchState(store, { units });
        await keep((db) => db.put('settings', units, 'units'));
      },

      async openYard(yardId: string): Promise<void> {
        await keep((db) => db.put('settings', yardId, 'yard'));
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
        await keepYard(file, how === 'merge' ? mergeYard : replaceYard);
        if (!kept) return;
        const { yard, events, cells } = kept;
        patchState(store, { before: { yard, events, drafts: draftsOf(cells) } });
      },

      /** Puts the yard back as it was before the last import. */
      async putBack(): Promise<void> {
        const before = store.before();
        if (!before) return;
        await keepYard(before, replaceYard);
        patchState(store, { before: undefined });
      },
    };
  }),
  withHooks({ onInit: (store) => void store.open() }),
);

/** A file looked at before anything is kept. */
export interface Examined {
  read: ReadFile;
  effect?: ImportEffect;
}

export type BookStoreType = InstanceType<typeof BookStore>;
