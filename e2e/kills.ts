import type { BrowserContext, Page } from '@playwright/test';
import { TODAY } from './on-a-day';
import { saved } from './saved';

/** Most rounds of work before a kill; each takes a tenth of a second or two. */
const ROUNDS = 400;

/** What the store holds, counted by what it is. */
export type Held = Readonly<Record<string, number>>;

/** Work that a page is killed in the middle of. */
export interface Work {
  /** Goes to where it is done. */
  open(page: Page, home: string): Promise<void>;
  /** Does it once; what the page then calls saved is counted in `called`. */
  once(page: Page, called: Record<string, number>): Promise<void>;
  /** What the store holds, from all its entries and half-typed cells; and whether something in it is half done. */
  held(kept: Kept): { held: Held; isHalf: boolean };
}

/** What stands in the store. */
export interface Kept {
  events: { id: string; kind: string; device: string; sequence: number; [field: string]: unknown }[];
  drafts: { row: string; text: string }[];
}

/**
 * Kills a page in the middle of its work, over and over: it works on as soon as the page calls the last thing saved, and the page is
 * killed at a moment of nobody's choosing. Gives what was called saved and is not there in the next page, and what is half done; nothing,
 * where the book keeps its word.
 * @param pauses time to let each page work on, from the first round it called saved, before it is killed, ms
 */
export async function killings(
  context: BrowserContext,
  home: string,
  work: Work,
  pauses: readonly number[],
): Promise<{ lacking: string[]; held: Held }> {
  const lacking: string[] = [];
  let called: Record<string, number> = {};
  const look = async (page: Page, when: string): Promise<Held> => {
    const { held, isHalf } = work.held(await keptBy(page));
    if (isHalf) lacking.push(`${when}: something is half done`);
    if (Object.entries(called).some(([name, n]) => (held[name] ?? 0) < n))
      lacking.push(`${when}: called ${JSON.stringify(called)}, held ${JSON.stringify(held)}`);
    return held;
  };
  for (const [i, pause] of pauses.entries()) {
    const page = await opened(context, home, work);
    called = { ...(await look(page, `before kill ${i}`)) };
    await workUntilKilled(context, page, () => work.once(page, called), pause);
    await page.close();
  }
  const last = await opened(context, home, work);
  const held = await look(last, 'at the end');
  await last.close();
  return { lacking, held };
}

async function opened(context: BrowserContext, home: string, work: Work): Promise<Page> {
  const page = await context.newPage();
  await page.clock.setFixedTime(new Date(TODAY));
  await work.open(page, home);
  return page;
}

/** Works until the page is killed. */
async function workUntilKilled(
  context: BrowserContext,
  page: Page,
  once: () => Promise<void>,
  pause: number,
): Promise<void> {
  const session = await context.newCDPSession(page);
  const crashed = page.waitForEvent('crash', { timeout: 120_000 });
  await once();
  setTimeout(() => void session.send('Page.crash').catch(() => undefined), pause);
  await (async () => {
    for (let round = 0; round < ROUNDS; round++) await once();
  })().catch(() => undefined);
  await crashed;
}

const count = (called: Record<string, number>, name: string): void =>
  void (called[name] = (called[name] ?? 0) + 1);

const TREE = 'tarn-2';
const ROW = 'c';

/** At the bench: a number is typed and a limb is ruled on. */
export const typing: Work = {
  async open(page, home) {
    await page.goto(`${home}/tree/${TREE}`);
    await page.locator('eb-bench-rooms').getByText('read', { exact: true }).click();
    await page.locator(`[data-row=${ROW}] .verdict`).filter({ hasText: /\w/ }).waitFor();
    await page.locator(`[data-tag=${ROW}]`).first().click({ force: true });
  },
  async once(page, called) {
    await page.locator(`[data-row=${ROW}] [data-field=length]`).fill(String((called['typed'] ?? 0) + 1));
    await saved(page);
    count(called, 'typed');
    await page.locator('.hand .rulings button').first().click();
    await saved(page);
    count(called, 'rulings');
  },
  held({ events, drafts }) {
    const typed = Number(drafts.find(({ row }) => row === ROW)?.text ?? 0);
    const rulings = events.filter(({ kind }) => kind === 'overruled').length;
    return { held: { typed, rulings }, isHalf: false };
  },
};

/** On the round: an act is done and taken back, then left for a year, which spares its limb, and taken back. */
export const ticking: Work = {
  async open(page, home) {
    await page.goto(`${home}/round?span=may`);
    const begin = page.getByRole('button', { name: 'Set out' });
    await begin.or(page.locator('.at-tree')).first().waitFor();
    if (await begin.isVisible()) await begin.click();
    await toAnAct(page);
  },
  async once(page, called) {
    await doneAtOnce(page);
    await page.locator('eb-changed-told .bi-check2').waitFor();
    await saved(page);
    count(called, 'done');
    await takeBack(page, called);
    await toAnAct(page);
    // What holds wood is not left in doubt.
    const unsure = page.getByRole('button', { name: 'not sure' });
    if (!(await unsure.isVisible())) return;
    await unsure.click();
    await page.getByRole('button', { name: 'Leave it a year' }).click();
    await page.locator('eb-changed-told .bi-skip-forward').waitFor();
    await saved(page);
    count(called, 'left');
    await takeBack(page, called);
  },
  held({ events }) {
    const mine = events.filter(({ device }) => device !== 'demo');
    const of = (is: string): number => mine.filter(({ kind }) => kind === is).length;
    // A limb that is left for a year is spared with the very next entry, or neither is there.
    const isHalfLeft = (event: Kept['events'][number]): boolean =>
      event.kind === 'left-undone' &&
      String(event['actId']).startsWith('take-out:') &&
      !mine.some(({ kind, sequence }) => kind === 'overruled' && sequence === event.sequence + 1);
    const sequences = mine.map(({ sequence }) => sequence).sort((a, b) => a - b);
    return {
      held: { done: of('acts-done'), left: of('left-undone'), back: of('withdraw') },
      isHalf: mine.some(isHalfLeft) || sequences.some((sequence, i) => sequence !== i + 1),
    };
  },
};

/** Ticks an act: found and touched in one moment, since what is weighed anew may put another button in its place. */
async function doneAtOnce(page: Page): Promise<void> {
  const touch = (): Promise<boolean> =>
    page.evaluate(() => {
      const act = document.querySelector('.what[data-step*=":"]');
      const done = document.querySelector<HTMLElement>('button.big.done:enabled');
      if (act) done?.click();
      return act !== null && done !== null;
    });
  do await toAnAct(page);
  while (!(await touch()));
}

/** Goes on to an act of a plan: what was left before a kill is hidden, and a tree may have no more. */
async function toAnAct(page: Page): Promise<void> {
  const isAct = page.locator('.what[data-step*=":"]');
  for (;;) {
    await page.locator('.big.done').waitFor();
    if (await isAct.isVisible()) break;
    const isStep = await page.locator('.what[data-step]').isVisible();
    if (isStep) await page.getByRole('button', { name: 'Next tree' }).click();
    else await page.locator('.big.done').click();
    await page.waitForTimeout(200);
  }
  await page.locator('button.big.done:enabled').waitFor();
}

async function takeBack(page: Page, called: Record<string, number>): Promise<void> {
  await page.locator('eb-changed-told').getByRole('button').click();
  await page.locator('eb-changed-told .last').waitFor({ state: 'detached' });
  await saved(page);
  count(called, 'back');
}

/** What the store holds, read past the application. */
function keptBy(page: Page): Promise<Kept> {
  return page.evaluate(
    () =>
      new Promise<Kept>((give, refuse) => {
        const open = indexedDB.open('eager-bough');
        open.onerror = () => refuse(open.error);
        open.onsuccess = () => {
          const tx = open.result.transaction(['events', 'drafts']);
          const events = tx.objectStore('events').getAll();
          const drafts = tx.objectStore('drafts').getAll();
          tx.oncomplete = () => {
            open.result.close();
            give({
              events: (events.result as { event: Kept['events'][number] }[]).map(({ event }) => event),
              drafts: drafts.result as Kept['drafts'],
            });
          };
        };
      }),
  );
}
