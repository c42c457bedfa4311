import { InjectionToken } from '@angular/core';
import { v4 } from 'uuid';
import { openBookDb, type BookDb, type StoreNews } from './book-db';
import { readInWorker, type FileReading } from './file-reader';

/** How the store reaches the world; tests give it another. */
export interface BookWorld {
  openDb: (news: StoreNews) => Promise<BookDb>;
  now: () => Date;
  newId: () => string;
  demoFile: () => Promise<string>;
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
    tabs: otherTabs(),
  }),
});

/** A word to other tabs; to nobody where the browser has no way of telling them. */
function otherTabs(): BookWorld['tabs'] {
  if (typeof BroadcastChannel === 'undefined') return { post: () => undefined, listen: () => undefined };
  const channel = new BroadcastChannel('eager-bough');
  return {
    post: (message) => channel.postMessage(message),
    listen: (heard) => (channel.onmessage = ({ data }) => heard(String(data))),
  };
}
