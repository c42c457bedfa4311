import { readFileSync } from 'node:fs';
import { whereTold } from '../app/src/app/words/where-told';
import { formsFor, judge, readBook, readYardFile, treeState, type Ground } from '../core';
import { isDeep } from '../core/testing/deep';
import { expect, test, type Page } from './on-a-day';
import { IN_STRANGE_WORDS, onEveryScreen, softly, within } from './screens';

/** A tree of more stems than this is looked at in every form only where all is run in full: it takes seconds. */
const MANY_STEMS = 12;

const DEMO = readFileSync(new URL('../demo/two-hillsides.json', import.meta.url), 'utf8');

/** What the demo yard's grower wrote: names of yard, sites and trees, tags, and readings as they were typed; the longest first. */
const OWN_WORDS = [...DEMO.matchAll(/"(?:name|variety|tag|typed|why)": "([^"]{2,})"/g)]
  .map(([, word]) => word ?? '')
  .sort((a, b) => b.length - a.length);

/** Words of the page that no catalogue told: letters outside marked brackets, but for what the grower wrote. */
const untold = (page: Page): Promise<string[]> =>
  page.evaluate((names) => {
    const outside = (text: string): string => {
      let [depth, out] = [0, ''];
      for (const sign of text) {
        if (sign === '⟦') depth++;
        else if (sign === '⟧') depth--;
        else if (depth === 0) out += sign;
      }
      return out;
    };
    // Keys to be pressed are told as they are.
    const own = 'kbd';
    const byOthers = (text: string): string => names.reduce((left, name) => left.split(name).join(''), text);
    const found: string[] = [];
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    for (let node = walker.nextNode(); node; node = walker.nextNode()) {
      const holder = node.parentElement;
      if (!holder || holder.closest(`script, style, ${own}`)) continue;
      const words = byOthers(outside(node.textContent ?? '')).trim();
      if (/[A-Za-z]{2,}/.test(words))
        found.push(`${holder.tagName} ${holder.className}: ${words.slice(0, 80)}`);
    }
    for (const name of ['aria-label', 'title', 'placeholder'])
      for (const element of document.querySelectorAll(`[${name}]`)) {
        const words = byOthers(outside(element.getAttribute(name) ?? ''));
        if (/[A-Za-z]{3,}/.test(words) && !element.closest(own)) found.push(`${name}: ${words.slice(0, 80)}`);
      }
    return [...new Set(found)];
  }, OWN_WORDS);

/** Words cut off: text wider or higher than what holds it, where that hides the rest. */
const cutOff = (page: Page): Promise<string[]> =>
  page.evaluate(() =>
    [...document.querySelectorAll<HTMLElement>('main *, .masthead *')].flatMap((element) => {
      const { overflowX, overflowY, textOverflow } = getComputedStyle(element);
      const hides = (how: string): boolean => how === 'hidden' || how === 'clip';
      const isWide =
        element.scrollWidth > element.clientWidth + 1 && (hides(overflowX) || textOverflow === 'ellipsis');
      const isHigh = element.scrollHeight > element.clientHeight + 1 && hides(overflowY);
      const isOwn = element.closest('.visually-hidden, svg, .elevation-host') !== null;
      const words = element.textContent?.trim() ?? '';
      return (isWide || isHigh) && !isOwn && words !== ''
        ? [`${element.className}: ${words.slice(0, 60)}`]
        : [];
    }),
  );

test('no screen says anything outside the catalogue, and each has room for longer words, wide or on a phone', async ({
  page,
}) => {
  await page.goto(IN_STRANGE_WORDS);
  await onEveryScreen(page, async (at) => {
    await softly.poll(() => untold(page), { message: at }).toEqual([]);
    await softly.poll(() => cutOff(page), { message: at }).toEqual([]);
  });
});

test('every link behind a sentence of the demo trees leads to a place that is there', async ({ page }) => {
  const file = readYardFile(DEMO);
  if (file.kind !== 'good') throw new Error('the demo yard is not a good file');
  const read = readBook(file.file);
  const wanted = new Map<string, Set<string>>();
  const links = (grounds: readonly Ground[], treeId: string, kindId: string): void => {
    for (const ground of grounds) {
      const at = whereTold(ground, treeId, kindId);
      if (!at) continue;
      const path = at.commands.join('/').replace(/^\/\//, '/');
      wanted.set(path, (wanted.get(path) ?? new Set()).add(at.fragment));
    }
  };
  for (const { record } of read.trees) {
    const state = treeState(read, record.id, { today: '2026-11-25' });
    const judged = state && judge(state, { withPrices: false });
    if (!state || !judged) continue;
    const reasons =
      judged.kind === 'judged'
        ? [
            ...Object.values(judged.verdicts).flatMap((verdict) => verdict.reasons),
            ...judged.plan.acts.map(({ reason }) => reason),
            ...judged.plan.notes,
          ]
        : judged.kind === 'whip'
          ? judged.whip.reasons
          : [];
    const isLooked = isDeep || state.tree.stems.length < MANY_STEMS;
    const forms = isLooked ? formsFor(state).flatMap((suited) => suited.reasons) : [];
    for (const { grounds = [] } of [...reasons, ...forms]) links(grounds, record.id, record.kind);
  }
  expect([...wanted.values()].reduce((sum, { size }) => sum + size, 0)).toBeGreaterThan(150);
  await page.goto('/');
  for (const [path, fragments] of wanted) {
    if (!path.endsWith('/figures') && !path.endsWith('/schools') && path !== '/almanac') continue;
    await within(page, path);
    const missing = (): Promise<string[]> =>
      page.evaluate((ids) => ids.filter((id) => document.getElementById(id) === null), [...fragments]);
    await expect.poll(missing, { message: path }).toEqual([]);
  }
});

test('a link to a reading takes the limb in hand', async ({ page }) => {
  await page.goto('/tree/harrier#limb-c');
  await expect(page.locator('.big-tag')).toHaveText('C');
});
