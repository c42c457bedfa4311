import {
  latestClock,
  laterWeather,
  mergeBooks,
  type BookEvent,
  type DraftCells,
  type SiteWeather,
  type YardParts,
} from '../../../../core';
import { STRICT, type BookDb, type DraftCell, type KeptPhoto, type KeptWeather } from './book-db';

/** Photographs by their names: JPEG as base64. */
export type Photos = Readonly<Record<string, string>>;

/** Where a yard's clock is kept already, moves it past events that are taken in. */
async function moveClockOn(
  settings: {
    get(key: string): Promise<string | undefined>;
    put(value: string, key: string): Promise<unknown>;
  },
  yardId: string,
  events: readonly BookEvent[],
): Promise<void> {
  const key = `clock of ${yardId}`;
  const kept = await settings.get(key);
  if (kept !== undefined) await settings.put(String(Math.max(Number(kept), latestClock(events))), key);
}

/** All that a yard's parts are kept in. */
const STORES = ['yards', 'events', 'drafts', 'settings', 'photos', 'weather'] as const;

/**
 * Puts a whole yard in place of whatever was kept under its id, in one transaction. Photographs stay: what is put back may name them;
 * and so does the weather, where the file tells of none.
 */
export async function replaceYard(db: BookDb, file: YardParts): Promise<void> {
  const { yard, drafts, photos, weather } = file;
  const yardId = yard.id;
  const tx = db.transaction(STORES, 'readwrite', STRICT);
  const events = tx.objectStore('events');
  const cells = tx.objectStore('drafts');
  await moveClockOn(tx.objectStore('settings'), yardId, file.events);
  const [oldEvents, oldCells, oldWeather] = await Promise.all([
    events.index('yard').getAllKeys(yardId),
    cells.index('yard').getAllKeys(yardId),
    tx.objectStore('weather').index('yard').getAllKeys(yardId),
  ]);
  for (const key of oldEvents) void events.delete(key);
  for (const key of oldCells) void cells.delete(key);
  if (weather) for (const key of oldWeather) void tx.objectStore('weather').delete(key);
  for (const kept of weatherOf(yardId, weather)) void tx.objectStore('weather').put(kept);
  void tx.objectStore('yards').put(yard);
  for (const event of file.events) void events.put({ yardId, event });
  for (const cell of cellsOf(yardId, drafts)) void cells.put(cell);
  for (const photo of photosOf(yardId, photos)) void tx.objectStore('photos').put(photo);
  await tx.done;
}

/** Takes a yard out of the store, with its entries, its half-typed readings and all that is kept under its name. */
export async function dropYard(db: BookDb, yardId: string): Promise<void> {
  const tx = db.transaction(STORES, 'readwrite', STRICT);
  const [events, cells, settings, weather, photos] = await Promise.all([
    tx.objectStore('events').index('yard').getAllKeys(yardId),
    tx.objectStore('drafts').index('yard').getAllKeys(yardId),
    tx.objectStore('settings').getAllKeys(),
    tx.objectStore('weather').index('yard').getAllKeys(yardId),
    tx.objectStore('photos').index('yard').getAllKeys(yardId),
  ]);
  for (const key of events) void tx.objectStore('events').delete(key);
  for (const key of cells) void tx.objectStore('drafts').delete(key);
  for (const key of weather) void tx.objectStore('weather').delete(key);
  for (const key of photos) void tx.objectStore('photos').delete(key);
  for (const key of settings) if (key.endsWith(` of ${yardId}`)) void tx.objectStore('settings').delete(key);
  void tx.objectStore('yards').delete(yardId);
  await tx.done;
}

/** Adds what a file has and the store has not: its events by id, its sites and trees, its cells where none is typed, the later weather. */
export async function mergeYard(db: BookDb, file: YardParts): Promise<void> {
  const { drafts, photos, weather } = file;
  const yardId = file.yard.id;
  const tx = db.transaction(STORES, 'readwrite', STRICT);
  await moveClockOn(tx.objectStore('settings'), yardId, file.events);
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
  for (const photo of photosOf(yardId, photos)) void tx.objectStore('photos').put(photo);
  for (const theirs of weatherOf(yardId, weather)) {
    const mine = await tx.objectStore('weather').get([yardId, theirs.siteId]);
    void tx.objectStore('weather').put(mine ? { ...theirs, ...laterWeather(mine, theirs) } : theirs);
  }
  await tx.done;
}

const weatherOf = (yardId: string, weather: YardParts['weather'] = {}): KeptWeather[] =>
  Object.entries(weather).map(([siteId, one]) => ({ yardId, siteId, ...one }));

/** Weather by site, as a file has it. */
export function weatherBySite(kept: readonly KeptWeather[]): Record<string, SiteWeather> {
  const bySite = bare<SiteWeather>();
  for (const { siteId, source, weather } of kept) bySite[siteId] = { source, weather };
  return bySite;
}

const photosOf = (yardId: string, photos: Photos = {}): KeptPhoto[] =>
  Object.entries(photos).map(([id, jpeg]) => ({ yardId, id, jpeg }));

/** Photographs of a yard as a file has them. */
export async function readPhotos(db: BookDb, yardId: string): Promise<Photos> {
  const photos = bare<string>();
  for (const { id, jpeg } of await db.getAllFromIndex('photos', 'yard', yardId)) photos[id] = jpeg;
  return photos;
}

/** Draft cells of a file as the store keeps them. */
export function cellsOf(yardId: string, drafts: Readonly<Record<string, DraftCells>>): DraftCell[] {
  return Object.entries(drafts).flatMap(([treeId, rows]) =>
    Object.entries(rows).flatMap(([row, fields]) =>
      Object.entries(fields).map(([field, text]) => ({ yardId, treeId, row, field, text })),
    ),
  );
}

/** Draft cells by tree, row and field, as a file has them. No name among them is found that was not put there. */
export function draftsOf(
  cells: readonly DraftCell[],
): Record<string, Record<string, Record<string, string>>> {
  const drafts = bare<Record<string, Record<string, string>>>();
  for (const { treeId, row, field, text } of cells) {
    const rows = (drafts[treeId] ??= bare());
    (rows[row] ??= bare())[field] = text;
  }
  return drafts;
}

/** An object with no names but those it is given. */
const bare = <T>(): Record<string, T> => Object.create(null) as Record<string, T>;
