import type { BrowserContext, Page } from '@playwright/test';

const TREE = 'harrier';
const ROW = 'd';
/** Most rounds of typing and ruling before a kill; each takes a tenth of a second or two. */
const ROUNDS = 400;

/** What stands in the store: the number typed last, and how many rulings there are. */
interface Held {
  typed: number;
  rulings: number;
}

/**
 * Kills a page in the middle of its work, over and over: numbers are typed and a limb is ruled on, again as soon as the
 * page calls the last one saved, and the page is killed at a moment of nobody's choosing. Gives what was called saved and
 * is not there in the next page; nothing, where the book keeps its word.
 * @param pauses time to let each page work on, from the first round it called saved, before it is killed, ms
 */
export async function killings(
  context: BrowserContext,
  home: string,
  pauses: readonly number[],
): Promise<{ lacking: string[]; held: Held }> {
  const lacking: string[] = [];
  let called: Held = { typed: 0, rulings: 0 };
  for (const [i, pause] of pauses.entries()) {
    const page = await opened(context, home);
    const held = await heldBy(page);
    if (held.typed < called.typed || held.rulings < called.rulings)
      lacking.push(`before kill ${i}: called ${JSON.stringify(called)}, held ${JSON.stringify(held)}`);
    called = held;
    await workUntilKilled(context, page, called, pause);
    await page.close();
  }
  const last = await opened(context, home);
  const held = await heldBy(last);
  if (held.typed < called.typed || held.rulings < called.rulings)
    lacking.push(`at the end: called ${JSON.stringify(called)}, held ${JSON.stringify(held)}`);
  await last.close();
  return { lacking, held };
}

async function opened(context: BrowserContext, home: string): Promise<Page> {
  const page = await context.newPage();
  await page.goto(`${home}/tree/${TREE}`);
  await page.locator('eb-bench-rooms').getByText('read', { exact: true }).click();
  await page.locator(`[data-row=${ROW}] .verdict`).filter({ hasText: /\w/ }).waitFor();
  return page;
}

/** Works, and notes in `called` what the page calls saved, until the page is killed. */
async function workUntilKilled(
  context: BrowserContext,
  page: Page,
  called: Held,
  pause: number,
): Promise<void> {
  const session = await context.newCDPSession(page);
  const crashed = page.waitForEvent('crash');
  await page.locator(`[data-tag=${ROW}]`).first().click({ force: true });
  await typeAndRule(page, called);
  setTimeout(() => void session.send('Page.crash').catch(() => undefined), pause);
  await keepOn(page, called).catch(() => undefined);
  await crashed;
}

async function keepOn(page: Page, called: Held): Promise<void> {
  for (let round = 0; round < ROUNDS; round++) await typeAndRule(page, called);
}

async function typeAndRule(page: Page, called: Held): Promise<void> {
  await page.locator(`[data-row=${ROW}] [data-field=length]`).fill(String(called.typed + 1));
  await saved(page);
  called.typed++;
  await page.locator('.hand .rulings button').first().click();
  await saved(page);
  called.rulings++;
}

/** Waits for what was just done to be called saved: two frames on, since the word of the last write still stands before. */
async function saved(page: Page): Promise<void> {
  await page.evaluate(
    () => new Promise((drawn) => requestAnimationFrame(() => requestAnimationFrame(drawn))),
  );
  await page.locator('.keeping[data-keeping=saved]').waitFor({ state: 'attached' });
}

/** What the store holds, read past the application. */
function heldBy(page: Page): Promise<Held> {
  return page.evaluate(
    ([row]) =>
      new Promise<Held>((give, refuse) => {
        const open = indexedDB.open('eager-bough');
        open.onerror = () => refuse(open.error);
        open.onsuccess = () => {
          const tx = open.result.transaction(['events', 'drafts']);
          const events = tx.objectStore('events').getAll();
          const drafts = tx.objectStore('drafts').getAll();
          tx.oncomplete = () => {
            open.result.close();
            const cell = (drafts.result as { row: string; text: string }[]).find((one) => one.row === row);
            const rulings = (events.result as { event: { kind: string } }[]).filter(
              ({ event }) => event.kind === 'overruled',
            );
            give({ typed: Number(cell?.text ?? 0), rulings: rulings.length });
          };
        };
      }),
    [ROW],
  );
}
