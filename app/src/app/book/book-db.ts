import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import {
  eventsFrom1,
  eventsFrom2,
  eventTroubles,
  latestClock,
  nextClock,
  told,
  type Book,
  type BookEvent,
  type Event1,
  type Event2,
  type EventBody,
  type Message,
  type SiteWeather,
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

/** The weather of a site as it was last fetched or read in. */
export interface KeptWeather extends SiteWeather {
  yardId: string;
  siteId: string;
}

/** A photograph, by the name its entry gives it: JPEG as base64, as a file has it. */
export interface KeptPhoto {
  yardId: string;
  id: string;
  jpeg: string;
}

interface BookSchema extends DBSchema {
  yards: { key: string; value: Yard };
  events: { key: [string, string]; value: { yardId: string; event: BookEvent }; indexes: { yard: string } };
  drafts: { key: [string, string, string, string]; value: DraftCell; indexes: { yard: string } };
  settings: { key: string; value: string };
  weather: { key: [string, string]; value: KeptWeather; indexes: { yard: string } };
  photos: { key: [string, string]; value: KeptPhoto; indexes: { yard: string } };
}

export type BookDb = IDBPDatabase<BookSchema>;

const NAME = 'eager-bough';
const VERSION = 6;
export const STRICT = { durability: 'strict' } as const;

/** What is told of the store itself, besides what is in it. */
export interface StoreNews {
  /** Another tab holds an older store open, so that this one cannot bring it up. */
  waits(): void;
  /** A newer program in another tab wants to bring the store up: this one let go of it. */
  gone(): void;
}

const NO_NEWS: StoreNews = { waits: () => undefined, gone: () => undefined };

/** Opens the store, making it on the first visit and bringing an older one up, by the version it finds. */
export async function openBookDb(name = NAME, news = NO_NEWS): Promise<BookDb> {
  try {
    return await openDB<BookSchema>(name, VERSION, {
      async upgrade(db, from, _, tx) {
        if (from < 6) {
          const photos = db.createObjectStore('photos', { keyPath: ['yardId', 'id'] });
          photos.createIndex('yard', 'yardId');
        }
        if (from < 5) {
          const weather = db.createObjectStore('weather', { keyPath: ['yardId', 'siteId'] });
          weather.createIndex('yard', 'yardId');
        }
        if (from < 1) {
          db.createObjectStore('yards', { keyPath: 'id' });
          const events = db.createObjectStore('events', { keyPath: ['yardId', 'event.id'] });
          events.createIndex('yard', 'yardId');
          const drafts = db.createObjectStore('drafts', { keyPath: ['yardId', 'treeId', 'row', 'field'] });
          drafts.createIndex('yard', 'yardId');
          db.createObjectStore('settings');
        } else if (from < 3) {
          await bringUp(from, tx.objectStore('yards'), tx.objectStore('events'));
        }
      },
      blocked: () => news.waits(),
      blocking(_, __, event) {
        (event.target as IDBDatabase | null)?.close();
        news.gone();
      },
    });
  } catch (error) {
    if (!(error instanceof DOMException) || error.name !== 'VersionError') throw error;
    throw new Error(
      'Your trees were kept here by a newer Eager Bough than this one. Nothing is lost: reload to get the newer one.',
      { cause: error },
    );
  }
}

/** Events of an older version of the store, in every yard, become those of today. */
async function bringUp(
  from: number,
  yards: { getAll(): Promise<Yard[]> },
  events: {
    index(name: 'yard'): { getAll(yardId: string): Promise<{ yardId: string; event: BookEvent }[]> };
    put(row: { yardId: string; event: BookEvent }): Promise<unknown>;
  },
): Promise<void> {
  for (const yard of await yards.getAll()) {
    const old: unknown = (await events.index('yard').getAll(yard.id)).map(({ event }) => event);
    const now = from < 2 ? eventsFrom1(yard, old as Event1[]) : eventsFrom2(old as Event2[]);
    for (const event of now) await events.put({ yardId: yard.id, event });
  }
}

/** A yard as kept: its book and its half-typed readings. */
export interface KeptYard extends Book {
  cells: readonly DraftCell[];
  weather: readonly KeptWeather[];
}

export async function readYard(db: BookDb, yardId: string): Promise<KeptYard | undefined> {
  const tx = db.transaction(['yards', 'events', 'drafts', 'weather']);
  const [yard, rows, cells, weather] = await Promise.all([
    tx.objectStore('yards').get(yardId),
    tx.objectStore('events').index('yard').getAll(yardId),
    tx.objectStore('drafts').index('yard').getAll(yardId),
    tx.objectStore('weather').index('yard').getAll(yardId),
  ]);
  return yard && { yard, events: rows.map(({ event }) => event), cells, weather };
}

/** What a writer knows of itself: which device, what time it is, and a source of ids. */
export interface Hand {
  device: string;
  now: () => Date;
  newId: () => string;
  ruleSet: string;
}

/** An event was not written because what it would write down is not as it was when it was begun, or is not good. */
export class NotWritten extends Error {
  constructor(readonly why: Message) {
    super(why.code);
  }
}

/** What is kept in one go with an event: draft cells that it enters, and the picture of a photograph. */
export interface WithIt {
  spent?: readonly DraftCell[];
  jpeg?: string | undefined;
}

/**
 * Writes events at the end of the book, all of them or none. Their sequence and the book's clock are taken within the transaction, so two
 * tabs of one device never share one. Draft cells given are taken out in the same transaction: readings are never in both
 * or neither, and a visit whose cells another tab has entered already is not entered again.
 * Resolves only when the transaction has completed.
 */
export async function appendEvents(
  db: BookDb,
  yardId: string,
  bodies: readonly EventBody[],
  happenedOn: string,
  hand: Hand,
  { spent = [], jpeg }: WithIt = {},
): Promise<BookEvent[]> {
  const tx = db.transaction(['events', 'drafts', 'settings', 'photos'], 'readwrite', STRICT);
  const settings = tx.objectStore('settings');
  const [sequenceKey, clockKey] = [`sequence of ${yardId}`, `clock of ${yardId}`];
  let sequence = Number((await settings.get(sequenceKey)) ?? '0');
  let clock = Number(
    (await settings.get(clockKey)) ?? (await latestClockOf(tx.objectStore('events'), yardId)),
  );
  const events = bodies.map((body): BookEvent => {
    clock = nextClock(hand.now().getTime(), clock);
    return {
      ...body,
      ...{ id: hand.newId(), device: hand.device, sequence: ++sequence, clock, happenedOn },
      ...{ recordedAt: hand.now().toISOString(), ruleSet: hand.ruleSet },
    };
  });
  const drafts = tx.objectStore('drafts');
  const kept = await Promise.all(spent.map((cell) => drafts.get(keyOf(cell))));
  const trouble =
    spent.length > 0 && kept.every((cell) => cell === undefined)
      ? told('keeping.entered-elsewhere')
      : events.map(eventTroubles).find((found) => found !== undefined);
  if (trouble !== undefined) {
    tx.abort();
    await tx.done.catch(() => undefined);
    throw new NotWritten(trouble);
  }
  void settings.put(String(sequence), sequenceKey);
  void settings.put(String(clock), clockKey);
  for (const event of events) {
    void tx.objectStore('events').add({ yardId, event });
    if (jpeg !== undefined && event.kind === 'photo')
      void tx.objectStore('photos').put({ yardId, id: event.photo, jpeg });
  }
  spent.forEach((cell, i) => {
    // A cell that another tab has typed in since is left alone.
    if (kept[i]?.text === cell.text) void drafts.delete(keyOf(cell));
  });
  await tx.done;
  return events;
}

const keyOf = ({ yardId, treeId, row, field }: DraftCell): [string, string, string, string] => [
  ...([yardId, treeId, row, field] as const),
];

async function latestClockOf(
  events: { index(name: 'yard'): { getAll(yardId: string): Promise<{ event: BookEvent }[]> } },
  yardId: string,
): Promise<number> {
  return latestClock((await events.index('yard').getAll(yardId)).map(({ event }) => event));
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
