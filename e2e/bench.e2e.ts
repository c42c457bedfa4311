import { type Page, expect, goTo, saved, test } from './on-a-day';
import { outlinesIn } from './screens';

const cell = (page: Page, row: string, field: string) =>
  page.locator(`[data-row="${row}"] [data-field="${field}"]`);
const verdict = (page: Page, row: string) => page.locator(`[data-row="${row}"] .verdict`);

async function openTree(page: Page, id: string): Promise<void> {
  await page.goto(`/tree/${id}`);
  await expect(page.locator('.elevation .tag').first()).toBeVisible();
  await goTo(page, 'read');
}

test('the yard shows every tree drawn, what it is, its form and the next thing to do', async ({ page }) => {
  await page.goto('/');
  await expect(page.locator('.standing-tree')).toHaveCount(13);
  await expect(page.locator('.first-thing')).toContainText('Gate peach: take out');
  const peach = page.locator('[data-tree=harrier]');
  await expect(peach).toContainText('peach ‘Late Harrier’');
  await expect(peach).toContainText('open vase');
  expect(await outlinesIn(peach)).toBeGreaterThan(20);
  await expect(page.locator('[data-tree=ember]')).toContainText('choose 4 buds');
  await peach.click();
  await expect(page).toHaveURL(/tree\/harrier/);
});

test('a limb in hand says what becomes of it, with numbers, and may be overruled and undone', async ({
  page,
}) => {
  await openTree(page, 'harrier');
  await page.locator('[data-tag=d]').click();
  const hand = page.locator('.hand');
  await expect(hand.locator('.decision')).toHaveText('goes');
  await expect(hand).toContainText('It stands in the room of O, 32 cm from it on the same side: one stays.');
  await hand.getByRole('button', { name: 'Keep it' }).click();
  await expect(hand.locator('.decision')).toHaveText(/^(stays|left)/);
  await expect(hand).toContainText('Your keeping it costs: ');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(hand.locator('.decision')).toHaveText('goes');
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(hand.locator('.decision')).toHaveText(/^(stays|left)/);
  await saved(page);
  await page.reload();
  await goTo(page, 'read');
  await expect(verdict(page, 'd')).toHaveText(/^(stays|left)/);
});

test('what is seen of a limb, bark in its join or a cut end, is written down and weighed', async ({
  page,
}) => {
  await openTree(page, 'harrier');
  await expect(verdict(page, 'b')).toHaveText('stays');
  await page.locator('[data-tag=b]').click();
  await page.getByLabel('bark trapped in the join').check();
  await expect(verdict(page, 'b')).toHaveText('goes');
  await expect(page.locator('.hand')).toContainText('Bark is trapped in its join');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(verdict(page, 'b')).toHaveText('stays');
  await page.getByText('what it bears, ends in, grew').click();
  const living = page.getByLabel('living wood to');
  await expect(living).toHaveValue('');
  await expect(page.getByLabel('its end points to')).toHaveValue('');
  await living.fill('60 cm');
  await living.press('Tab');
  await expect(page.locator('.hand')).toContainText('Its end died back');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(living).toHaveValue('');
  await page.locator('[data-tag=trunk]').click();
  await expect(page.getByLabel('its end was cut')).toBeChecked();
});

test('walking round moves the drawing and drops no limb and no tag', async ({ page }) => {
  await openTree(page, 'harrier');
  const tags = page.locator('.elevation .tag');
  const count = await tags.count();
  const place = () => page.locator('[data-tag=e] .label').getAttribute('transform');
  const before = await place();
  const box = await page.locator('.elevation-host').boundingBox();
  if (!box) throw new Error('no drawing');
  await page.mouse.move(box.x + 60, box.y + 60);
  await page.mouse.down();
  await page.mouse.move(box.x + 260, box.y + 60, { steps: 8 });
  await page.mouse.up();
  expect(await place()).not.toBe(before);
  await expect(page.locator('.standing-words')).not.toHaveText('seen from the S');
  await page.locator('.elevation-host').focus();
  for (let i = 0; i < 36; i++) await page.keyboard.press('ArrowRight');
  expect(await tags.count()).toBe(count);
});

test('a reading worth taking again is one touch away', async ({ page }) => {
  await page.goto('/tree/tarn-2');
  // What was read is to be decided: the readings leave their room to that.
  await expect(page.locator('.chosen-set')).toBeVisible();
  await expect(page.locator('.readings')).toBeHidden();
  await page.locator('eb-measure-first button').first().click();
  await expect(page.locator('.readings [data-field]:focus')).toBeVisible();
});

test('reading, deciding and the work each have their room', async ({ page }) => {
  await page.goto('/tree/weir');
  await goTo(page, 'work');
  const lines = page.locator('.work-lines li');
  await expect(lines).toHaveCount(1);
  await expect(lines.locator('.number')).toHaveText(['1']);
  await lines.first().getByRole('button').click();
  await expect(lines.first()).toHaveClass(/in-hand/);
  await expect(page.locator('.stem.in-hand')).toHaveCount(1);
});

/** How far apart the ticks of the height rule are, 10 cm, px. */
async function apart(page: Page): Promise<number> {
  const ticks = page.locator('.elevation .height-rule:not(.sides) > g:not(.across)');
  await ticks.nth(1).waitFor({ state: 'attached' });
  const [low = NaN, high = NaN] = await ticks.evaluateAll((all) =>
    all.slice(0, 2).map((tick) => Number(/,(-?[\d.]+)/.exec(tick.getAttribute('transform') ?? '')?.[1])),
  );
  return low - high;
}

test('one goes near by the wheel and by keys, moves what is seen, and is back with one key', async ({
  page,
}) => {
  await openTree(page, 'harrier');
  // What is told above the sheet sets how much room it has.
  await expect(page.locator('.account')).toContainText('of the wood');
  const whole = await apart(page);
  const sheet = page.locator('.elevation-host');
  await sheet.hover({ position: { x: 310, y: 250 } });
  await page.mouse.wheel(0, -300);
  await expect.poll(() => apart(page)).toBeGreaterThan(whole * 1.3);
  await sheet.press('0');
  await expect.poll(() => apart(page)).toBeCloseTo(whole, 0);

  await sheet.press('+');
  await expect.poll(() => apart(page)).toBeCloseTo(whole * 1.4, 1);
  const standing = await page.locator('.standing-words').textContent();
  const tag = page.locator('[data-tag=e] .label');
  const before = await tag.boundingBox();
  await page.keyboard.press('Shift+ArrowLeft');
  await expect
    .poll(async () => Math.round((await tag.boundingBox())?.x ?? 0))
    .toBe(Math.round((before?.x ?? 0) + 50));
  // The sheet moves; where one stands does not.
  await expect(page.locator('.standing-words')).toHaveText(standing ?? '');
  await page.getByRole('button', { name: /whole tree/ }).click();
  await expect.poll(() => apart(page)).toBeCloseTo(whole, 0);
  await expect(page.getByRole('button', { name: /whole tree/ })).toBeHidden();
});

test.describe('with fingers', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });

  test('two go near and one still walks round', async ({ page }) => {
    await openTree(page, 'harrier');
    const box = await page.locator('.elevation-host').boundingBox();
    if (!box) throw new Error('no drawing');
    const cdp = await page.context().newCDPSession(page);
    const touch = (type: string, ...xs: number[]) =>
      cdp.send('Input.dispatchTouchEvent', {
        type: type as 'touchStart',
        touchPoints: xs.map((x, id) => ({ x: box.x + x, y: box.y + 200, id })),
      });
    const from = await page.locator('.standing-words').textContent();
    const before = await apart(page);
    await touch('touchStart', 150);
    await touch('touchStart', 150, 230);
    for (let by = 10; by <= 80; by += 10) await touch('touchMove', 150 - by, 230 + by);
    await touch('touchEnd');
    await expect(page.getByRole('button', { name: /whole tree/ })).toBeVisible();
    await expect.poll(() => apart(page)).toBeGreaterThan(before * 1.5);
    await expect(page.locator('.standing-words')).toHaveText(from ?? '');

    await touch('touchStart', 100);
    for (let x = 110; x <= 260; x += 15) await touch('touchMove', x);
    await touch('touchEnd');
    await expect(page.locator('.standing-words')).not.toHaveText(from ?? '');
  });
});

test('after the work is the tree as the acts leave it, and can be written down', async ({ page }) => {
  await openTree(page, 'harrier');
  const stems = page.locator('.elevation .stem');
  const before = await stems.count();
  await page.getByText('after the work', { exact: true }).click();
  await expect.poll(() => stems.count()).toBeLessThan(before - 10);
  const after = await stems.count();
  await goTo(page, 'work');
  await page.getByRole('button', { name: 'Write it down as done' }).click();
  await expect(page.locator('.past')).toContainText('18 cuts and ties');
  await expect.poll(() => stems.count()).toBe(after);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => stems.count()).toBe(before);
});

const TWELVE = [
  ['50', '10', '48', '90', '14'],
  ['52', '12', '50', '80', '12'],
  ['58', '100', '50', '92', '14'],
  ['63', '190', '25', '95', '15'],
  ['66', '185', '52', '88', '13'],
  ['40', '280', '50', '60', '9'],
  ['74', '280', '47', '94', '14'],
  ['79', '330', '46', '40', 'straw'],
  ['84', '55', '12', '110', '33'],
  ['88', '145', '62', '50', '8'],
  ['92', '230', '44', '70', '11'],
  ['95', '300', '70', '55', '9'],
];

// Twelve limbs by keyboard, at a human pace, are read by every run elsewhere.
test(
  'a tree of twelve limbs is planted and measured with the keyboard alone, and judged',
  {
    tag: '@deep',
  },
  async ({ page }) => {
    await page.goto('/');
    await page
      .getByRole('button', { name: /plant a tree here/ })
      .first()
      .focus();
    await page.keyboard.press('Enter');
    await page.getByLabel('Called').focus();
    await page.keyboard.type('Keyboard plum');
    await page.getByLabel('Kind').focus();
    await page.keyboard.type('European plum');
    await expect(page.getByLabel('Kind')).toHaveValue('european-plum');
    await page.getByLabel('Called').focus();
    await page.keyboard.press('Enter');
    await expect(page.locator('.account')).toContainText('Begin with the trunk');

    await cell(page, 'trunk', 'bearing').focus();
    for (const text of ['0', '1', '98', '42']) {
      await page.keyboard.type(text);
      await page.keyboard.press('Enter');
    }
    for (const limb of TWELVE) {
      for (const text of limb) {
        await expect(page.locator('.readings input:focus')).toHaveValue('');
        await page.keyboard.type(text);
        await page.keyboard.press('Enter');
      }
    }
    await page.keyboard.press('Control+Enter');
    await saved(page);

    const words = new Map<string, string>();
    await expect(page.locator('.readings tbody tr')).toHaveCount(14);
    await expect.poll(() => page.locator('.verdict[data-verdict=scaffold]').count()).toBeGreaterThan(2);
    for (const row of await page.locator('.readings tbody tr').all()) {
      const tag = await row.locator('[data-field=tag]').inputValue();
      words.set(tag, (await row.locator('.verdict').textContent()) ?? '');
    }
    // D: crotch 25. F: starts at 40 cm. I: crotch 12. All three are barred; A or B, C, E and G stand round the tree.
    for (const tag of ['D', 'F', 'I']) expect(words.get(tag), tag).toBe('goes');
    for (const tag of ['C', 'E', 'G']) expect(words.get(tag), tag).toBe('stays');
    expect([words.get('A'), words.get('B')].sort()).toEqual(['goes', 'stays']);
  },
);

test('a bearing may be pointed at on the plan, an angle dragged on the limb seen side-on', async ({
  page,
}) => {
  await openTree(page, 'harrier');
  await cell(page, 'o', 'bearing').focus();
  const plan = await page.locator('.plan-host').boundingBox();
  if (!plan) throw new Error('no plan');
  await page.mouse.click(plan.x + plan.width / 2, plan.y + plan.height * 0.8);
  await expect(cell(page, 'o', 'bearing')).toHaveValue('180');

  await cell(page, 'o', 'angle').focus();
  await expect(page.locator('.standing-words')).toHaveText('seen from the W');
  const handle = await page.locator('.angle-handle').boundingBox();
  if (!handle) throw new Error('no handle');
  await page.mouse.move(handle.x + 22, handle.y + 22);
  await page.mouse.down();
  await page.mouse.move(handle.x + 62, handle.y + 120, { steps: 4 });
  await page.mouse.up();
  const typed = Number(await cell(page, 'o', 'angle').inputValue());
  expect(typed).toBeGreaterThan(55);
  await page.getByRole('button', { name: 'Throw away' }).click();
  await expect(cell(page, 'o', 'angle')).toHaveValue('46');
});

test('a reading that cannot be read says so, keeps what was typed, and does not enter the visit', async ({
  page,
}) => {
  await openTree(page, 'finch');
  await cell(page, 'b', 'length').fill('quite long');
  await expect(page.locator('.cell-trouble')).toContainText('“quite long” is not a length');
  await page.getByRole('button', { name: 'Enter this visit' }).click();
  await expect(cell(page, 'b', 'length')).toBeFocused();
  await expect(cell(page, 'b', 'length')).toHaveValue('quite long');
});

test('inches are typed and shown in inches, and stay as typed', async ({ page }) => {
  await openTree(page, 'finch');
  await page.getByLabel('Units').selectOption('imperial');
  await cell(page, 'b', 'origin').fill('9 in');
  await page.getByRole('button', { name: 'Enter this visit' }).click();
  await expect(verdict(page, 'b')).toHaveText('goes');
  await page.locator('[data-tag=b]').click();
  await expect(page.locator('.five')).toContainText('9 in');
  await expect(page.locator('.hand')).toContainText('first limbs start at 19.7 in');
});

test('another form is chosen, and the plan with it, until it is undone', async ({ page }) => {
  await openTree(page, 'weir');
  await page.getByRole('button', { name: /toward/ }).click();
  await page.locator('[data-form=slim-column]').click();
  await expect(page.locator('.account')).toContainText('cap 85 %');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.locator('.account')).toContainText('cap 60 %');
});
