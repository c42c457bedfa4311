import express from 'express';
import type { AddressInfo } from 'node:net';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Exchange, WAITS_MS } from './exchange';
import { joining } from './joining';

let now = 0;
const server = express()
  .use('/joining', joining(new Exchange(() => now)))
  .listen(0, '127.0.0.1');
beforeAll(() => new Promise<void>((ready) => (server.listening ? ready() : server.once('listening', ready))));
afterAll(() => void server.close());

const ask = (path: string, method = 'GET', body?: string): Promise<Response> =>
  fetch(`http://127.0.0.1:${(server.address() as AddressInfo).port}/joining${path}`, {
    ...{ method, headers: { 'content-type': 'application/json' } },
    ...(body !== undefined && { body }),
  });
const begin = async (book: string): Promise<{ code: string; key: string }> =>
  (await (await ask('', 'POST', book)).json()) as { code: string; key: string };

describe('two devices that join their books by a code', () => {
  it('each get what the other has, once, and only the one who began may fetch the answer', async () => {
    const { code, key } = await begin('{"from":"desk"}');
    expect(code).toMatch(/^[A-HJKMNP-Z2-9]{6}$/);
    expect((await ask(`/${code}/answer/${key}`)).status).toBe(204);
    expect(await (await ask(`/${code}`)).json()).toEqual({ from: 'desk' });
    expect((await ask(`/${code}`, 'PUT', '{"from":"phone"}')).status).toBe(204);
    expect((await ask(`/${code}/answer/guessed`)).status).toBe(404);
    expect(await (await ask(`/${code}/answer/${key}`)).json()).toEqual({ from: 'phone' });
    for (const path of [`/${code}`, `/${code}/answer/${key}`]) expect((await ask(path)).status).toBe(404);
  });

  it('wait for ten minutes and are then forgotten', async () => {
    const { code } = await begin('{}');
    now += WAITS_MS;
    expect((await ask(`/${code}`)).status).toBe(200);
    now += 1;
    expect((await ask(`/${code}`)).status).toBe(404);
    expect((await ask(`/${code}`, 'PUT', '{}')).status).toBe(404);
  });

  it('have codes of their own, and too many at a time are refused until some are gone', async () => {
    const codes = new Set<string>();
    for (let i = 0; i < 20; i++) codes.add((await begin('{}')).code);
    expect(codes.size).toBe(20);
    expect((await ask('', 'POST', '{}')).status).toBe(503);
    now += WAITS_MS + 1;
    expect((await ask('', 'POST', '{}')).status).toBe(201);
  });

  it('are not found by trying codes: after thirty in vain a minute is waited', async () => {
    expect((await ask('', 'POST')).status).toBe(415);
    const tried = await Promise.all(Array.from({ length: 40 }, (_, i) => ask(`/CODE${i}`)));
    expect(tried.map(({ status }) => status).filter((status) => status === 429).length).toBeGreaterThan(5);
  });
});
