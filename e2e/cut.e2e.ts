import { expect, test, type Page } from './on-a-day';
import { readFileSync } from 'node:fs';

async function openCut(page: Page, stem: string): Promise<void> {
  await page.goto(`/tree/harrier/cut/${stem}`);
  await expect(page.locator('.cut-clock, .close-up').first()).toBeVisible();
}
const lengthOf = (page: Page) => page.locator('.cut-set input').first();

test('a cut is dragged along its limb: the length, the buds and what it takes follow', async ({ page }) => {
  await openCut(page, 'b');
  await expect(lengthOf(page)).toHaveValue('92 cm');
  const wood = page.locator('.cut-account li').nth(1);
  const before = await wood.textContent();
  const box = await page.locator('.limb-strip').boundingBox();
  if (!box) throw new Error('no limb is drawn');
  await page.mouse.move(box.x + box.width * 0.7, box.y + 40);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width * 0.5, box.y + 40, { steps: 8 });
  await page.mouse.up();
  await expect(lengthOf(page)).not.toHaveValue('92 cm');
  expect(Number.parseFloat(await lengthOf(page).inputValue())).toBeLessThan(70);
  await expect(wood).not.toHaveText(before ?? '');
});

test('a bud that is seen to face another way turns the whole spiral, and can be undone', async ({ page }) => {
  await openCut(page, 'b');
  await expect(page.locator('.spiral-bud')).toHaveCount(0);
  await page.getByRole('button', { name: 'The bud by the cut is on its under side;' }).click();
  await expect(page.locator('.spiral-bud.seen')).toHaveCount(1);
  expect(await page.locator('.spiral-bud').count()).toBeGreaterThan(3);
  await expect(page.locator('.bud-choices li').first()).toContainText('at ');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.locator('.spiral-bud')).toHaveCount(0);
});

test('a length set by the grower stands in the plan, and on the card, until it is given back', async ({
  page,
}) => {
  await openCut(page, 'b');
  await lengthOf(page).fill('70 cm');
  await lengthOf(page).press('Enter');
  await lengthOf(page).blur();
  await page.getByRole('button', { name: 'Cut it here' }).click();
  await expect(page.getByRole('button', { name: 'Let the program decide' })).toBeVisible();
  await page.goto('/tree/harrier/card');
  await expect(page.locator('.card-acts')).toContainText('shorten to 70 cm');
  await openCut(page, 'b');
  await page.getByRole('button', { name: 'Let the program decide' }).click();
  await expect(lengthOf(page)).toHaveValue('92 cm');
});

test('a length the limb does not have is refused in words, and the cut stays where it was', async ({
  page,
}) => {
  await openCut(page, 'b');
  await lengthOf(page).fill('5 m');
  await lengthOf(page).blur();
  await expect(page.getByRole('alert')).toContainText('The limb is 118 cm long');
});

test('a cut to a limb that stands there names it, and a bud is asked for only away from it', async ({
  page,
}) => {
  await page.goto('/tree/pell/cut/trunk');
  const which = page.getByRole('region', { name: 'Which bud' });
  await expect(page.locator('.limb-strip text.rises')).toHaveCount(11);
  await lengthOf(page).fill('195');
  await lengthOf(page).press('Tab');
  await expect(page.locator('.cut-clock')).toBeVisible();
  await which.getByRole('button', { name: /^K at 181 cm/ }).click();
  await expect(which).toContainText('K stands there');
});

test('a limb that goes shows the cut at its collar, and what fills its room', async ({ page }) => {
  await openCut(page, 'j');
  await expect(page.locator('.reasons')).toContainText('in three cuts');
  await expect(page.locator('.reasons')).toContainText('Cut flush it would be');
  const fills = page.getByRole('region', { name: 'What fills its place' });
  await expect(fills).toContainText(/marked.*(next summer|two or three summers)/);
  await expect(fills.locator('path.marked')).not.toHaveCount(0);
});

test('a work card has every act of the plan, numbered alike in its lines and drawings, on at most two pages', async ({
  page,
}) => {
  await page.goto('/tree/harrier/card');
  const lines = page.locator('.card-acts li');
  await expect(lines.first()).toBeVisible();
  const count = await lines.count();
  expect(count).toBeGreaterThan(15);
  const numbers = await page.locator('.card-elevation circle').count();
  expect(numbers).toBe(count);
  await expect(page.locator('.card-acts')).toContainText('over a bud on its');
  await expect(page.locator('.caution').first()).toBeVisible();
  for (const paper of ['A4', 'US letter']) {
    await page.getByText(paper, { exact: true }).click();
    const pdf = (await page.pdf({ preferCSSPageSize: true })).toString('latin1');
    const pages = pdf.match(/\/Type\s*\/Page\b(?!s)/g)?.length ?? 0;
    expect(pages).toBeGreaterThan(0);
    expect(pages).toBeLessThanOrEqual(2);
  }
});

test('a card is saved as one SVG that stands by itself', async ({ page }) => {
  await page.goto('/tree/harrier/card');
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save this card as SVG' }).click();
  const text = readFileSync(await (await waiting).path(), 'utf8');
  expect(text).toMatch(/^<svg xmlns/);
  expect(text).toContain('Gate peach');
  expect(text).toContain('take out at the collar');
  expect(text).not.toMatch(/class=|href=/);
  const parsed = await page.evaluate((svg) => {
    const document = new DOMParser().parseFromString(svg, 'image/svg+xml');
    return document.querySelector('parsererror') === null && document.querySelectorAll('circle').length;
  }, text);
  expect(parsed).toBeGreaterThan(30);
});

test('the yard’s cards come in walking order, with one kit and the time for the round', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('link', { name: 'Work cards for the round' }).click();
  await expect(page.locator('.round-card')).toContainText('Carry:');
  await expect(page.locator('eb-work-card').nth(8)).toBeVisible();
  await expect(page.locator('.cards [role=status]')).toHaveCount(0);
  const names = await page.locator('eb-work-card h2').allTextContents();
  expect(names.length).toBeGreaterThan(8);
  const row = names.flatMap((name) => /Row plum (\d)/.exec(name)?.[1] ?? []);
  expect(['1,2,3,4', '4,3,2,1']).toContain(row.join());
});

test('cards come for one row, or one site, of the yard', async ({ page }) => {
  await page.goto('/cards');
  await expect(page.locator('.cards [role=status]')).toHaveCount(0);
  await page
    .getByRole('combobox', { name: 'for' })
    .selectOption({ label: 'row from Gate peach to New apple, 5 trees' });
  await expect(page.locator('eb-work-card h2')).toHaveCount(4);
  await expect(page.locator('.round-card')).toContainText(
    /Gate peach → Well apple → Bank apple → Shed apricot/,
  );
  await page.reload();
  await expect(page.locator('eb-work-card h2')).toHaveCount(4);
  await page.getByRole('combobox', { name: 'for' }).selectOption({ label: 'Kestrel Flat' });
  await expect(page.locator('.round-card')).toContainText(/Row plum 1 → .*Row plum 4/);
  await page.getByRole('combobox', { name: 'for' }).selectOption({ label: 'the whole yard' });
  await expect(page.locator('eb-work-card h2')).toHaveCount(12);
});

test('a tie recorded on a limb that goes is moved first', async ({ page }) => {
  await page.goto('/tree/harrier');
  await page.locator('[data-tag=d]').click();
  await page.getByText('Something is fixed to it').click();
  await page.getByRole('combobox', { name: 'What' }).selectOption('tie');
  await page.getByRole('button', { name: 'Put on record' }).click();
  await expect(page.getByRole('button', { name: 'Undo' })).toBeEnabled();
  await page.goto('/tree/harrier/card');
  await expect(page.locator('.card-acts li').first()).toContainText('move the tie on it before cutting');
});

test('a tree just planted says how it came, and its limbs are balanced with its roots', async ({ page }) => {
  // The week it was planted, before its first leaf: by the day of the other tests it stands in leaf.
  await page.clock.setFixedTime(new Date('2026-08-12T10:00:00'));
  await page.goto('/tree/tarn-4');
  const account = page.locator('.bench-head .account');
  await expect(account).toContainText('3 shortened');
  await page.goto('/tree/tarn-4/forms');
  await page.getByRole('combobox', { name: 'it came' }).selectOption('pot-grown');
  await expect(page.getByRole('button', { name: 'Undo' })).toBeEnabled();
  await page.goto('/tree/tarn-4');
  await expect(account).not.toContainText('shortened');
});
