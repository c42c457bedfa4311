import { readFileSync } from 'node:fs';
import { type Page, expect, goTo, saved, test } from './on-a-day';
import { outlinesIn } from './screens';

const hand = (page: Page) => page.locator('.hand');

async function openTree(page: Page, id: string): Promise<void> {
  await page.goto(`/tree/${id}`);
  await expect(page.locator('.elevation .tag').first()).toBeVisible();
  await goTo(page, 'read');
}

test('a runner-up is tried on, drawn, and kept: its limbs are pinned', async ({ page }) => {
  await openTree(page, 'harrier');
  const other = page.locator('.runners li').first();
  const chosen = await page.locator('.chosen-set').textContent();
  const [gains] = /gains (\w+)/.exec((await other.locator('.change').textContent()) ?? '')?.slice(1) ?? [];
  expect(gains).toBeTruthy();
  const label = new RegExp(`^Limb ${gains}(,|$)`);
  const tag = page.locator('.elevation').getByRole('button', { name: label });
  await expect(tag).not.toHaveAttribute('aria-label', `Limb ${gains}, stays`);
  await other.locator('.try-on').click();
  await expect(tag).toHaveAttribute('aria-label', `Limb ${gains}, stays`);
  await page.getByRole('button', { name: 'Keep this set' }).click();
  await expect(page.locator('.chosen-set')).not.toHaveText(chosen ?? '');
  await expect(page.locator('.chosen-set')).toContainText(gains ?? '');
  await saved(page);
});

test('a limb that goes says how sure that is, and what would keep it', async ({ page }) => {
  await openTree(page, 'tarn-2');
  await page.locator('[data-tag=c]').click();
  await expect(hand(page).locator('.doubt')).toContainText(/^(Clear|Close)/);
  await expect(hand(page).locator('.to-keep')).toContainText(/it would be kept|would keep it/);
});

test('a limb in doubt is left for a year: dated, not cut, and judged again when the word is taken back', async ({
  page,
}) => {
  await openTree(page, 'harrier');
  const id = 'd';
  await page.locator(`[data-tag=${id}]`).click();
  await hand(page).getByRole('button', { name: 'Leave it a year' }).click();
  await expect(hand(page).locator('.decision')).toHaveText('stays a while');
  await expect(hand(page)).toContainText('You leave it a year: it is judged again next winter.');
  await expect(page.locator('.mark.stay')).toHaveCount(1);
  await hand(page).getByRole('button', { name: 'Let the program decide' }).click();
  await expect(hand(page).locator('.decision')).toHaveText('goes');
});

test('the figure behind a reason is one touch away, is set within bounds, and is reset', async ({ page }) => {
  await openTree(page, 'harrier');
  await page.locator('[data-tag=c]').click();
  await expect(hand(page)).toContainText('Its join is sharp, 28°');
  await hand(page).getByRole('link', { name: 'The figure behind: Its join is sharp, 28°' }).click();
  const figure = page.locator('.figures li.pointed');
  await expect(figure).toContainText('working value');
  await figure.getByRole('textbox').fill('900');
  await figure.getByRole('textbox').press('Enter');
  await expect(figure.getByRole('alert')).toHaveText('It must be 0 to 200.');
  await figure.getByRole('textbox').fill('0');
  await figure.getByRole('textbox').press('Enter');
  await expect(figure).toContainText('set for this tree by you');
  await page.getByRole('link', { name: 'Gate peach' }).click();
  await page.locator('[data-tag=c]').click();
  await expect(hand(page)).not.toContainText('Its join is sharp, 28°');
  await page.goBack();
  await page.getByRole('button', { name: 'reset' }).click();
  await expect(page.locator('.figures li.own')).toHaveCount(0);
});

test('forms are compared on this very tree, and room and a failed leader change their order', async ({
  page,
}) => {
  await page.goto('/tree/lantern/forms');
  const rows = page.locator('.form-row li[data-form]');
  await expect(rows).toHaveCount(9);
  await expect(rows.first()).toContainText('as it is trained now');
  for (let i = 0; i < 2; i++) await page.getByRole('button', { name: /leader was overtaken again/ }).click();
  await expect(rows.first()).not.toContainText('central leader');
  await expect(page.locator('li[data-form=central-leader]')).toContainText('will not make a leader: 2 times');
  await page.locator('li[data-form=open-vase]').getByRole('button', { name: 'Train it toward this' }).click();
  await expect(page.locator('li[data-form=open-vase]')).toContainText('as it is trained now');
});

test('two schools stand side by side; one is chosen, and an answer is changed and reset', async ({
  page,
}) => {
  await page.goto('/tree/weir/schools');
  const [left, right] = [
    page.locator('.two-schools section').nth(0),
    page.locator('.two-schools section').nth(1),
  ];
  await expect(left).toContainText('This tree is trained this way.');
  await expect(right).toContainText('of the wood');
  await right.locator('select').selectOption('frame-first');
  await expect(right).toContainText('A strong frame before a crop');
  await page.getByLabel('Are wounds covered? frame first').selectOption('open');
  await right.getByRole('button', { name: 'Reset its answers' }).click();
  await expect(page.getByLabel('Are wounds covered? frame first')).toHaveValue('paste');
  await right.getByRole('button', { name: 'Train it this way' }).click();
  await page.getByRole('link', { name: 'Shed apricot' }).click();
  await expect(page.locator('.bench-ways')).toContainText('frame first');
  await expect(hand(page)).toContainText('In which order is a tree worked? from the top down.');
});

test('a whip shows its buds; a facing that was seen turns the plan, and a blind bud is passed over', async ({
  page,
}) => {
  await page.goto('/tree/ember');
  const chosen = page.locator('.bud[data-role=chosen]');
  await expect(chosen).toHaveCount(4);
  await expect(hand(page)).toContainText('No bud’s facing was seen yet');
  const bud = await chosen.first().getAttribute('data-bud');
  await chosen.first().click();
  await page.getByLabel(`bud ${bud} faces`).fill('NE');
  await page.getByLabel(`bud ${bud} faces`).press('Enter');
  await expect(hand(page)).not.toContainText('No bud’s facing was seen yet');
  await expect(page.locator(`.bud[data-bud="${bud}"]`)).toHaveAttribute('aria-label', /facing NE 45°/);
  await page.getByLabel(`bud ${bud} is missing or blind`).check();
  await expect(page.locator(`.bud[data-bud="${bud}"]`)).not.toHaveAttribute('data-role', 'chosen');
  await saved(page);
});

test('the almanac tells kinds, forms, schools, rules and words, drawn by the program itself', async ({
  page,
}) => {
  await page.goto('/almanac');
  await expect(page.locator('[id^=kind-]')).toHaveCount(20);
  await expect(page.locator('[id^=form-]')).toHaveCount(9);
  await expect(page.locator('#kind-peach')).toContainText('last season’s shoots');
  await expect(page.locator('#rule-narrow-crotch')).toContainText('30°');
  expect(await outlinesIn(page.locator('#form-fan'))).toBeGreaterThan(8);
});

test('a limb in hand is tried at an angle: how far is safe, what holds it, what it asks of the wood', async ({
  page,
}) => {
  await openTree(page, 'finch');
  await page.locator('[data-tag=i]').click();
  const bend = hand(page).locator('.bend-try');
  await bend.locator('summary').click();
  await expect(bend).toContainText('As it lies');
  const angle = bend.getByRole('slider');
  const tried = async (to: number): Promise<void> => {
    await angle.fill(String(to));
    await expect(bend).toContainText(`Try it at ${to}° from upright`);
  };
  await tried(80);
  await expect(bend).toContainText('Safe in one go');
  await expect(bend).toContainText(/off about .* 2027/);
  const thickest = () => bend.locator('.asked[data-grade="3"]').count();
  expect(await thickest()).toBe(0);
  await tried(130);
  await expect(bend).toContainText(/In stages|It would crack|A risk|Wait until/);
  await angle.press('ArrowLeft');
  await expect(bend).toContainText('Try it at 129° from upright');
});

test('a planned bend says on its card where it is tied, how it pulls and when it comes off', async ({
  page,
}) => {
  await page.goto('/tree/quill/card');
  const bend = page.locator('.card-acts [data-act=bend]').first();
  await expect(bend).toContainText(/bend from 46° to 85°, tied \d+ cm out on the wire/);
  await expect(bend).toContainText(/Pull like .* kg; loop .* mm wide; look from .*, off about .* 2027/);
});

test('a limb is drawn down by its end on the tree, which follows and then resists', async ({ page }) => {
  await openTree(page, 'finch');
  await page.locator('[data-tag=i]').click();
  await hand(page).locator('.bend-try summary').click();
  const end = page.getByRole('button', { name: 'Draw the limb to where it should lie' });
  const box = await end.boundingBox();
  if (!box) throw new Error('the end of the limb is nowhere');
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 12, y + 40, { steps: 6 });
  await page.mouse.up();
  await expect(page.locator('.bend-words')).toContainText(/\d+°.*; safe in one go to \d+°/);
  const tip = await end.boundingBox();
  expect(tip?.y).toBeGreaterThan(box.y + 10);
  await end.focus();
  for (let i = 0; i < 40; i++) await page.keyboard.press('ArrowDown');
  await expect(page.locator('.bend-words')).toContainText('it resists');
  await expect(hand(page).locator('.bend-try')).toContainText(/In stages|It would crack|A risk|Wait until/);
});

test('a tree that needs a stake says why, how it is set and until when; staked, it is on record with its days', async ({
  page,
}) => {
  await page.goto('/tree/ember/stake');
  await expect(page.locator('h2').first()).toHaveText('Its roots do not hold it in a gust yet.');
  await expect(page.locator('.to-do')).toContainText(
    /drive a stake of 90 cm SW of the stem, 30 cm of it in the ground/,
  );
  await expect(page.locator('.caution').first()).toContainText('pipes and cables');
  await page.getByRole('button', { name: 'It is staked so' }).click();
  await expect(page.locator('.days')).toContainText(/on since .*look at it .*off about/);
  await page.getByRole('button', { name: 'Taken off' }).click();
  await expect(page.locator('.stake-page')).toContainText('Nothing is on record.');
});

test('what a yard carries is one table, saved as it stands', async ({ page }) => {
  await page.goto('/kit');
  await expect(page.locator('.kit')).toContainText(/soft broad ties/);
  await expect(page.locator('.kit')).toContainText(/stakes90 cm, 40 mm thick1/);
  const saving = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as a table' }).click();
  const path = await (await saving).path();
  const [head, ...rows] = readFileSync(path, 'utf8').split('\n');
  expect(head).toBe('Thing,Size,How many');
  expect(rows).toHaveLength(await page.locator('.kit tbody tr').count());
});

test('a tie that is due says so on the tree and in the hand; let go, it is gone and in the book', async ({
  page,
}) => {
  await openTree(page, 'pell');
  await expect(page.locator('.mark.fixed.due')).toHaveCount(3);
  await page.locator('[data-tag=a]').click();
  const things = hand(page).locator('.things');
  await expect(things).toContainText('has done its work since 23 September 2026');
  await things.getByRole('button', { name: 'Let go and see' }).click();
  await things.getByLabel('It now lies at').fill('92');
  await things.getByLabel('It now lies at').blur();
  await things.getByRole('button', { name: 'Leave it off' }).click();
  await expect(things.locator('.thing')).toHaveCount(0);
  await expect(page.locator('.mark.fixed.due')).toHaveCount(2);
  await page.goto('/tree/pell/book');
  await expect(page.locator('.entries')).toContainText('tie let go: came back 6°');
});
