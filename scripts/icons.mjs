// Draws the icons of the installed application from its sign, app/public/icon.svg: `node scripts/icons.mjs` after the sign has changed.
import { chromium } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './ground.mjs';

const folder = join(root, 'app', 'public');
const sign = readFileSync(join(folder, 'icon.svg'), 'utf8');
/** Where a system cuts an icon to its own shape, what matters lies within four fifths of it. */
const ICONS = [
  { name: 'icon-192.png', px: 192, share: 1 },
  { name: 'icon-512.png', px: 512, share: 1 },
  { name: 'icon-maskable-512.png', px: 512, share: 0.66 },
];

const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
const page = await browser.newPage();
for (const { name, px, share } of ICONS) {
  await page.setViewportSize({ width: px, height: px });
  await page.setContent(
    `<body style="margin:0;height:100vh;display:grid;place-items:center;background:#e6e9e0">${sign.replace('<svg', `<svg width="${px * share}" height="${px * share}"`)}`,
  );
  await page.screenshot({ path: join(folder, name) });
}
await browser.close();
