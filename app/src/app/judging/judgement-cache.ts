import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { Judged, TreeState } from '../../../../core';

interface CacheSchema extends DBSchema {
  judgements: { key: string; value: { key: string; judged: Judged } };
}

/**
 * The engine that judges, by its own text: a built worker's file is named after its content, so another engine has another
 * name. Undefined where it is not (while the application is being worked on): nothing is kept then.
 */
const ENGINE = /-[A-Z0-9]{8}\.js$/.exec(globalThis.location?.href ?? '')?.[0];

let opened: Promise<IDBPDatabase<CacheSchema> | undefined> | undefined;
const cache = (): Promise<IDBPDatabase<CacheSchema> | undefined> =>
  (opened ??= openDB<CacheSchema>('eager-bough-judgements', 1, {
    upgrade: (db) => void db.createObjectStore('judgements'),
  }).catch(() => undefined));

/** What was judged is what is asked about: the same state and engine. */
async function keyOf(state: TreeState): Promise<string> {
  const text = new TextEncoder().encode(JSON.stringify([ENGINE, state]));
  const hash = await crypto.subtle.digest('SHA-256', text);
  return [...new Uint8Array(hash)].map((byte) => byte.toString(16).padStart(2, '0')).join('');
}

/**
 * The judgement of the very same tree, if one was kept; a cache that cannot be read is no cache.
 * @param place its yard and its id there
 */
export async function judgedBefore(place: string, state: TreeState): Promise<Judged | undefined> {
  if (!isKept()) return undefined;
  const found = await (await cache())?.get('judgements', place).catch(() => undefined);
  return found && found.key === (await keyOf(state)) ? found.judged : undefined;
}

/** Keeps a judgement, in place of the tree's last one. */
export async function keepJudged(place: string, state: TreeState, judged: Judged): Promise<void> {
  if (!isKept()) return;
  const key = await keyOf(state);
  await (await cache())?.put('judgements', { key, judged }, place).catch(() => undefined);
}

/** On plain HTTP from another device there is no digest: every tree is judged anew there. */
const isKept = (): boolean => ENGINE !== undefined && globalThis.crypto?.subtle !== undefined;
