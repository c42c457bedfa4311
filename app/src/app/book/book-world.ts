import { InjectionToken } from '@angular/core';
import { v4 } from 'uuid';
import { stationOf, tellsOn, type Weather } from '../../../../core';
import { openBookDb, type BookDb, type StoreNews } from './book-db';
import { readInWorker, type FileReading } from './file-reader';

/** How the store reaches the world; tests give it another. */
export interface BookWorld {
  openDb: (news: StoreNews) => Promise<BookDb>;
  now: () => Date;
  newId: () => string;
  demoFile: () => Promise<string>;
  /** What a station tells on a day; undefined where it cannot be reached. */
  station: (id: string, today: string) => Promise<Weather | undefined>;
  readFile: (text: string) => FileReading;
  /** Other tabs of this browser. */
  tabs: { post(message: string): void; listen(heard: (message: string) => void): void };
}

export const BOOK_WORLD = new InjectionToken<BookWorld>('the world outside the book', {
  providedIn: 'root',
  factory: () => ({
    openDb: (news) => openBookDb(undefined, news),
    now: () => new Date(),
    // Not the platform's own: on plain HTTP from another device it is missing.
    newId: () => v4(),
    readFile: readInWorker,
    demoFile: async () => (await fetch('demo/two-hillsides.json')).text(),
    station: askStation,
    tabs: otherTabs(),
  }),
});

/** Stations are asked of the server; where it serves none, as a plain file host, of the stand-ins that ship with the application. */
async function askStation(id: string, today: string): Promise<Weather | undefined> {
  try {
    const answer = await fetch(`weather/${encodeURIComponent(id)}?on=${today}`);
    const isTold = answer.headers.get('content-type')?.includes('json') ?? false;
    if (answer.ok && isTold) return (await answer.json()) as Weather;
    const station = stationOf(id);
    return station && tellsOn(station, today);
  } catch {
    return undefined;
  }
}

/** A word to other tabs; to nobody where the browser has no way of telling them. */
function otherTabs(): BookWorld['tabs'] {
  if (typeof BroadcastChannel === 'undefined') return { post: () => undefined, listen: () => undefined };
  const channel = new BroadcastChannel('eager-bough');
  return {
    post: (message) => channel.postMessage(message),
    listen: (heard) => (channel.onmessage = ({ data }) => heard(String(data))),
  };
}
