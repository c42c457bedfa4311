import express, { Router, type Request, type Response } from 'express';
import { rateLimit } from 'express-rate-limit';
import { LARGEST_FILE } from '../core';
import { Exchange } from './exchange';

/** Codes that may be tried in vain from one address in a minute: of nine hundred million, none is found so. */
const TRIES_A_MINUTE = 30;

const JSON_BOOK = express.text({ type: 'application/json', limit: LARGEST_FILE * 2 });

/** Two devices on one network hand each other their books by a code; nothing is kept. */
export function joining(exchange = new Exchange()): Router {
  const router = Router();
  router.use(
    rateLimit({
      ...{ windowMs: 60_000, limit: TRIES_A_MINUTE, skipSuccessfulRequests: true },
      ...{
        standardHeaders: false,
        legacyHeaders: false,
        message: { error: 'too many tries: wait a minute' },
      },
    }),
  );
  router.use((_, response, next) => {
    response.setHeader('Cache-Control', 'no-store');
    next();
  });

  router.post('/', JSON_BOOK, (request, response) => {
    const book = bookOf(request);
    if (book === undefined) return refuse(response, 415, 'a yard file as application/json is wanted');
    const begun = exchange.begin(book);
    if (!begun) return refuse(response, 503, 'too much waits already: try again in ten minutes');
    response.status(201).json(begun);
  });
  router.get('/:code', ({ params }, response) => {
    const book = exchange.bookOf(params.code);
    if (book === undefined) return refuse(response, 404, 'nothing waits under this code');
    response.type('application/json').send(book);
  });
  router.put('/:code', JSON_BOOK, (request: Request<{ code: string }>, response) => {
    const book = bookOf(request);
    if (book === undefined) return refuse(response, 415, 'a yard file as application/json is wanted');
    if (!exchange.answer(request.params.code, book))
      return refuse(response, 404, 'nothing waits under this code');
    response.status(204).end();
  });
  router.get('/:code/answer/:key', ({ params }, response) => {
    const found = exchange.take(params.code, params.key);
    if (found.kind === 'none') return refuse(response, 404, 'nothing waits under this code');
    if (found.kind === 'waits') return void response.status(204).end();
    response.type('application/json').send(found.book);
  });
  return router;
}

const bookOf = ({ body }: Pick<Request, 'body'>): string | undefined =>
  typeof body === 'string' && body.length > 0 ? body : undefined;

function refuse(response: Response, status: number, error: string): void {
  response.status(status).json({ error });
}
