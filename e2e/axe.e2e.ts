import { isDeep } from '../core/testing/deep';
import { expect, test } from './on-a-day';
import { onEveryScreen } from './screens';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';

const AXE = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

test('axe finds nothing serious on any screen, wide or on a phone', async ({ page }) => {
  // A colour half way from one to another is not what anybody reads.
  await page.emulateMedia({ reducedMotion: 'reduce' });
  await page.goto('/');
  await page.evaluate(AXE);
  await onEveryScreen(page, async (at, isWide) => {
    // Colours are the same at any size, and looking at them takes most of the time.
    const rules = { 'color-contrast': { enabled: isDeep || isWide } };
    const found = await page.evaluate(async (chosen) => {
      const axe = (
        window as unknown as { axe: { run(options: object): Promise<{ violations: Violation[] }> } }
      ).axe;
      const { violations } = await axe.run({ resultTypes: ['violations'], rules: chosen });
      return violations
        .filter(({ impact }) => impact === 'serious' || impact === 'critical')
        .map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html.slice(0, 120)).join(' | ')}`);
    }, rules);
    expect.soft(found, at).toEqual([]);
  });
});

interface Violation {
  id: string;
  impact: string;
  nodes: { html: string }[];
}
