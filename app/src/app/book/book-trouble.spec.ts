import 'fake-indexeddb/auto';
import fc from 'fast-check';
import { deleteDB, openDB } from 'idb';
import { beforeEach, describe, expect, it } from 'vitest';
import book1 from '../../../../core/testing/golden/book-1.json';
import book2 from '../../../../core/testing/golden/book-2.json';
import trees2 from '../../../../core/testing/golden/trees-2.json';
import trees1 from '../../../../core/testing/golden/trees-1.json';
import { CONDITIONS, CROPS, MOST_SIDE_SHOOTS, readYardFile, RULINGS, type EventBody } from '../../../../core';
import { openBookDb } from './book-db';
import type { BookStoreType } from './book-store';
import { DEMO, failing, fresh, openTab, until } from './open-tab';

let dbName = '';
beforeEach(async () => {
  dbName = `trouble-${fresh()}`;
  await deleteDB(dbName);
});

/** A tab whose writes fail while `fails` says so. */
async function failingTab(fails: (stores: readonly string[]) => boolean): Promise<BookStoreType> {
  return openTab(dbName, [], { openDb: async () => failing(await openBookDb(dbName), fails) });
}

/** Writes that a day makes, so that each can be made to fail in turn. */
const WRITES_OF_A_DAY = 8;

/** What a grower does on a day: entries, letters typed, a ruling, one thing undone; each with whether it was called kept. */
async function aDay(store: BookStoreType): Promise<{ name: string; isKept: boolean }[]> {
  const called: { name: string; isKept: boolean }[] = [];
  const did = (name: string, isKept: boolean): void => void called.push({ name, isKept });
  const note = async (text: string): Promise<void> =>
    did(text, await store.record({ kind: 'note', treeId: 'weir', text }));
  const type = async (row: string, text: string): Promise<void> => {
    const before = store.keeping().kind;
    await store.type('weir', row, 'length', text);
    did(text, before === 'failed' || store.keeping().kind === 'saved');
    store.letBe();
  };
  await note('first');
  await type('a', '71');
  await type('b', '72');
  await note('second');
  did('out', await store.record({ kind: 'overruled', treeId: 'weir', stemId: 'a', ruling: 'out' }));
  store.letBe();
  await store.setUnits('imperial');
  store.letBe();
  await note('third');
  await note('fourth');
  return called;
}

/** Plain data without what was only filled in: that is today's knowledge, not the book's. */
const readOnly = (trees: unknown): unknown =>
  JSON.parse(
    JSON.stringify(trees, (_, value: unknown) =>
      (value as { how?: string } | null)?.how === 'filled-in' ? undefined : value,
    ),
  );

describe('a write that fails', () => {
  it('is told until it is kept itself, whatever else is kept since', async () => {
    let full = false;
    const store = await failingTab((stores) => full && stores.includes('drafts') && stores.length === 1);
    full = true;
    await store.type('harrier', 'd', 'length', '91');
    await store.setUnits('imperial');
    expect(store.keeping()).toMatchObject({ kind: 'failed', canTryAgain: true });
    full = false;
    await store.tryAgain();
    expect(store.keeping().kind).toBe('saved');
    expect((await openTab(dbName)).cells()).toMatchObject([{ row: 'd', text: '91' }]);
  });

  it('of an entry shows nothing of it, and writes it when it is tried again', async () => {
    let full = false;
    const store = await failingTab((stores) => full && stores.includes('events'));
    full = true;
    expect(await store.record({ kind: 'note', treeId: 'harrier', text: 'dry' })).toBe(false);
    const before = store.events().length;
    full = false;
    await store.tryAgain();
    expect(store.events()).toHaveLength(before + 1);
  });

  it('of a yard leaves the one that is open as it was, and after a reload too', async () => {
    let full = false;
    const store = await failingTab((stores) => full && stores.includes('yards'));
    full = true;
    const file = JSON.parse(DEMO) as { yard: { id: string } };
    file.yard.id = 'other';
    const read = readYardFile(JSON.stringify(file));
    if (read.kind !== 'good') throw new Error(read.kind);
    await store.keepImport(read.file, 'add');
    expect(store.yard().id).toBe('demo-yard');
    expect(store.keeping().kind).toBe('failed');
    expect((await openTab(dbName)).states().size).toBe(13);
  });

  it('loses nothing that was called kept and keeps nothing that was not, whichever write of a day it is', async () => {
    let refused = 0;
    for (let failing = 0; failing <= WRITES_OF_A_DAY; failing++) {
      dbName = `trouble-${fresh()}`;
      await openTab(dbName);
      let writes = 0;
      const store = await failingTab(() => writes++ === failing);
      const called = await aDay(store);
      refused += called.filter(({ isKept }) => !isKept).length;
      const { events, cells, states } = await openTab(dbName);
      const isThere = (name: string): boolean =>
        events().some((event) => event.kind === 'note' && event.text === name) ||
        cells().some(({ text }) => text === name) ||
        states().get('weir')?.rulings['a'] === name;
      for (const { name, isKept } of called) expect(isThere(name), `${name}, write ${failing}`).toBe(isKept);
      expect(states().size).toBe(13);
    }
    // Each write failed once, and took one thing with it; the choice of units is not looked for.
    expect(refused).toBe(WRITES_OF_A_DAY - 1);
  });
});

describe('a store that is not as it was left', () => {
  it('opens another yard when the one that was open last is gone', async () => {
    await openTab(dbName);
    const db = await openBookDb(dbName);
    await db.put('settings', 'gone', 'yard');
    expect((await openTab(dbName)).yard().id).toBe('demo-yard');
  });

  it.each([
    [1, book1, trees1],
    [2, book2, trees2],
  ] as const)('of version %d comes up to the trees its own program saw in it', async (version, book, was) => {
    const old = await openDB(dbName, version, {
      upgrade(db) {
        db.createObjectStore('yards', { keyPath: 'id' });
        db.createObjectStore('events', { keyPath: ['yardId', 'event.id'] }).createIndex('yard', 'yardId');
        db.createObjectStore('drafts', { keyPath: ['yardId', 'treeId', 'row', 'field'] }).createIndex(
          'yard',
          'yardId',
        );
        db.createObjectStore('settings');
      },
    });
    await old.put('yards', book.yard);
    for (const event of book.events) await old.put('events', { yardId: book.yard.id, event });
    old.close();
    const store = await openTab(dbName);
    const trees = Object.fromEntries([...store.states()].map(([id, { tree }]) => [id, tree]));
    const expected = Object.fromEntries(Object.entries(was).map(([id, { tree }]) => [id, tree]));
    expect(readOnly(trees)).toEqual(readOnly(expected));
    expect(await store.record({ kind: 'note', treeId: 'pear', text: 'after' })).toBe(true);
  });

  it('says so when a newer program wrote it, and loses nothing', async () => {
    (await openDB(dbName, 9)).close();
    await expect(openBookDb(dbName)).rejects.toThrow(/newer Eager Bough.*Nothing is lost/);
  });

  it('lets go when another tab brings it up, and says so', async () => {
    let told = '';
    await openBookDb(dbName, { waits: () => undefined, gone: () => (told = 'gone') });
    (await openDB(dbName, 9)).close();
    expect(told).toBe('gone');
  });
});

describe('two tabs', () => {
  it('enter a visit once, also when both press at the same time', async () => {
    const heard: ((message: string) => void)[] = [];
    const one = await openTab(dbName, heard);
    await one.type('weir', 'a', 'length', '70');
    const two = await openTab(dbName, heard);
    const before = one.events().length;
    const visit: EventBody = { kind: 'visit', treeId: 'weir', stems: { a: { tag: 'A' } } };
    const done = await Promise.all([
      one.record(visit, undefined, one.cells()),
      two.record(visit, undefined, two.cells()),
    ]);
    expect(done.filter(Boolean)).toHaveLength(1);
    expect((await openTab(dbName)).events()).toHaveLength(before + 1);
  });

  it('lose nothing the other wrote when an import is put back', async () => {
    const heard: ((message: string) => void)[] = [];
    const one = await openTab(dbName, heard);
    const read = readYardFile(DEMO);
    if (read.kind !== 'good') throw new Error(read.kind);
    await one.keepImport(read.file, 'replace');
    const two = await openTab(dbName, []);
    await two.record({ kind: 'note', treeId: 'weir', text: 'meanwhile' });
    await one.putBack();
    expect(one.events().some((event) => event.kind === 'note' && event.text === 'meanwhile')).toBe(true);
  });
});

describe('a clock that is set back', () => {
  it('loses no undo and no redo', async () => {
    let minutes = 60;
    const store = await openTab(dbName, [], { now: () => new Date(Date.UTC(2026, 10, 23, 12, minutes)) });
    await store.record({ kind: 'overruled', treeId: 'weir', stemId: 'a', ruling: 'out' });
    await store.undo();
    minutes -= 4;
    await store.redo();
    expect(store.states().get('weir')?.rulings['a']).toBe('out');
    expect(store.undoable().redo).toBeUndefined();
    minutes -= 50;
    await store.record({ kind: 'overruled', treeId: 'weir', stemId: 'a', ruling: 'keep' });
    expect(store.states().get('weir')?.rulings['a']).toBe('keep');
  });
});

describe('what can be written', () => {
  const word = fc.oneof(fc.string({ maxLength: 130 }), fc.constantFrom('__proto__', 'constructor', 'a'));
  const number = fc.oneof(fc.double(), fc.integer({ min: -5, max: 2000 }));
  const reading = fc.record({
    ...{ value: number, sure: fc.double({ min: 0, max: 2000 }) },
    how: fc.constantFrom('tape', 'guessed', 'by eye'),
    typed: fc.string({ maxLength: 60 }),
  });
  const stem = fc.record(
    {
      ...{ tag: word, length: reading, diameter: reading, bearing: reading },
      sideShoots: fc.integer({ min: 0, max: MOST_SIDE_SHOOTS + 3 }),
      ...{ condition: fc.constantFrom(...CONDITIONS), bears: fc.constantFrom(...CROPS) },
      growthCm: fc.dictionary(fc.constantFrom('2025', '9999', '12025', 'soon'), number),
    },
    { requiredKeys: [] },
  );
  const body = fc.oneof(
    fc.record({
      ...{ kind: fc.constant('visit'), treeId: fc.constantFrom('weir', 'harrier') },
      stems: fc.dictionary(fc.oneof(fc.constantFrom('trunk', 'a'), word), stem, { maxKeys: 4 }),
    }),
    fc.record({
      ...{ kind: fc.constant('overruled'), treeId: fc.constant('weir') },
      ...{ stemId: word, ruling: fc.constantFrom(...RULINGS) },
    }),
    fc.record({
      kind: fc.constant('note'),
      treeId: fc.constant('weir'),
      text: fc.string({ maxLength: 5000 }),
    }),
  );
  const day = fc.constantFrom('2026-11-20', '2026-02-31', '12026-01-01', '2028-02-29');

  it('can be read: no entry, whatever is in it, makes an export that is refused', async () => {
    const store = await openTab(dbName);
    let [kept, refused] = [0, 0];
    await fc.assert(
      fc.asyncProperty(body, day, async (entry, on) => {
        const isKept = await store.record(entry as unknown as EventBody, on);
        if (isKept) kept++;
        else refused++;
        if (!isKept || kept % 10 !== 0) return;
        expect(readYardFile((await store.exportTexts())?.[0] ?? '').kind).toBe('good');
      }),
      { numRuns: 120 },
    );
    expect(readYardFile((await store.exportTexts())?.[0] ?? '').kind).toBe('good');
    expect([kept > 5, refused > 5]).toEqual([true, true]);
    await until(() => store.writing() === 0);
  });
});
