import { expect, goTo, saved, test, type Page } from './on-a-day';

const onDay = (page: Page, day: string): Promise<void> =>
  page.clock.setFixedTime(new Date(`${day}T10:00:00`));

/** Looks at the tree on a day, anew. */
async function lookAt(page: Page, day: string): Promise<void> {
  await onDay(page, day);
  await page.goto('/tree/ember');
}

test('a whip through three winters: its buds are ticked, what was left is read in winter, what was chosen stays and its spares go', async ({
  page,
}) => {
  await lookAt(page, '2027-03-10');
  await goTo(page, 'work');
  const steps = page.locator('eb-whip-work [data-step]');
  await expect(steps.first()).toBeVisible();
  // One bud by itself, then all the rest; each is done once.
  const bud = page.locator('eb-whip-work [data-step^="bud:"]').first();
  const number = (await bud.getAttribute('data-step')) ?? '';
  await bud.getByRole('button', { name: 'Done' }).click();
  await saved(page);
  await expect(page.locator(`[data-step="${number}"]`)).toContainText('done');
  await expect(page.locator(`[data-step="${number}"]`).getByRole('button', { name: 'Done' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Write it all down as done' }).click();
  await saved(page);
  await expect(page.locator('eb-whip-work').getByRole('button', { name: 'Done' })).toHaveCount(0);
  const chosen = await page.locator('eb-whip-work [data-step^="bud:"]').count();
  expect(chosen).toBeGreaterThan(1);

  // Next winter nothing is planned over their heads: what came of them is asked.
  await lookAt(page, '2027-12-10');
  await expect(page.locator('eb-whip-words')).toContainText('were left to make limbs');
  await goTo(page, 'read');
  const last = page.locator('.last-summer [data-shoot]');
  const rows = await last.evaluateAll((found) =>
    found.map((one) => (one as HTMLElement).dataset['shoot'] ?? ''),
  );
  expect(rows.length).toBeGreaterThanOrEqual(chosen);
  for (const [i, row] of rows.entries()) {
    await page.locator(`.last-summer [data-shoot="${row}"]`).getByRole('button').first().click();
    const cell = (field: string) => page.locator(`[data-row="${row}"] [data-field=${field}]`);
    await cell('length').fill(String(50 + (i % 4) * 10));
    await cell('diameter').fill(String(7 + (i % 3)));
    await cell('angle').fill('50');
  }
  await page.keyboard.press('Control+Enter');
  await saved(page);

  await goTo(page, 'work');
  await expect(page.locator('eb-work-list')).toContainText(/came: /);
  // Every spare goes, for what it was a spare for; nothing else of that spring does.
  const out = page.locator('eb-work-list .work-lines li').filter({ hasText: 'take out' });
  expect(await out.count()).toBeLessThanOrEqual(rows.length - chosen);

  // A second winter: what was chosen is still known.
  await lookAt(page, '2028-12-10');
  await goTo(page, 'work');
  await expect(page.locator('eb-work-list')).toBeVisible();
  await page.goto('/tree/ember/book');
  await expect(page.locator('.entries')).toContainText('left to make limbs');
});
