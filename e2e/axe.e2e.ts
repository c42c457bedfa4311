import { expect, test } from './on-a-day';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';

const AXE = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

const SCREENS = [
  ['yard', '/', '[data-next=work]'],
  ['bench', '/tree/harrier', '.chosen-set'],
  ['whip', '/tree/ember', '.whip-stem .bud'],
  ['form chooser', '/tree/weir/forms', '.form-row li'],
  ['schools', '/tree/weir/schools', '.questions tr'],
  ['figures', '/tree/weir/figures', '.figures li'],
  ['almanac', '/almanac', '.kinds li'],
  ['cut', '/tree/harrier/cut/b', '.cut-clock'],
  ['cut at a collar', '/tree/harrier/cut/j', '.close-up'],
  ['work card', '/tree/harrier/card', '.card-acts li'],
] as const;

for (const [width, height] of [
  [1280, 800],
  [390, 844],
] as const) {
  test(`axe finds nothing serious on any screen at ${width} by ${height}`, async ({ page }) => {
    await page.setViewportSize({ width, height });
    for (const [name, path, there] of SCREENS) {
      await page.goto(path);
      await expect(page.locator(there).first()).toBeVisible();
      await page.evaluate(AXE);
      const found = await page.evaluate(async () => {
        const axe = (window as unknown as { axe: { run(): Promise<{ violations: Violation[] }> } }).axe;
        const { violations } = await axe.run();
        return violations
          .filter(({ impact }) => impact === 'serious' || impact === 'critical')
          .map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html.slice(0, 120)).join(' | ')}`);
      });
      expect.soft(found, `the ${name}`).toEqual([]);
      const wide = await page.evaluate(() => document.documentElement.scrollWidth);
      expect.soft(wide, `the ${name}`).toBeLessThanOrEqual(width);
    }
  });
}

interface Violation {
  id: string;
  impact: string;
  nodes: { html: string }[];
}
