import { expect, test } from './on-a-day';
import { SCREENS } from './screens';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';

const AXE = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

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
        const axe = (
          window as unknown as { axe: { run(options: object): Promise<{ violations: Violation[] }> } }
        ).axe;
        const { violations } = await axe.run({ resultTypes: ['violations'] });
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
