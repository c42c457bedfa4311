import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import {
  mergeBooks,
  type Book,
  type BookEvent,
  type DraftCells,
  type EventBody,
  type Yard,
} from '../../../../core';

/** One half-typed cell: what stands in one field of one row of one tree's readings. */
export interface DraftCell {
  yardId: string;
  treeId: string;
  row: string;
  field: string;
  text: string;
}

interface BookSchema extends DBSchema {
  yards: { key: string; value: Yard };
  events: { key: [string, string]; value: { yardId: string; event: BookEvent }; indexes: { yard: string } };
  drafts: { key: [string, string, string, string]; value: DraftCell; indexes: { yard: string } };
  settings: { key: string; value: string };
}

export type BookDb = IDBPDatabase<BookSchema>;

const NAME = 'eager-bough';
const VERSION = 1;
const STRICT = { durability: 'strict' } as const;

/** Opens the store, making it on the first visit. A later version adds its steps below, by the version it finds. */
export function openBookDb(name = NAME): Promise<BookDb> {
  return openDB<BookSchema>(name, VERSION, {
    upgrade(db, from) {
      if (from < 1) {
        db.createObjectStore('yards', { keyPath: 'id' });
        const events = db.createObjectStore('events', { keyPath: ['yardId', 'event.id'] });
        events.createIndex('yard', 'yardId');
        const drafts = db.createObjectStore('drafts', { keyPath: ['yardId', 'treeId', 'row', 'field'] });
        drafts.createIndex('yard', 'yardId');
        db.createObjectStore('settings');
      }
    },
  });
}

/** A yard as kept: its book and its half-typed readings. */
export interface KeptYard extends Book {
  cells: readonly DraftCell[];
}

export async function readYard(db: BookDb, yardId: string): Promise<KeptYard | undefined> {
  const tx = db.transaction(['yards', 'events', 'drafts']);
  const [yard, rows, cells] = await Promise.all([
    tx.objectStore('yards').get(yardId),
    tx.objectStore('events').index('yard').getAll(yardId),
    tx.objectStore('drafts').index('yard').getAll(yardId),
  ]);
  return yard && { yard, events: rows.map(({ event }) => event), cells };
}

/** What a writer knows of itself: which device, what time it is, and a source of ids. */
export interface Hand {
  device: string;
  now: () => Date;
  newId: () => string;
  ruleSet: string;
}

/**
 * Writes an event at the end of the book. Its sequence is taken within the transaction, so two tabs of one device
 * never share one. Draft cells given are taken out in the same transaction: readings are never in both or neither.
 * Resolves only when the transaction has completed.
 */
export async function appendEvent(
  db: BookDb,
  yardId: string,
  body: EventBody,
  happenedOn: string,
  hand: Hand,
  spent: readonly DraftCell[] = [],
): Promise<BookEvent> {
  const tx = db.transaction(['events', 'drafts', 'settings'], 'readwrite', STRICT);
  const key = `sequence of ${yardId}`;
  const sequence = Number((await tx.objectStore('settings').get(key)) ?? '0') + 1;
  const event: BookEvent = {
    ...body,
    id: hand.newId(),
    device: hand.device,
    sequence,
    happenedOn,
    recordedAt: hand.now().toISOString(),
    ruleSet: hand.ruleSet,
  };
  void tx.objectStore('settings').put(String(sequence), key);
  void tx.objectStore('events').add({ yardId, event });
  for (const cell of spent) await dropCellIfSame(tx.objectStore('drafts'), cell);
  await tx.done;
  return event;
}

/** Leaves a cell alone when another tab has typed in it since. */
async function dropCellIfSame(
  store: {
    get(key: [string, string, string, string]): Promise<DraftCell | undefined>;
    delete(key: [string, string, string, string]): Promise<void>;
  },
  cell: DraftCell,
): Promise<void> {
  const key: [string, string, string, string] = [cell.yardId, cell.treeId, cell.row, cell.field];
  if ((await store.get(key))?.text === cell.text) await store.delete(key);
}

/** Keeps one cell as typed. Resolves when the transaction has completed. */
export async function writeCell(db: BookDb, cell: DraftCell): Promise<void> {
  const tx = db.transaction('drafts', 'readwrite', STRICT);
  void tx.store.put(cell);
  await tx.done;
}

/** Throws away cells; for one row or a whole tree. */
export async function dropCells(db: BookDb, cells: readonly DraftCell[]): Promise<void> {
  const tx = db.transaction('drafts', 'readwrite', STRICT);
  for (const { yardId, treeId, row, field } of cells) void tx.store.delete([yardId, treeId, row, field]);
  await tx.done;
}

/** Puts a whole yard in place of whatever was kept under its id, in one transaction. */
export async function replaceYard(
  db: BookDb,
  book: Book,
  drafts: Readonly<Record<string, DraftCells>>,
): Promise<void> {
  const yardId = book.yard.id;
  const tx = db.transaction(['yards', 'events', 'drafts'], 'readwrite', STRICT);
  const events = tx.objectStore('events');
  const cells = tx.objectStore('drafts');
  const [oldEvents, oldCells] = await Promise.all([
    events.index('yard').getAllKeys(yardId),
    cells.index('yard').getAllKeys(yardId),
  ]);
  for (const key of oldEvents) void events.delete(key);
  for (const key of oldCells) void cells.delete(key);
  void tx.objectStore('yards').put(book.yard);
  for (const event of book.events) void events.put({ yardId, event });
  for (const cell of cellsOf(yardId, drafts)) void cells.put(cell);
  await tx.done;
}

/** Adds what a file has and the store has not: its events by id, its sites and trees, its cells where none is typed. */
export async function mergeYard(
  db: BookDb,
  file: Book,
  drafts: Readonly<Record<string, DraftCells>>,
): Promise<void> {
  const yardId = file.yard.id;
  const tx = db.transaction(['yards', 'events', 'drafts'], 'readwrite', STRICT);
  const events = tx.objectStore('events');
  const cells = tx.objectStore('drafts');
  const kept = await tx.objectStore('yards').get(yardId);
  const { yard } = kept ? mergeBooks({ yard: kept, events: [] }, { yard: file.yard, events: [] }) : file;
  void tx.objectStore('yards').put(yard);
  for (const event of file.events) {
    if ((await events.getKey([yardId, event.id])) === undefined) void events.add({ yardId, event });
  }
  for (const cell of cellsOf(yardId, drafts)) {
    const key: [string, string, string, string] = [yardId, cell.treeId, cell.row, cell.field];
    if ((await cells.getKey(key)) === undefined) void cells.add(cell);
  }
  await tx.done;
}

/** Draft cells of a file as the store keeps them. */
export function cellsOf(yardId: string, drafts: Readonly<Record<string, DraftCells>>): DraftCell[] {
  return Object.entries(drafts).flatMap(([treeId, rows]) =>
    Object.entries(rows).flatMap(([row, fields]) =>
      Object.entries(fields).map(([field, text]) => ({ yardId, treeId, row, field, text })),
    ),
  );
}

/** Draft cells by tree, row and field, as a file has them. */
export function draftsOf(
  cells: readonly DraftCell[],
): Record<string, Record<string, Record<string, string>>> {
  const drafts: Record<string, Record<string, Record<string, string>>> = {};
  for (const { treeId, row, field, text } of cells) {
    const rows = (drafts[treeId] ??= {});
    (rows[row] ??= {})[field] = text;
  }
  return drafts;
}
