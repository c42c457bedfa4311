// A yard of five hundred trees of 23 stems with ten visits each, in headless Chromium: what a letter in a cell costs, and an
// entry in the book; how long the yard takes to be drawn, and a frame of it while it is scrolled.
import { chromium, expect, type CDPSession, type Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { createApp } from '../server/app';
import type { AddressInfo } from 'node:net';
import { readBook, readDraft, TreeMemo, treeState, type BookEvent, type YardFile } from '../core';
import { instance } from './instances';
import { treeOf } from '../core/testing/trees';

const TREES = Number(process.argv[2] ?? 500);
const STEMS = 23;
const VISITS = 10;
const SCROLL_PX = 60;
const SCROLLED_FRAMES = 120;

// As it comes out of a file.
const file = JSON.parse(JSON.stringify(yardOf(TREES))) as YardFile;
reckon(file);
await draw(file);

/** The demo yard's sites with many trees, each measured whole once and in part nine times after. */
function yardOf(trees: number): YardFile {
  const demo = JSON.parse(readFileSync('demo/two-hillsides.json', 'utf8')) as YardFile;
  const [site] = demo.yard.sites;
  const model = site?.trees.find(({ id }) => id === 'harrier');
  if (!site || !model) throw new Error('the demo yard has no harrier');
  const events: BookEvent[] = [];
  const records = Array.from({ length: trees }, (_, i) => {
    const id = `t${i}`;
    const { tree } = treeOf(instance(STEMS - 1, 1 + (i % 40)));
    for (let v = 0; v < VISITS; v++) {
      const stems = Object.fromEntries(
        tree.stems.flatMap(
          ({ id: stemId, tag, parent, origin, bearing, shape, length, diameter, headed }, s) => {
            const grown = { ...length, value: length.value + v };
            if (v > 0) return s % 4 === v % 4 ? [[stemId, { length: grown, diameter }]] : [];
            const whole = {
              tag: tag.slice(-4),
              parent,
              origin,
              bearing,
              angle: shape.departure,
              length,
              diameter,
            };
            return [[stemId, { ...whole, headed }]];
          },
        ),
      );
      const day = `20${String(17 + v)}-11-14`;
      const at = { device: 'bench', sequence: events.length + 1, clock: 1 + events.length };
      events.push({
        ...{ id: `v-${i}-${v}`, ...at, happenedOn: day, recordedAt: `${day}T10:00:00Z`, ruleSet: '2026.2' },
        ...{ kind: 'visit', treeId: id, stems },
      });
    }
    return {
      ...model,
      id,
      name: `Tree ${i}`,
      place: { eastCm: (i % 25) * 300, northCm: Math.floor(i / 25) * 400 },
    };
  });
  return {
    ...demo,
    yard: { id: 'large', name: 'Large', sites: [{ ...site, trees: records }] },
    events,
    drafts: {},
  };
}

/** What the core alone takes: the whole book once, one entry more, one letter more. */
function reckon(file: YardFile): void {
  const memo = new TreeMemo();
  const today = '2026-11-25';
  const first = timed(() => memo.statesOf(readBook(file), today));
  const note = {
    ...(file.events.at(-1) as BookEvent),
    id: 'more',
    clock: 1e9,
    kind: 'note' as const,
    treeId: 't7',
    text: '.',
  };
  const events = [...file.events, note as BookEvent];
  const read = readBook({ yard: file.yard, events });
  const readings = Array.from({ length: 11 }, () => timed(() => readBook({ yard: file.yard, events })));
  const reading = readings.sort((a, b) => a - b)[5] as number;
  const memoed = timed(() => memo.statesOf(read, today));
  const state = treeState(read, 't9', { today });
  if (!state) throw new Error('no such tree');
  const letters = Array.from({ length: 40 }, (_, i) =>
    timed(() => {
      const { stems } = readDraft(state.tree, { l3: { length: `${60 + i} cm` } }, 'metric');
      const at = {
        device: '~',
        sequence: 0,
        clock: 0,
        happenedOn: '9999-12-31',
        recordedAt: '~',
        ruleSet: '',
      };
      return treeState(read, 't9', { today, then: [{ id: '~', ...at, kind: 'visit', treeId: 't9', stems }] });
    }),
  ).sort((a, b) => a - b);
  console.log(`core: the book of ${TREES} trees read and folded once ${first.toFixed(0)} ms`);
  console.log(
    `core: one entry more ${(reading + memoed).toFixed(1)} ms (reading ${reading.toFixed(1)}, states ${memoed.toFixed(1)})`,
  );
  console.log(
    `core: one letter in a cell, median ${(letters[20] as number).toFixed(2)} ms, worst ${(letters.at(-1) as number).toFixed(2)} ms`,
  );
}

async function draw(file: YardFile): Promise<void> {
  const server = createApp(resolve('dist/app/browser')).listen(0, '127.0.0.1');
  await new Promise((ready) => server.once('listening', ready));
  const home = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--no-first-run'],
  });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(home);
  await page.locator('[data-tree]').first().waitFor();
  const text = JSON.stringify(file);
  console.log(`file: ${(text.length / 1e6).toFixed(1)} MB, ${file.events.length} entries`);
  await page
    .locator('input[type=file]')
    .setInputFiles({ name: 'y.json', mimeType: 'application/json', buffer: Buffer.from(text) });
  await page.getByRole('button', { name: 'Add it' }).click({ timeout: 120_000 });
  await page.locator('[data-tree=t0]').waitFor({ timeout: 120_000 });
  await firstDrawing(page, home);
  // Every tree has its place within a second; where one scrolls before, a frame may be late.
  await expect(page.locator('[data-tree]')).toHaveCount(TREES);
  const cdp = await page.context().newCDPSession(page);
  await cdp.send('Performance.enable');
  await scroll(page, cdp);
  await browser.close();
  server.close();
}

async function firstDrawing(page: Page, home: string): Promise<void> {
  const from = Date.now();
  await page.goto(home);
  await page.locator('[data-tree=t0] svg path').first().waitFor({ timeout: 120_000 });
  console.log(`yard: first drawing ${Date.now() - from} ms after opening`);
}

/** Script, style and layout of each frame while the yard is scrolled and its trees are judged in the worker. */
async function scroll(page: Page, cdp: CDPSession): Promise<void> {
  await page.evaluate(`window.down = (by) => {
    window.scrollBy({ top: by, behavior: 'instant' });
    return new Promise((done) => requestAnimationFrame(() => setTimeout(done)));
  }`);
  const frames: number[] = [];
  for (let i = 0; i < SCROLLED_FRAMES; i++) {
    const before = await busy(cdp);
    await cdp.send('Runtime.evaluate', { expression: `down(${SCROLL_PX})`, awaitPromise: true });
    frames.push((await busy(cdp)) - before);
  }
  frames.sort((a, b) => a - b);
  const at = (share: number): string => (frames[Math.floor(frames.length * share)] as number).toFixed(1);
  console.log(
    `yard: scrolling, ${frames.length} frames: median ${at(0.5)} ms, 95th percentile ${at(0.95)} ms, worst ${at(0.999)} ms`,
  );
}

/** Time the page's own thread was busy so far, ms. */
async function busy(cdp: CDPSession): Promise<number> {
  const { metrics } = await cdp.send('Performance.getMetrics');
  const of = (name: string): number => metrics.find((metric) => metric.name === name)?.value ?? 0;
  return (of('ScriptDuration') + of('LayoutDuration') + of('RecalcStyleDuration')) * 1000;
}

function timed(run: () => unknown): number {
  const from = performance.now();
  run();
  return performance.now() - from;
}
