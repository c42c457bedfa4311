import 'fake-indexeddb/auto';
import { describe, expect, it } from 'vitest';
import { openBookDb } from './book-db';
import { failing, fresh, openTab } from './open-tab';

/** A JPEG of one dot, as base64 begins with every JPEG. */
const JPEG = '/9j/4AAQSkZJRgABAQEASABIAAD/2wBDAP//2Q==';

describe('a photograph', () => {
  it('is an entry of its tree, with its picture kept beside, and there after a reload', async () => {
    const name = `photo-${fresh()}`;
    const store = await openTab(name);
    expect(await store.photographed('weir', JPEG, 'a')).toBe(true);
    const event = store.events().at(-1);
    expect(event).toMatchObject({ kind: 'photo', treeId: 'weir', stemId: 'a' });
    const photo = event?.kind === 'photo' ? event.photo : '';
    const later = await openTab(name);
    expect(await later.photoOf(photo)).toBe(JPEG);
    expect(await later.photoOf('another')).toBeUndefined();
  });

  it('goes along in the yard’s file and is there where the file is joined; a file without it takes none away', async () => {
    const [one, two] = [`photo-${fresh()}`, `photo-${fresh()}`];
    const desk = await openTab(one);
    const before = (await desk.exportTexts())?.[0] ?? '';
    await desk.photographed('weir', JPEG);
    const event = desk.events().at(-1);
    const photo = event?.kind === 'photo' ? event.photo : '';
    const text = (await desk.exportTexts())?.[0] ?? '';
    const phone = await openTab(two);
    const { read } = await phone.examine(phone.readFile(text));
    if (read.kind !== 'good') throw new Error('refused its own export');
    expect(await phone.keepImport(read.file, 'merge')).toBe(true);
    expect(await phone.photoOf(photo)).toBe(JPEG);
    // The yard as it was before it, in its place, and put back: the picture is still there.
    const old = await phone.examine(phone.readFile(before));
    if (old.read.kind !== 'good') throw new Error('refused its own export');
    await phone.keepImport(old.read.file, 'replace');
    await phone.putBack();
    expect(await phone.photoOf(photo)).toBe(JPEG);
  });

  it('that finds no room leaves neither entry nor picture, and says so', async () => {
    const name = `photo-${fresh()}`;
    let full = false;
    const openDb = async () => failing(await openBookDb(name), (stores) => full && stores.includes('photos'));
    const store = await openTab(name, [], { openDb });
    const before = store.events().length;
    full = true;
    expect(await store.photographed('weir', JPEG)).toBe(false);
    expect(store.keeping().kind).toBe('failed');
    expect(store.events()).toHaveLength(before);
    full = false;
    await store.tryAgain();
    expect(store.events()).toHaveLength(before + 1);
    expect(store.keeping().kind).toBe('saved');
  });

  it('is gone with its yard when that is thrown away for good', async () => {
    const name = `photo-${fresh()}`;
    const store = await openTab(name);
    await store.photographed('weir', JPEG);
    await store.throwAway('demo-yard');
    await store.throwForGood('demo-yard');
    const db = await openBookDb(name);
    expect(await db.count('photos')).toBe(0);
    db.close();
  });
});

describe('several entries at a time', () => {
  it('are all written or none, each with a number of its own', async () => {
    const store = await openTab(`several-${fresh()}`);
    const before = store.events().length;
    const good = { kind: 'note' as const, treeId: 'weir', text: 'good' };
    const bad = { kind: 'note' as const, treeId: 'weir', text: 7 as unknown as string };
    expect(await store.recordAll([good, bad])).toBe(false);
    expect(store.events()).toHaveLength(before);
    store.letBe();
    expect(await store.recordAll([good, { ...good, text: 'and another' }])).toBe(true);
    const [one, two] = store.events().slice(before);
    expect([one?.sequence, two?.sequence]).toEqual([1, 2]);
    expect((two?.clock ?? 0) > (one?.clock ?? 0)).toBe(true);
  });
});
