import { isDeep } from '../core/testing/deep';
import { expect, test } from './on-a-day';
import { SCREENS, toScreen } from './screens';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';

const AXE = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

const SIZES = [
  { width: 1280, height: 800 },
  { width: 390, height: 844 },
];

test('axe finds nothing serious on any screen, wide or on a phone', async ({ page }) => {
  // A colour half way from one to another is not what anybody reads.
  await page.emulateMedia({ reducedMotion: 'reduce' });
  await page.goto('/');
  await page.evaluate(AXE);
  for (const screen of SCREENS) {
    const [name, , there] = screen;
    await page.setViewportSize(SIZES[0] as (typeof SIZES)[number]);
    await toScreen(page, screen);
    for (const size of SIZES) {
      await page.setViewportSize(size);
      await expect(page.locator(there).first()).toBeVisible();
      // Colours are the same at any size, and looking at them takes most of the time.
      const rules = { 'color-contrast': { enabled: isDeep || size === SIZES[0] } };
      const found = await page.evaluate(async (chosen) => {
        const axe = (
          window as unknown as { axe: { run(options: object): Promise<{ violations: Violation[] }> } }
        ).axe;
        const { violations } = await axe.run({ resultTypes: ['violations'], rules: chosen });
        return violations
          .filter(({ impact }) => impact === 'serious' || impact === 'critical')
          .map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html.slice(0, 120)).join(' | ')}`);
      }, rules);
      expect.soft(found, `the ${name} at ${size.width}`).toEqual([]);
      const wide = await page.evaluate(() => document.documentElement.scrollWidth);
      expect.soft(wide, `the ${name} at ${size.width}`).toBeLessThanOrEqual(size.width);
    }
  }
});

interface Violation {
  id: string;
  impact: string;
  nodes: { html: string }[];
}
