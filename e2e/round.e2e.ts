import { expect, test as plain, type Page } from '@playwright/test';
import { lacking } from './kept-files';
import { saved, TODAY } from './on-a-day';

/** A phone that keeps the program, in a yard without a signal. */
const test = plain.extend({
  context: async ({ browser, baseURL }, use) => {
    const context = await browser.newContext({
      ...{ viewport: { width: 390, height: 844 }, hasTouch: true, serviceWorkers: 'allow' },
      ...(baseURL !== undefined && { baseURL }),
    });
    await use(context);
    await context.close();
  },
  page: async ({ context }, use) => {
    const page = await context.newPage();
    await page.clock.setFixedTime(new Date(TODAY));
    await use(page);
  },
});

const what = (page: Page) => page.locator('.what h2');

test('the whole round is gone without a signal, from a cold start, and goes on after the battery died', async ({
  page,
  context,
}) => {
  await page.goto('/');
  await page.evaluate(() => navigator.serviceWorker.ready);
  await expect.poll(() => page.evaluate(lacking), { timeout: 60_000 }).toBe(0);
  // It can be installed; a browser of a test is a private one, which alone stands against it.
  const session = await context.newCDPSession(page);
  const { installabilityErrors } = await session.send('Page.getInstallabilityErrors');
  expect(installabilityErrors.map(({ errorId }) => errorId)).toEqual(['in-incognito']);
  await context.setOffline(true);
  await page.close();

  let phone = await context.newPage();
  await phone.clock.setFixedTime(new Date(TODAY));
  await phone.goto('/round');
  // Kit first, then the way.
  await expect(phone.getByRole('heading', { name: 'Carry' })).toBeVisible();
  await expect(phone.locator('.way li').first()).toContainText('Gate peach');
  await phone.getByText('All that may be done today').first().click();
  await phone.getByRole('button', { name: 'Set out' }).click();

  // One act, done as planned; what it changed is told.
  await expect(what(phone)).toContainText('take out');
  const first = await what(phone).innerText();
  await phone.locator('.big.done').click();
  await expect(phone.locator('eb-changed-told')).toContainText('Done.');
  await expect(phone.locator('eb-changed-told .changed').first()).toBeVisible();
  await expect(what(phone)).not.toHaveText(first);

  // Another way in two touches, undone again; left, and why; in doubt, left a year; a note; a photograph.
  await phone.getByRole('button', { name: 'Undo' }).last().click();
  await expect(what(phone)).toHaveText(first);
  await phone.getByRole('button', { name: 'otherwise' }).click();
  await phone.locator('eb-step-ways .choices .big').first().click();
  await expect(phone.locator('eb-changed-told')).toContainText('Done.');
  await expect(phone.getByRole('button', { name: 'not done' })).toBeVisible();
  await phone.getByRole('button', { name: 'not done' }).click();
  await phone.getByRole('button', { name: 'no tool for it' }).click();
  await expect(phone.locator('eb-changed-told')).toContainText('Left.');
  await phone.getByRole('button', { name: 'not sure' }).click();
  await expect(phone.locator('eb-step-ways')).toContainText('If unsure, leave it');
  await phone.getByRole('button', { name: 'Leave it a year' }).click();
  await expect(phone.locator('eb-changed-told')).toContainText('Left.');
  await phone.getByRole('button', { name: 'Note', exact: true }).click();
  await phone.getByLabel('Note on this tree').fill('canker on the north side');
  await phone.locator('eb-step-note input[type=file]').setInputFiles('app/public/icon-512.png');
  await expect(phone.locator('eb-step-note')).toContainText('The picture is in this tree’s book.');
  await phone.getByRole('button', { name: 'Keep the note' }).click();
  await saved(phone);
  const stoodAt = await what(phone).innerText();

  // The battery dies; the round goes on where it was.
  await phone.close();
  phone = await context.newPage();
  await phone.clock.setFixedTime(new Date(TODAY));
  await phone.goto('/');
  await phone.getByRole('link', { name: 'Go on with the round: Gate peach' }).click();
  await expect(what(phone)).toHaveText(stoodAt);
  await phone.goto('/tree/harrier/book');
  const entries = phone.locator('.entries li');
  await expect(
    entries.filter({ hasText: 'canker' }).or(phone.locator('.entries textarea')).first(),
  ).toBeVisible();
  await expect(
    phone.locator('.entries [data-kind=left-undone], .entries [data-kind=acts-done]'),
  ).not.toHaveCount(0);
  await expect(phone.locator('.entries [data-kind=photo] img')).toBeVisible();
  await phone.goto('/round');
  await phone.getByRole('button', { name: 'End' }).click();
  await expect(phone.getByRole('button', { name: 'Set out' })).toBeVisible();
});

test('phone and desk are joined by a code after both changed the same tree', async ({ browser, baseURL }) => {
  const open = async (width: number): Promise<Page> => {
    const context = await browser.newContext({
      ...{ viewport: { width, height: 844 }, serviceWorkers: 'block' },
      ...(baseURL !== undefined && { baseURL }),
    });
    const page = await context.newPage();
    await page.clock.setFixedTime(new Date(TODAY));
    return page;
  };
  const wrote = async (page: Page, words: string): Promise<void> => {
    await page.goto('/tree/harrier/book');
    await page.locator('.write textarea').fill(words);
    await page.getByRole('button', { name: 'Write it down' }).click();
    await saved(page);
  };
  const notes = (page: Page) =>
    page
      .locator('.entries textarea')
      .evaluateAll((some) => some.map((one) => (one as HTMLTextAreaElement).value));
  const [desk, phone] = [await open(1280), await open(390)];
  await wrote(desk, 'from the desk');
  await wrote(phone, 'from the phone');
  await desk.goto('/join');
  await desk.getByRole('button', { name: 'Show a code' }).click();
  const code = await desk.locator('.code').innerText();
  await phone.goto('/join');
  await phone.getByLabel('The code the first one shows').fill('aaaaaa');
  await phone.getByRole('button', { name: 'Fetch its book' }).click();
  await expect(phone.locator('.says')).toContainText('Nothing waits under this code');
  await phone.getByLabel('The code the first one shows').fill(code.toLowerCase());
  await phone.getByRole('button', { name: 'Fetch its book' }).click();
  await expect(phone.locator('.examined')).toContainText('one new entry');
  await phone.locator('.examined .btn-ink').click();
  await expect(phone.locator('.says')).toContainText('look there');
  await expect(desk.locator('.examined')).toContainText('one new entry');
  await desk.locator('.examined .btn-ink').click();
  await expect(desk.locator('.says')).toContainText('It is in the book.');
  for (const page of [desk, phone]) {
    await page.goto('/tree/harrier/book');
    await expect.poll(() => notes(page)).toEqual(expect.arrayContaining(['from the desk', 'from the phone']));
  }
});
