// Kills the application's page again and again while it writes, at the bench and on the round, and looks whether all it called saved is there
// after and nothing is half done: 200 times each, or `npm run kills -- 50 7 round` fifty times from another seed,
// on the round alone.
import { chromium } from '@playwright/test';
import type { AddressInfo } from 'node:net';
import { resolve } from 'node:path';
import { draws } from '../core/testing/broken-files';
import { killings, ticking, typing } from '../e2e/kills';
import { createApp } from '../server/app';

/** Longest time a page is let work, ms. */
const LONGEST_MS = 3000;
/** It is told how far it is after so many. */
const AT_A_TIME = 20;

const [count = 200, seed = 1] = process.argv.slice(2, 4).map(Number);
const only = process.argv[4];
const below = draws(seed);
const server = createApp(resolve('dist/app/browser')).listen(0, '127.0.0.1');
await new Promise((ready) => server.once('listening', ready));
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
const home = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
let [done, failed] = [0, 0];
for (const [name, work] of Object.entries({ bench: typing, round: ticking })) {
  if (only !== undefined && only !== name) continue;
  const context = await browser.newContext();
  const lacking: string[] = [];
  for (let killed = 0; killed < count; killed += AT_A_TIME) {
    const pauses = Array.from({ length: Math.min(AT_A_TIME, count - killed) }, () => below(LONGEST_MS));
    const found = await killings(context, home, work, pauses);
    lacking.push(...found.lacking);
    for (const words of found.lacking) console.error(words);
    console.log(`${name}: ${killed + pauses.length} kills; held ${JSON.stringify(found.held)}`);
  }
  [done, failed] = [done + count, failed + lacking.length];
}
console.log(`${done - failed} passed, ${failed} failed`);
process.exitCode = failed > 0 ? 1 : 0;
await browser.close();
server.close();
