import type { EnvironmentProviders, Provider } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { expect, vi } from 'vitest';
import demo from '../../../../demo/two-hillsides.json';
import { readYardFile } from '../../../../core/formats/read';
import { openBookDb, type BookDb } from './book-db';
import { BookStore, type BookStoreType } from './book-store';
import { BOOK_WORLD, type BookWorld } from './book-world';

export const DEMO = JSON.stringify(demo);

let count = 0;
/** A name or an instant that no test of this run had before. */
export const fresh = (): number => ++count;

/** A store on a database of the test's own, with what follows it beside; tabs of one test hear each other. */
export async function openTab(
  dbName: string,
  heard: ((message: string) => void)[] = [],
  world: Partial<BookWorld> = {},
  beside: readonly (Provider | EnvironmentProviders)[] = [],
): Promise<BookStoreType> {
  const usual: BookWorld = {
    openDb: () => openBookDb(dbName),
    station: () => Promise.resolve(undefined),
    now: () => new Date(Date.UTC(2026, 10, 23, 12, 0, fresh())),
    newId: () => `id-${fresh()}`,
    demoFile: () => Promise.resolve(DEMO),
    readFile: (text) => ({ done: Promise.resolve(readYardFile(text)), stop: () => undefined }),
    tabs: {
      post: (message) => heard.forEach((hear) => hear(message)),
      listen: (hear) => heard.push(hear),
    },
  };
  TestBed.resetTestingModule();
  TestBed.configureTestingModule({
    providers: [BookStore, { provide: BOOK_WORLD, useValue: { ...usual, ...world } }, ...beside],
  });
  const store = TestBed.inject(BookStore);
  await until(() => store.kind() !== 'opening' && store.writing() === 0);
  expect(store.failure()).toBe('');
  return store;
}

export async function until(isSo: () => boolean): Promise<void> {
  await vi.waitFor(() => expect(isSo()).toBe(true), { timeout: 60_000, interval: 5 });
}

/** Everything that is kept, as one number (FNV-1a). */
export async function hashOfStore(db: BookDb): Promise<number> {
  const kept = await Promise.all(
    (['yards', 'events', 'drafts', 'settings'] as const).map((name) => db.getAll(name)),
  );
  let hash = 0x811c9dc5;
  for (const letter of JSON.stringify(kept)) hash = Math.imul(hash ^ letter.charCodeAt(0), 0x01000193);
  return hash;
}

/** A store whose transactions on some of its parts fail, while `fails` says so. */
export function failing(db: BookDb, fails: (stores: readonly string[]) => boolean): BookDb {
  return new Proxy(db, {
    get(target, name) {
      const found: unknown = Reflect.get(target, name, target);
      if (typeof found !== 'function') return found;
      return (...args: unknown[]) => {
        const stores = [args[0]].flat() as string[];
        const isWrite = name === 'put' || (name === 'transaction' && args[1] === 'readwrite');
        if (isWrite && fails(stores)) throw new DOMException('no room', 'QuotaExceededError');
        return (found as (...all: unknown[]) => unknown).apply(target, args);
      };
    },
  });
}
