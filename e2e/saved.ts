import type { Page } from '@playwright/test';

/** Waits for what was just done to be called saved: two frames on, since the word of the last write still stands before. */
export async function saved(page: Page): Promise<void> {
  await page.evaluate(
    () => new Promise((drawn) => requestAnimationFrame(() => requestAnimationFrame(drawn))),
  );
  await page.locator('.keeping[data-keeping=saved]').waitFor({ state: 'attached' });
}
