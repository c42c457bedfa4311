import { test as plain, type BrowserContext, type Page } from '@playwright/test';

export { expect, type Page } from '@playwright/test';
export { saved } from './saved';

/** The day on which every test looks at the demo yard, so that none depends on the day it runs on. */
export const TODAY = '2026-11-25T10:00:00';

/** What a browser keeps from one test to the next: judgements, each found again only by the very tree and engine it is of. */
const STAYS = 'eager-bough-judgements';
/** A page of the place that is not the application. */
const BESIDE = '/icon.svg';

/**
 * A test whose pages are looked at on one day, whatever the day it runs on. Tests that ask for no other kind of browser share one, whose
 * yards are thrown away before each.
 */
export const test = plain.extend<object, { shared: BrowserContext }>({
  shared: [
    async ({ browser }, use, { project }) => {
      const { baseURL = '', viewport = null, serviceWorkers = 'block' } = project.use;
      const context = await browser.newContext({ baseURL, viewport, serviceWorkers });
      await use(context);
      await context.close();
    },
    { scope: 'worker' },
  ],
  context: async ({ context, shared, hasTouch }, use) => {
    const own = hasTouch ? context : shared;
    if (own === shared) await throwYardsAway(shared);
    // Another test may have looked at another day.
    await own.clock.setFixedTime(new Date(TODAY));
    await use(own);
    if (own === shared) await Promise.all(shared.pages().map((page) => page.close()));
  },
});

async function throwYardsAway(context: BrowserContext): Promise<void> {
  const page = await context.newPage();
  await page.goto(BESIDE);
  await page.evaluate(async (stays) => {
    for (const { name } of await indexedDB.databases()) {
      if (name === undefined || name === stays) continue;
      await new Promise<void>((gone, refused) => {
        const request = indexedDB.deleteDatabase(name);
        request.onsuccess = () => gone();
        request.onerror = request.onblocked = () => refused(new Error(`${name} cannot be thrown away`));
      });
    }
  }, STAYS);
  await page.close();
}

/** Goes to a room of the bench. */
export const goTo = (page: Page, room: 'read' | 'decide' | 'from above' | 'work'): Promise<void> =>
  page.locator('eb-bench-rooms').getByText(room, { exact: true }).click();
