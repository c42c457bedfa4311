import 'fake-indexeddb/auto';
import { deleteDB } from 'idb';
import { beforeEach, describe, expect, it } from 'vitest';
import { LEVEL_SITE } from '../../../../core/testing/trees';
import { openBookDb } from './book-db';
import type { BookStoreType } from './book-store';
import { fresh, openTab } from './open-tab';

let dbName = '';
let store: BookStoreType;
const openOnes = (): string[] =>
  store.yards().flatMap(({ name, stands }) => (stands === 'open' ? [name] : []));

beforeEach(async () => {
  dbName = `yards-${fresh()}`;
  await deleteDB(dbName);
  store = await openTab(dbName);
});

describe('yards side by side', () => {
  it('begins one of one’s own beside the demo, and each keeps its own entries', async () => {
    expect(await store.begin('Holt', { ...LEVEL_SITE, name: 'Behind the house' })).toBe(true);
    expect([store.read().name, store.states().size, openOnes()]).toEqual([
      'Holt',
      0,
      expect.arrayContaining(['Two hillsides', 'Holt']),
    ]);
    const holt = store.yard().id;
    await store.record({ kind: 'yard-named', name: 'Holt and lane' });
    await store.openYard('demo-yard');
    expect([store.states().size, openOnes().includes('Holt and lane')]).toEqual([13, true]);
    const again = await openTab(dbName);
    expect(again.yards().map(({ name }) => name)).toContain('Holt and lane');
    await again.openYard(holt);
    await again.undo();
    expect(again.yards().map(({ name }) => name)).toContain('Holt');
  });

  it('puts the open one away and opens the next; where none is left none is open, also after a reload', async () => {
    await store.begin('Holt', LEVEL_SITE);
    const holt = store.yard().id;
    await store.putAway(holt);
    expect([store.read().name, openOnes()]).toEqual(['Two hillsides', ['Two hillsides']]);
    await store.putAway('demo-yard');
    expect([store.yard().id, store.states().size]).toEqual(['', 0]);
    store = await openTab(dbName);
    expect([store.yard().id, openOnes()]).toEqual(['', []]);
    await store.bringOut(holt);
    expect([store.read().name, openOnes()]).toEqual(['Holt', ['Holt']]);
  });

  it('throws one away so that it can be brought back whole, and for good so that nothing of it is left', async () => {
    await store.record({ kind: 'note', treeId: 'weir', text: 'wet' });
    await store.type('weir', 'a', 'length', '9 i');
    const entries = store.events().length;
    await store.throwAway('demo-yard');
    expect(store.yards()).toEqual([{ id: 'demo-yard', name: 'Two hillsides', stands: 'thrown' }]);
    await store.bringOut('demo-yard');
    expect([store.events().length, store.cells().length]).toEqual([entries, 1]);
    await store.throwAway('demo-yard');
    await store.throwForGood('demo-yard');
    const db = await openBookDb(dbName);
    const left = await Promise.all(['yards', 'events', 'drafts'].map((name) => db.count(name as 'yards')));
    const names = (await db.getAllKeys('settings')).filter((key) => key.includes('demo-yard'));
    expect([left, names, store.yards()]).toEqual([[0, 0, 0], [], []]);
  });

  it('brings the demo back as it came, and puts back what was written in it if asked to', async () => {
    const asItCame = store.events().length;
    await store.record({ kind: 'note', treeId: 'weir', text: 'wet' });
    await store.putAway('demo-yard');
    await store.freshDemo();
    expect([store.events().length, openOnes()]).toEqual([asItCame, ['Two hillsides']]);
    await store.putBack();
    expect(store.events().length).toBe(asItCame + 1);
  });
});
