import express from 'express';
import type { AddressInfo } from 'node:net';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Exchange, MOST_OF_ONE, WAITS_MS } from './exchange';
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

  it('send no book where none waits: it is refused before it is read, in a line', async () => {
    const answer = await ask('/NOCODE', 'PUT', 'x'.repeat(1_000_000));
    expect([answer.status, await answer.json()]).toEqual([404, { error: 'nothing waits under this code' }]);
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
    for (let i = 0; i < MOST_OF_ONE; i++) codes.add((await begin('{}')).code);
    expect(codes.size).toBe(MOST_OF_ONE);
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

describe('what the server holds for others', () => {
  const MUCH = 'x'.repeat(1_000_000);

  it('is one place more for another address, never more than twenty, and answers count as books do', () => {
    const exchange = new Exchange();
    for (let i = 0; i < 20; i++) expect(exchange.begin('{}', `10.0.0.${i}`)).toBeDefined();
    expect(exchange.begin('{}', '10.0.1.1')).toBeUndefined();
    const full = new Exchange();
    const begun = full.begin(MUCH, 'desk');
    const onTheWay = full.receiving(298_500_000);
    expect(full.mayAnswer(begun?.code ?? '', 'phone', 1_000_000)).toBe(false);
    onTheWay();
    onTheWay();
    expect(full.mayAnswer(begun?.code ?? '', 'phone', 298_999_999)).toBe(true);
    expect(full.mayAnswer(begun?.code ?? '', 'phone', 299_000_001)).toBe(false);
  });

  it('is read by the first device that asks and answered by it, once', () => {
    const exchange = new Exchange();
    const { code = '' } = exchange.begin('{"a":1}', 'desk') ?? {};
    expect(exchange.bookOf(code, 'phone')).toBe('{"a":1}');
    expect(exchange.bookOf(code, 'phone')).toBe('{"a":1}');
    expect(exchange.bookOf(code, 'stranger')).toBeUndefined();
    expect(exchange.answer(code, '{}', 'stranger')).toBe(false);
    expect(exchange.answer(code, '{}', 'phone')).toBe(true);
    expect(exchange.answer(code, '{"b":2}', 'phone')).toBe(false);
  });
});
