import { expect, type Locator, type Page } from '@playwright/test';

/** A screen: what it is called, where it is, what shows that it is there, and what is touched first. */
type Screen = readonly [name: string, path: string, there: string, first?: string];

/** Every screen to be looked at. */
const SCREENS: readonly Screen[] = [
  ['yard', '/', '[data-next=work]'],
  ['bench', '/tree/harrier', '.chosen-set'],
  ['bench, reading', '/tree/harrier#read', '.book button'],
  ['bench, the work', '/tree/harrier#work', '.work-lines li'],
  ['whip', '/tree/ember', '.whip-stem .bud'],
  ['form chooser', '/tree/weir/forms', '.form-row li'],
  ['schools', '/tree/weir/schools', '.questions tr'],
  ['figures', '/tree/weir/figures', '.figures li'],
  ['what is due', '/due', '.line'],
  ['year', '/year', '.bar'],
  ['almanac', '/almanac', '.kinds li'],
  ['cut', '/tree/harrier/cut/b', '.cut-clock'],
  ['cut at a collar', '/tree/harrier/cut/j', '.close-up'],
  ['work card', '/tree/harrier/card', '.card-acts li'],
  ['yards', '/yards', '.yards li'],
  ['begin', '/begin', '#yard-called'],
  ['place', '/site/kestrel', '.site-plan'],
  ['about a tree', '/tree/weir/facts', '#tree-name'],
  ['a tree’s book', '/tree/weir/book', '.entries li'],
  ['cards of all', '/cards', '.card-acts li'],
  ['a shoot in hand', '/tree/tarn-1#shoots', '.taps', '.add .btn-ink'],
  ['setting out', '/round', '.way li'],
  ['one act of the round', '/round', '.what h2', '.begin .btn'],
  ['joining devices', '/join', '.sides'],
  ['what to carry', '/kit', '.kit tbody tr'],
  ['stake', '/tree/ember/stake', '.stake-parts li'],
];

/** Where the yard is, in the language made up for tests. */
export const IN_STRANGE_WORDS = '/?language=x-strange';

/** Goes to a place within the open page, as its own links do. */
export const within = (page: Page, path: string): Promise<void> =>
  page.evaluate((to) => {
    history.pushState(null, '', to);
    dispatchEvent(new PopStateEvent('popstate'));
  }, path);

/** Goes to a screen within the open page, and touches what is touched first. */
async function toScreen(page: Page, [, path, there, first]: Screen): Promise<void> {
  await within(page, path);
  if (first !== undefined) await page.locator(first).first().click();
  await page.locator(there).first().waitFor();
}

/**
 * Goes on to the next screen where one is wrong. What is polled so is wrong only if it stays so: a drawing is told of a new size a frame
 * after the page has it.
 */
export const softly = expect.configure({ soft: true, timeout: 5_000 });

/** A desk's screen and a phone's. */
const SIZES = [
  { width: 1280, height: 800 },
  { width: 390, height: 844 },
] as const;

/** Goes to every screen once and looks at it wide and on a phone; none is wider than its page. */
export async function onEveryScreen(
  page: Page,
  look: (at: string, isWide: boolean) => Promise<void>,
): Promise<void> {
  for (const screen of SCREENS) {
    const [name, , there] = screen;
    await page.setViewportSize(SIZES[0]);
    await toScreen(page, screen);
    for (const size of SIZES) {
      await page.setViewportSize(size);
      await expect(page.locator(there).first()).toBeVisible();
      const at = `the ${name} at ${size.width}`;
      await look(at, size === SIZES[0]);
      const wide = (): Promise<number> => page.evaluate(() => document.documentElement.scrollWidth);
      await softly.poll(wide, { message: at }).toBeLessThanOrEqual(size.width);
    }
  }
}

/** How many pieces of wood a small drawing shows: each is an outline of its own, many to a path. */
export async function outlinesIn(drawing: Locator): Promise<number> {
  const paths = await drawing
    .locator('svg path')
    .evaluateAll((all) => all.map((path) => path.getAttribute('d')));
  return paths.join('').split('M').length - 1;
}
