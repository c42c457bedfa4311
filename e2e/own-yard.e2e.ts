import { expect, goTo, saved, test, type Page } from './on-a-day';
import type { Locator } from '@playwright/test';

/** Goes on with the Tab key until a control has the focus, as somebody without a pointer does. */
async function tabTo(page: Page, control: Locator): Promise<void> {
  await control.waitFor();
  for (let i = 0; i < 120; i++) {
    if (await control.evaluate((node) => node === document.activeElement)) return;
    await page.keyboard.press('Tab');
  }
  throw new Error(`no way by Tab to ${control.toString()}`);
}

async function typeAt(page: Page, control: Locator, text: string): Promise<void> {
  await tabTo(page, control);
  await page.keyboard.press('ControlOrMeta+a');
  await page.keyboard.type(text);
}

/** A trunk and four limbs, five numbers each. */
const READINGS = [
  ['0', '0', '120', '26'],
  ['62', '10', '48', '80', '12'],
  ['70', '100', '50', '84', '12'],
  ['78', '190', '46', '76', '11'],
  ['86', '280', '52', '82', '12'],
];

/** Fills the grid a reading at a time with Enter between, and enters the visit. */
async function readLimbs(page: Page, first: Locator): Promise<void> {
  await tabTo(page, first);
  for (const reading of READINGS.flat()) {
    await page.keyboard.type(reading);
    await page.keyboard.press('Enter');
  }
  await page.keyboard.press('Control+Enter');
}

test('a yard of one’s own, from nothing to a judged tree, by keyboard alone', async ({ page }) => {
  await page.goto('/');
  await tabTo(page, page.getByRole('link', { name: 'Begin a yard of your own' }));
  await page.keyboard.press('Enter');
  await typeAt(page, page.getByLabel('The yard is called'), 'Holt');
  await typeAt(page, page.getByLabel('Called', { exact: true }), 'Behind the house');
  await typeAt(page, page.getByLabel('Own height'), '172');
  await page.keyboard.press('Tab');
  await expect(page.getByLabel('Picks up to')).toHaveValue('222 cm');
  await tabTo(page, page.getByRole('button', { name: 'Begin it' }));
  await page.keyboard.press('Enter');

  await typeAt(page, page.getByLabel('Called', { exact: true }), 'Lane pear');
  await tabTo(page, page.getByRole('combobox', { name: /^Kind/ }));
  await page.keyboard.type('European pear');
  await tabTo(page, page.getByRole('button', { name: 'Plant it' }));
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Lane pear' })).toBeVisible();
  await readLimbs(page, page.locator('.readings tbody tr').first().locator('input').nth(1));
  await expect(page.locator('.readings [data-verdict]').nth(3)).toBeVisible();
  await page.reload();
  await expect(page.locator('.chosen-set')).toBeVisible();
});

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });

  test('a yard of one’s own, from nothing to a judged tree, by touch', async ({ page }) => {
    await page.goto('/');
    await page.getByRole('link', { name: 'Begin a yard of your own' }).tap();
    await page.getByLabel('The yard is called').fill('Holt');
    await page.getByLabel('Called', { exact: true }).fill('Behind the house');
    await page.getByRole('button', { name: 'Begin it' }).tap();
    await page.getByRole('button', { name: 'Plant it' }).waitFor();
    await page.getByLabel('Called', { exact: true }).fill('Lane pear');
    await page.getByRole('button', { name: 'Plant it' }).tap();
    const pad = page.locator('eb-reading-pad');
    for (const reading of READINGS.flat()) {
      for (const key of reading) await pad.getByRole('button', { name: key, exact: true }).tap();
      await pad.getByRole('button', { name: 'Next', exact: true }).tap();
    }
    await page.getByRole('button', { name: 'Enter this visit' }).tap();
    await goTo(page, 'decide');
    await expect(page.locator('.chosen-set')).toBeVisible();
    await goTo(page, 'read');
    await page.locator('.elevation .tag', { hasText: 'C' }).tap();
    await expect(pad.locator('.limb')).toContainText(/stays|goes|left/);
  });
});

test('two yards stand side by side: one is put away, thrown away and brought back, and neither loses an entry', async ({
  page,
}) => {
  await page.goto('/begin');
  await page.getByLabel('The yard is called').fill('Holt');
  await page.getByLabel('Called', { exact: true }).fill('Behind the house');
  await page.getByRole('button', { name: 'Begin it' }).click();
  await expect(page.locator('.masthead')).toContainText('Holt');
  await page.getByRole('button', { name: 'Yard: Holt' }).click();
  await page.getByRole('button', { name: 'Two hillsides' }).click();
  await expect(page.locator('[data-tree]')).toHaveCount(13);
  await page.goto('/yards');
  const holt = page.locator('.yards li', { hasText: 'Holt' });
  await holt.getByRole('button', { name: 'Throw away' }).click();
  const back = holt.getByRole('button', { name: 'Bring it back' });
  // Once it is said to be thrown away, it is written down.
  await expect(back).toBeVisible();
  await page.reload();
  await back.click();
  await expect(page.getByRole('heading', { name: 'Behind the house' })).toBeVisible();
  await page.goto('/yards');
  await page
    .locator('.yards li', { hasText: 'Two hillsides' })
    .getByRole('button', { name: 'Put away' })
    .click();
  await page.getByLabel('the yard is called').fill('Holt and lane');
  await page.keyboard.press('Enter');
  await expect(page.locator('.masthead')).toContainText('Holt and lane');
  await page
    .locator('.yards li', { hasText: 'Two hillsides' })
    .getByRole('button', { name: 'Bring it out' })
    .click();
  await expect(page.locator('[data-tree]')).toHaveCount(13);
});

test('a visit of two winters ago falls into its place, and the tree can be seen as it stood then', async ({
  page,
}) => {
  await page.goto('/tree/pell/facts');
  await page.getByLabel('Planted').fill('2024-11-20');
  await page.getByLabel('Planted').press('Enter');
  await saved(page);
  await page.goto('/tree/pell');
  await goTo(page, 'read');
  await page.locator('[data-row=trunk] [data-field=length]').fill('61');
  await page.getByLabel('Read on').fill('2025-01-14');
  await page.getByRole('button', { name: 'Enter this visit' }).click();
  const strip = page.locator('.past li');
  await expect(strip).toContainText(['planted', 'measured', 'measured']);
  await expect(strip.nth(1)).toContainText('Jan 25');
  // The later visit still has the word on what the tree is today.
  await expect(page.locator('[data-row=trunk] [data-field=length]')).not.toHaveValue('61 cm');
  const stems = page.locator('.elevation [data-stem]');
  await expect(stems).not.toHaveCount(1);
  await strip.nth(1).getByRole('button').click();
  await expect(stems).toHaveCount(1);
  await page.getByText('as it stands').click();
  await expect(stems).not.toHaveCount(1);

  await page.goto('/tree/pell/book');
  const entry = page.locator('.entries li').nth(1);
  await entry.locator('input[type=date]').fill('2025-02-01');
  await page.getByPlaceholder('What did you see or do?').fill('Rabbits at the foot.');
  await page.getByRole('button', { name: 'Write it down' }).click();
  await expect(page.locator('.entries textarea').first()).toHaveValue('Rabbits at the foot.');
  await expect(page.locator('.entries li').nth(2).locator('input[type=date]')).toHaveValue('2025-02-01');
});

test('a place is edited, and its trees are judged by what is said of it', async ({ page }) => {
  await page.goto('/site/kestrel');
  await page.getByRole('button', { name: 'Add what passes or browses' }).click();
  const line = page.locator('[data-clearance="1"]');
  await line.getByLabel('What', { exact: true }).fill('a cart');
  await line.getByLabel('up to').fill('2.2 m');
  await line.getByLabel('from').fill('NE');
  await line.getByLabel('clockwise to').fill('sort of south');
  await line.getByLabel('clockwise to').press('Enter');
  await expect(line.getByRole('alert')).toBeVisible();
  await line.getByLabel('clockwise to').fill('S');
  await line.getByLabel('clockwise to').press('Enter');
  await expect(page.locator('.site-plan')).toContainText('a cart, 220 cm');
  await page.getByLabel('Picks up to').fill('7 ft');
  await page.getByLabel('Picks up to').press('Enter');
  await expect(page.getByLabel('Picks up to')).toHaveValue('213 cm');
  await page.goto('/tree/tarn-1/figures');
  await expect(page.locator('#site-clearance')).toContainText('a cart');
  await expect(page.locator('#site-reach')).toContainText('213 cm');

  await page.goto('/site/kestrel');
  const tree = page.locator('[data-stands=tarn-2]');
  const box = await tree.locator('.trunk').boundingBox();
  if (!box) throw new Error('the tree is not on the plan');
  await page.mouse.move(box.x + 3, box.y + 3);
  await page.mouse.down();
  await page.mouse.move(box.x + 3, box.y - 60, { steps: 4 });
  await page.mouse.up();
  await expect(tree).not.toHaveAttribute('aria-label', /, 0 cm north/);
  await expect(tree).toHaveAttribute('aria-label', /300 cm east/);
});

test('a tree is set right, moved to another place, taken out and put back; a row is set out like it', async ({
  page,
}) => {
  await page.goto('/tree/finch/facts');
  await page.getByLabel('Called', { exact: true }).fill('Low apple');
  await page.getByLabel('Place').selectOption({ label: 'Kestrel Flat' });
  await page.getByLabel('How many').fill('2');
  await page.getByLabel('How many').press('Tab');
  await page.getByRole('button', { name: 'Set 2 more out' }).click();
  await expect(page.locator('.site-plan [data-stands]')).toHaveCount(7);
  await expect(page.locator('.site-plan')).toContainText('Low apple 3');
  await page.goto('/tree/finch/facts');
  await page.getByLabel('Why').selectOption({ label: 'given away or sold' });
  await page.getByRole('button', { name: 'Take it out of the yard' }).click();
  await expect(page.locator('[data-tree=finch]')).toHaveCount(0);
  await expect(page.locator('.gone')).toContainText('Low apple is no longer in the yard');
  await page.goto('/tree/finch');
  await page.getByRole('button', { name: 'Put it back' }).click();
  await expect(page.getByRole('heading', { name: 'Low apple' })).toBeVisible();
  await page.goto('/');
  await expect(page.locator('[aria-label="Kestrel Flat"] [data-tree=finch]')).toBeVisible();
});
