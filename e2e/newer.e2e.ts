import { createHash } from 'node:crypto';
import { once } from 'node:events';
import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { createApp } from '../server/app';
import { lacking } from './kept-files';

const BUILT = 'dist/app/browser';

/** Makes another build of a built program: its page says that it is the second. */
function buildAnew(folder: string): void {
  const page = join(folder, 'index.html');
  const html = readFileSync(page, 'utf8').replace('<head>', '<head><meta name="build" content="second">');
  writeFileSync(page, html);
  const manifest = join(folder, 'ngsw.json');
  const kept = JSON.parse(readFileSync(manifest, 'utf8')) as {
    timestamp: number;
    hashTable: Record<string, string>;
  };
  kept.timestamp += 1;
  kept.hashTable['/index.html'] = createHash('sha1').update(html).digest('hex');
  writeFileSync(manifest, JSON.stringify(kept));
}

test('a newer program is not heard of in the middle of a round, and is offered once it is over @deep', async ({
  browser,
}) => {
  const folder = mkdtempSync(join(tmpdir(), 'built-'));
  cpSync(BUILT, folder, { recursive: true });
  const server = createApp(folder).listen(0, '127.0.0.1');
  await once(server, 'listening');
  const { port } = server.address() as AddressInfo;
  const context = await browser.newContext({
    viewport: { width: 390, height: 844 },
    serviceWorkers: 'allow',
  });
  try {
    const page = await context.newPage();
    const second = page.locator('meta[name=build][content=second]');
    const told = page.getByText('A newer Eager Bough is here');
    await page.goto(`http://127.0.0.1:${port}/round?span=may`);
    await page.evaluate(() => navigator.serviceWorker.ready);
    await expect.poll(() => page.evaluate(lacking), { timeout: 60_000 }).toBe(0);
    await page.getByText('All that may be done today').first().click();
    await page.getByRole('button', { name: 'Set out' }).click();
    await expect(page.locator('.what h2')).toBeVisible();

    buildAnew(folder);
    for (let i = 0; i < 2; i++) {
      await page.reload();
      await expect(page.locator('.what h2')).toBeVisible();
      await page.waitForTimeout(8000);
      await expect(second).toHaveCount(0);
      await expect(told).toHaveCount(0);
    }

    await page.getByRole('button', { name: 'End' }).click();
    await expect(told).toBeVisible();
    await page.getByRole('button', { name: 'Take it now' }).click();
    await expect(second).toHaveCount(1);
  } finally {
    await context.close();
    server.close();
    rmSync(folder, { recursive: true });
  }
});
