import 'fake-indexeddb/auto';
import { deleteDB } from 'idb';
import { beforeEach, describe, expect, it } from 'vitest';
import demo from '../../../../demo/two-hillsides.json';
import { readYardFile } from '../../../../core/formats/read';
import { brokenFiles } from '../../../../core/testing/broken-files';
import { tell } from '../../../../core/testing/tell';
import { openBookDb, type BookDb } from './book-db';
import type { BookStoreType } from './book-store';
import { DEMO, fresh, hashOfStore, openTab as openTabOn, until } from './open-tab';

let dbName = '';
let db: BookDb;

const openTab = (heard?: ((message: string) => void)[]): Promise<BookStoreType> => openTabOn(dbName, heard);

/** Time of this process's own work, ms: what else the machine does does not count. */
async function worked<T extends object>(doIt: () => Promise<T>): Promise<T & { ms: number }> {
  const from = process.cpuUsage();
  const done = await doIt();
  const { user, system } = process.cpuUsage(from);
  return { ...done, ms: (user + system) / 1000 };
}

beforeEach(async () => {
  dbName = `book-${fresh()}`;
  await deleteDB(dbName);
  db = await openBookDb(dbName);
});

describe('the book', () => {
  it('loses nothing that is typed while it reads what another tab has written', async () => {
    const heard: ((message: string) => void)[] = [];
    const store = await openTab(heard);
    const cell = { treeId: 'finch', row: 'b', field: 'length', text: 'quite long' };
    heard.forEach((hear) => hear('another tab'));
    void store.type(cell.treeId, cell.row, cell.field, cell.text);
    await until(() => store.keeping().kind === 'saved');
    await new Promise((done) => setTimeout(done, 60));
    expect(store.cells()).toEqual([expect.objectContaining(cell)]);
  });

  it('opens with the demo yard on a first visit, and with what was kept on the next', async () => {
    const first = await openTab();
    expect(first.states().size).toBe(13);
    await first.record({ kind: 'form-chosen', treeId: 'harrier', form: 'fan' });
    const second = await openTab();
    expect(second.states().get('harrier')?.form).toBe('fan');
  });

  it('makes an entry of the book as it stands once all that was touched before is in it', async () => {
    const store = await openTab();
    const before = store.events().length;
    const note = (text: string) => ({ kind: 'note' as const, treeId: 'weir', text });
    const count = () => note(`after ${store.events().length - before}`);
    await Promise.all([store.record(note('first')), store.record(count), store.record(count)]);
    expect(store.events().slice(before)).toMatchObject([
      { text: 'first' },
      { text: 'after 1' },
      { text: 'after 2' },
    ]);
    await Promise.all([store.undo(), store.undo()]);
    expect(store.read().eventsOf.get('weir')?.at(-1)).toMatchObject({ text: 'first' });
  });

  it('undoes and redoes, also after a reload', async () => {
    const store = await openTab();
    await store.record({ kind: 'overruled', treeId: 'harrier', stemId: 'd', ruling: 'keep' });
    const ruling = (of: BookStoreType): string | undefined => of.states().get('harrier')?.rulings['d'];
    const again = await openTab();
    await again.undo();
    expect(ruling(again)).toBeUndefined();
    await again.redo();
    expect(ruling(again)).toBe('keep');
  });

  it('says saved only when the write has completed', async () => {
    const store = await openTab();
    const writing = store.type('harrier', 'd', 'length', '9 i');
    expect(store.keeping().kind).toBe('saving');
    await writing;
    expect(store.keeping().kind).toBe('saved');
  });

  it('says so when a write fails, and shows nothing that is not kept', async () => {
    const store = await openTab();
    await store.record({ kind: 'note', treeId: 'harrier', text: 'dry' });
    const before = store.events().length;
    const uncloneable = { kind: 'note', treeId: 'harrier', text: (() => '') as unknown as string } as const;
    expect(await store.record(uncloneable)).toBe(false);
    expect(store.keeping()).toMatchObject({
      kind: 'failed',
      message: { code: 'keeping.not-written', args: { why: { args: { field: 'text' } } } },
    });
    expect(store.events().length).toBe(before);
  });

  it('keeps half-typed readings letter by letter, for the next tab that opens', async () => {
    const store = await openTab();
    for (const text of ['9', '9 ', '9 i']) await store.type('harrier', 'd', 'length', text);
    const next = await openTab();
    expect(next.cells()).toEqual([
      { yardId: 'demo-yard', treeId: 'harrier', row: 'd', field: 'length', text: '9 i' },
    ]);
  });

  it('two tabs see each other’s entries and never share a sequence', async () => {
    const heard: ((message: string) => void)[] = [];
    const one = await openTab(heard);
    const two = await openTab(heard);
    await Promise.all([
      one.record({ kind: 'note', treeId: 'harrier', text: 'one' }),
      two.record({ kind: 'note', treeId: 'harrier', text: 'two' }),
    ]);
    const notes = (of: BookStoreType): number => of.events().filter(({ device }) => device !== 'demo').length;
    await until(() => notes(one) === 2 && notes(two) === 2);
    const sequences = one.events().flatMap((event) => (event.device === 'demo' ? [] : [event.sequence]));
    expect(new Set(sequences).size).toBe(2);
  });

  it('brings back what was thrown away, and the yard as it was before an import took its place', async () => {
    const store = await openTab();
    await store.type('harrier', 'd', 'length', '9 i');
    await store.record({ kind: 'note', treeId: 'weir', text: 'mine' });
    const before = await hashOfStore(db);
    await store.dropDraft('harrier');
    expect(await hashOfStore(db)).not.toBe(before);
    await store.bringBack();
    expect(await hashOfStore(db)).toBe(before);

    const { read } = await store.examine(store.readFile(DEMO));
    if (read.kind !== 'good') throw new Error('the demo is refused');
    await store.keepImport(read.file, 'replace');
    expect(store.cells()).toEqual([]);
    await store.putBack();
    expect(await hashOfStore(db)).toBe(before);
  });

  it('comes back from its own export as the same yard, and joins without doubling', async () => {
    const store = await openTab();
    await store.record({ kind: 'note', treeId: 'weir', text: 'Dry <b>week</b>.' });
    const before = await hashOfStore(db);
    const examined = await store.examine(store.readFile((await store.exportTexts())?.[0] ?? ''));
    expect(examined.effect).toMatchObject({ kind: 'merges', newEvents: 0 });
    if (examined.read.kind !== 'good') throw new Error('refused its own export');
    await store.keepImport(examined.read.file, 'merge');
    expect(await hashOfStore(db)).toBe(before);
  });
});

describe('500 broken files', () => {
  it('are each refused with where and why, in under a second, and change nothing', async () => {
    const store = await openTab();
    const before = await hashOfStore(db);
    const small = JSON.stringify({ ...demo, events: demo.events.slice(0, 4) });
    let asksFirst = 0;
    for (const { how, text } of brokenFiles(small, 180, 23)) {
      const { read, ms } = await worked(() => store.examine(store.readFile(text)));
      expect(ms, how).toBeLessThan(1000);
      if (read.kind === 'repairable') {
        asksFirst++;
        expect(read.repairs.length, how).toBeGreaterThan(0);
        continue;
      }
      expect(read.kind, `${how}: ${text.slice(0, 200)}`).toBe('refused');
      if (read.kind !== 'refused') continue;
      for (const { path, message } of read.troubles) {
        expect(path, how).not.toBe('');
        expect(tell(message), how).toMatch(/^.{8,400}$/s);
      }
    }
    expect(await hashOfStore(db)).toBe(before);
    expect(asksFirst).toBeLessThan(10);
    expect(readYardFile(small).kind).toBe('good');
  }, 300_000);
});

describe('two books side by side', () => {
  it('are opened and written to apart: what stands in one is not in the other', async () => {
    const own = await openTab();
    const practice = await openTabOn(`practice-${fresh()}`);
    expect(await practice.record({ kind: 'note', treeId: 'harrier', text: 'tried here' })).toBe(true);
    const notes = (of: BookStoreType): number =>
      of.events().filter((event) => event.kind === 'note' && event.text === 'tried here').length;
    expect([notes(practice), notes(own)]).toEqual([1, 0]);
    expect(await own.record({ kind: 'overruled', treeId: 'harrier', stemId: 'd', ruling: 'keep' })).toBe(
      true,
    );
    expect(practice.states().get('harrier')?.rulings).toEqual({});
  });
});
