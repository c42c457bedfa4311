// The worker that keeps the program for use without a signal. It is Angular's own, but for one thing: while a round is under way it hears of
// no newer program, so that a page that is opened again in the middle of one is of the program it was begun with.

const STORE = 'eager-bough';
const SETTINGS = 'settings';
const ROUND = 'round of ';
/** A round is under way on the day it was begun and on the next. */
const UNDER_WAY_MS = 2 * 24 * 60 * 60 * 1000;

const fetched = self.fetch.bind(self);

self.fetch = async (request, ...more) =>
  asksForNewer(request) && (await isRoundUnderWay())
    ? new Response('', { status: 504, statusText: 'a round is under way' })
    : fetched(request, ...more);

/** Whether it is asked what the newest program is, by a worker that keeps one already. */
function asksForNewer(request) {
  const { pathname } = new URL(typeof request === 'string' ? request : request.url, self.location.href);
  return pathname.endsWith('/ngsw.json') && Boolean(self.registration.active);
}

/** Whether some yard's round is under way. What cannot be found out stands in nobody's way. */
async function isRoundUnderWay() {
  try {
    const stores = await indexedDB.databases();
    if (!stores.some(({ name }) => name === STORE)) return false;
    const rounds = await keptRounds();
    const since = Date.now() - UNDER_WAY_MS;
    return rounds.some((kept) => Date.parse(JSON.parse(kept).began) > since);
  } catch {
    return false;
  }
}

function keptRounds() {
  return new Promise((found, failed) => {
    const opening = indexedDB.open(STORE);
    opening.onerror = () => failed(opening.error);
    opening.onsuccess = () => {
      const db = opening.result;
      const done = (rounds) => {
        db.close();
        found(rounds);
      };
      if (!db.objectStoreNames.contains(SETTINGS)) return done([]);
      const range = IDBKeyRange.bound(ROUND, `${ROUND}\uffff`);
      const asked = db.transaction(SETTINGS).objectStore(SETTINGS).getAll(range);
      asked.onsuccess = () => done(asked.result);
      asked.onerror = () => done([]);
    };
  });
}

importScripts('./ngsw-worker.js');
