import { isDeep } from '../core/testing/deep';
import { expect, goTo, test, type Page } from './on-a-day';
import { killings, ticking, typing } from './kills';
import { readFileSync } from 'node:fs';

const cell = (page: Page, row: string, field: string) =>
  page.locator(`[data-row="${row}"] [data-field="${field}"]`);

async function openTree(page: Page, id: string): Promise<void> {
  await page.goto(`/tree/${id}`);
  await expect(page.locator('.elevation .tag').first()).toBeVisible();
  await goTo(page, 'read');
}

test('what a page called saved before it was killed is there in the next', async ({ context, baseURL }) => {
  for (const work of [typing, ticking]) {
    const { lacking, held } = await killings(
      context,
      baseURL ?? '',
      work,
      isDeep ? [40, 300, 900, 2000] : [400],
    );
    expect(lacking).toEqual([]);
    expect(Object.values(held).every((n) => n > 0)).toBe(true);
  }
});

test('two open pages see each other’s entries and lose none', async ({ context }) => {
  const one = await context.newPage();
  const two = await context.newPage();
  await openTree(one, 'pell');
  await openTree(two, 'pell');
  await one.locator('[data-tag=a]').click();
  await two.locator('[data-tag=k]').click();
  await Promise.all([
    one.locator('.hand').getByRole('button', { name: 'Take it out' }).click(),
    two.locator('.hand').getByRole('button', { name: 'Take it out' }).click(),
  ]);
  for (const page of [one, two]) {
    await expect(page.locator('[data-row=a] .verdict')).toHaveText('goes');
    await expect(page.locator('[data-row=k] .verdict')).toHaveText('goes');
  }
  await cell(one, 'e', 'length').fill('120');
  await expect(cell(two, 'e', 'length')).toHaveValue('120');
});

test('a yard is exported, changed, and joined again by its entries', async ({ page }) => {
  await page.goto('/');
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Export this yard' }).click();
  const path = await (await waiting).path();
  const file = JSON.parse(readFileSync(path, 'utf8')) as { yard: { name: string }; events: object[] };
  expect(file.yard.name).toBe('Two hillsides');
  file.events.push({
    id: 'phone-1',
    device: 'phone',
    sequence: 1,
    clock: 1_795_000_000_000,
    happenedOn: '2026-11-20',
    recordedAt: '2026-11-20T10:00:00Z',
    ruleSet: '2026.1',
    kind: 'overruled',
    treeId: 'harrier',
    stemId: 'd',
    ruling: 'keep',
  });
  await give(page, JSON.stringify(file));
  await expect(page.locator('.examined')).toContainText('one new entry; ');
  await page.getByRole('button', { name: 'Join it', exact: true }).click();
  await expect(page.locator('.files')).toContainText('is in the book');
  await openTree(page, 'harrier');
  await expect(page.locator('[data-row=d] .verdict')).toHaveText('stays');
});

test('a broken file is refused with where and why, a repair is asked for first, and script stays text', async ({
  page,
}) => {
  await page.goto('/');
  const demo = readFileSync('demo/two-hillsides.json', 'utf8');
  await give(page, demo.slice(0, 5000));
  await expect(page.locator('.examined')).toContainText('is not complete JSON');
  await give(page, demo.replace('"reachCm": 215', '"reachCm": "tall"'));
  await expect(page.locator('.examined code')).toHaveText('yard.sites[0].reachCm');
  await expect(page.locator('.examined')).toContainText('nothing has changed');

  const repairable = JSON.parse(demo) as { yard: { id: string; name: string }; events: object[] };
  repairable.yard = { ...repairable.yard, id: 'other', name: '<img src=x onerror=alert(1)>' };
  repairable.events.push(repairable.events[0] as object);
  let alerted = false;
  page.on('dialog', () => (alerted = true));
  await give(page, JSON.stringify(repairable));
  await expect(page.locator('.examined')).toContainText('It needs repair first');
  await page.getByRole('button', { name: 'Repair and add it' }).click();
  await expect(page.locator('.masthead')).toContainText('<img src=x onerror=alert(1)>');
  expect(alerted).toBe(false);
});

test('nothing the page does is stopped by its own content policy', async ({ page }) => {
  const complaints: string[] = [];
  page.on('console', (message) => {
    if (message.type() === 'error') complaints.push(message.text());
  });
  await openTree(page, 'lantern');
  await expect(page.locator('.chosen-set')).toBeVisible();
  expect(complaints).toEqual([]);
});

async function give(page: Page, text: string): Promise<void> {
  await page
    .locator('input[type=file]')
    .setInputFiles({ name: 'yard.json', mimeType: 'application/json', buffer: Buffer.from(text) });
}
