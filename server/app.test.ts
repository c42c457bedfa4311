import { mkdtempSync, writeFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { gaugeReads, type Weather } from '../core';
import { createApp } from './app';

// A folder whose name begins with a dot, as where people put what they do not want to see.
const folder = mkdtempSync(join(tmpdir(), '.bough-'));
writeFileSync(join(folder, 'index.html'), '<!doctype html><p>page</p>');
writeFileSync(join(folder, 'main-ABCD1234.js'), `const words = '${'bough '.repeat(2000)}';`);

const server = createApp(folder).listen(0, '127.0.0.1');
const get = (path: string, headers: Record<string, string> = {}): Promise<Response> =>
  fetch(`http://127.0.0.1:${(server.address() as AddressInfo).port}${path}`, { headers });

beforeAll(() => new Promise<void>((ready) => (server.listening ? ready() : server.once('listening', ready))));
afterAll(() => void server.close());

describe('the server', () => {
  it('gives the page for every view, with a policy that allows no inline script', async () => {
    for (const path of ['/', '/tree/harrier']) {
      const response = await get(path);
      expect(await response.text()).toContain('page');
      const policy = response.headers.get('content-security-policy') ?? '';
      expect(policy).toContain("script-src 'self';");
      expect(policy).not.toContain('upgrade-insecure-requests');
      expect(response.headers.get('x-content-type-options')).toBe('nosniff');
      expect(response.headers.get('cross-origin-embedder-policy')).toBe('require-corp');
      expect(response.headers.get('cross-origin-opener-policy')).toBe('same-origin');
    }
  });

  it('compresses, and lets a hashed file be kept for a year', async () => {
    const response = await get('/main-ABCD1234.js');
    expect(response.headers.get('content-encoding')).toMatch(/gzip|br/);
    expect(response.headers.get('cache-control')).toBe('public, max-age=31536000, immutable');
  });

  it('says that a file is not there rather than giving the page for it', async () => {
    expect((await get('/nothing.js')).status).toBe(404);
  });

  it('gives the page for a tree whose id has a dot in it, as a browser asks for it', async () => {
    const response = await get('/tree/gate.peach', { accept: 'text/html,application/xhtml+xml' });
    expect(await response.text()).toContain('page');
  });

  it('tells what a made-up station has measured and foretells on a day, the same each time', async () => {
    const ask = async (path: string): Promise<Weather> => (await (await get(path)).json()) as Weather;
    const [once, again] = [
      await ask('/weather/dry-ford?on=2026-03-01'),
      await ask('/weather/dry-ford?on=2026-03-01'),
    ];
    expect(once).toEqual(again);
    expect([once.days[0]?.day, once.days.at(-1)?.day, once.forecast.at(-1)?.day]).toEqual([
      '2020-03-01',
      '2026-03-01',
      '2026-03-11',
    ]);
    const unsure = once.forecast.map(({ sureC }) => sureC);
    expect([...unsure].sort((a, b) => a - b)).toEqual(unsure);
    expect((await get('/weather/nowhere?on=2026-03-01')).status).toBe(404);
    expect((await get('/weather/dry-ford?on=soon')).status).toBe(400);
  });

  it('reads a made-up gauge, and says where it has none', async () => {
    const read = await (await get('/gauge/angle?about=50&n=3')).json();
    expect(read).toEqual(gaugeReads('angle', 50, 3));
    expect((await get('/gauge/weight?about=50&n=3')).status).toBe(404);
    expect((await get('/gauge/angle?about=much&n=3')).status).toBe(400);
  });

  it('refuses to start on a folder with nothing built, and says what to do', () => {
    expect(() => createApp(join(folder, 'none'))).toThrow('npm run build');
  });
});
