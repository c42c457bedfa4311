import 'fake-indexeddb/auto';
import { deleteDB, openDB } from 'idb';
import { readFileSync } from 'node:fs';
import { beforeEach, expect, it } from 'vitest';

const PROGRAM = readFileSync('app/public/kept-program.js', 'utf8');
const STORE = 'eager-bough';
const MANIFEST = 'https://yard.example/ngsw.json?ngsw-cache-bust=0.5';

/** The worker's `fetch` once the script has run, and what it asked the network for. */
function worker(keepsOne = true) {
  const asked: string[] = [];
  const fetched = (url: string): Promise<Response> => {
    asked.push(url);
    return Promise.resolve(new Response('{}'));
  };
  const self = {
    ...{ fetch: fetched, location: { href: 'https://yard.example/kept-program.js' } },
    registration: { active: keepsOne ? {} : null },
  };
  const imported: string[] = [];
  new Function('self', 'importScripts', PROGRAM)(self, (script: string) => imported.push(script));
  return { self, asked, imported };
}

async function keepRound(began: Date): Promise<void> {
  const db = await openDB(STORE, 1, { upgrade: (fresh) => fresh.createObjectStore('settings') });
  await db.put('settings', JSON.stringify({ began: began.toISOString().slice(0, 10) }), 'round of yard-1');
  await db.put('settings', 'metric', 'units');
  db.close();
}
const daysAgo = (days: number): Date => new Date(Date.now() - days * 24 * 60 * 60 * 1000);

beforeEach(() => deleteDB(STORE));

it('hears of no newer program while a round is under way, and of everything else as before', async () => {
  await keepRound(daysAgo(0));
  const { self, asked, imported } = worker();
  expect(imported).toEqual(['./ngsw-worker.js']);
  expect((await self.fetch(MANIFEST)).status).toBe(504);
  expect(asked).toEqual([]);
  expect((await self.fetch('https://yard.example/weather/osier-weir')).status).toBe(200);
  expect(asked).toHaveLength(1);
});

it('hears of it where no round is, where one was forgotten days ago, and where nothing is kept yet', async () => {
  expect((await worker().self.fetch(MANIFEST)).status).toBe(200);
  // Looking for a round makes no store where there was none.
  expect((await indexedDB.databases()).map(({ name }) => name)).not.toContain(STORE);
  await keepRound(daysAgo(5));
  expect((await worker().self.fetch(MANIFEST)).status).toBe(200);
  await keepRound(daysAgo(1));
  expect((await worker().self.fetch(MANIFEST)).status).toBe(504);
  expect((await worker(false).self.fetch(MANIFEST)).status).toBe(200);
});
