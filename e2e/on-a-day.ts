import { test as plain } from '@playwright/test';

import type { Page } from '@playwright/test';

export { expect, type Page } from '@playwright/test';

/** The day on which every test looks at the demo yard, so that none depends on the day it runs on. */
export const TODAY = '2026-11-25T10:00:00';

/** A test whose page is looked at on one day, whatever the day it runs on. */
export const test = plain.extend({
  page: async ({ page }, use) => {
    await page.clock.setFixedTime(new Date(TODAY));
    await use(page);
  },
});

/** Goes to a room of the bench. */
export const goTo = (page: Page, room: 'read' | 'decide' | 'from above' | 'work'): Promise<void> =>
  page.locator('eb-bench-rooms').getByText(room, { exact: true }).click();
