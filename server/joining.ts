import express, {
  Router,
  type NextFunction,
  type Request,
  type RequestHandler,
  type Response,
} from 'express';
import { rateLimit } from 'express-rate-limit';
import { LARGEST_FILE } from '../core';
import { Exchange } from './exchange';

/** Codes that may be tried in vain from one address in a minute: of nine hundred million, none is found so. */
const TRIES_A_MINUTE = 30;

/** Most bytes of a book: a letter may take two. */
const MOST_BODY = LARGEST_FILE * 2;
const JSON_BOOK = express.text({ type: 'application/json', limit: MOST_BODY });

type Refusal = readonly [status: number, error: string];
const FULL: Refusal = [503, 'too much waits already: try again in ten minutes'];
const NOTHING: Refusal = [404, 'nothing waits under this code'];
const NO_BOOK: Refusal = [415, 'a yard file as application/json is wanted'];

const addressOf = ({ ip, socket }: Request): string => ip ?? socket.remoteAddress ?? '';

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

  // A body is read only where it is known to be wanted, and counts while it is on its way.
  const received =
    (isWanted: (request: Request, letters: number) => Refusal | undefined): RequestHandler =>
    (request, response, next) => {
      const length = Number(request.headers['content-length']);
      const letters = Number.isFinite(length) ? length : MOST_BODY;
      const refusal = isWanted(request, letters);
      if (refusal) return refuse(response, ...refusal);
      const over = exchange.receiving(letters);
      response.once('close', over);
      JSON_BOOK(request, response, (error?: unknown) => {
        over();
        next(error);
      });
    };
  const mayBegin = received((request, letters) =>
    exchange.mayBegin(addressOf(request), letters) ? undefined : FULL,
  );
  const mayAnswer = received((request, letters) =>
    exchange.mayAnswer(String(request.params['code']), addressOf(request), letters) ? undefined : NOTHING,
  );

  router.post('/', mayBegin, (request, response) => {
    const book = bookOf(request);
    if (book === undefined) return refuse(response, ...NO_BOOK);
    const begun = exchange.begin(book, addressOf(request));
    if (!begun) return refuse(response, ...FULL);
    response.status(201).json(begun);
  });
  router.get('/:code', (request, response) => {
    const book = exchange.bookOf(request.params.code, addressOf(request));
    if (book === undefined) return refuse(response, ...NOTHING);
    response.type('application/json').send(book);
  });
  router.put('/:code', mayAnswer, (request: Request<{ code: string }>, response) => {
    const book = bookOf(request);
    if (book === undefined) return refuse(response, ...NO_BOOK);
    if (!exchange.answer(request.params.code, book, addressOf(request))) return refuse(response, ...NOTHING);
    response.status(204).end();
  });
  router.get('/:code/answer/:key', ({ params }, response) => {
    const found = exchange.take(params.code, params.key);
    if (found.kind === 'none') return refuse(response, ...NOTHING);
    if (found.kind === 'waits') return void response.status(204).end();
    response.type('application/json').send(found.book);
  });
  // What goes wrong in reading a body is told in a line.
  router.use((error: { status?: number }, _: Request, response: Response, next: NextFunction) => {
    if (response.headersSent) return next(error);
    const { status = 500 } = error;
    refuse(response, status, status === 413 ? 'the file is too large' : 'the file could not be taken');
  });
  return router;
}

const bookOf = ({ body }: Pick<Request, 'body'>): string | undefined =>
  typeof body === 'string' && body.length > 0 ? body : undefined;

function refuse(response: Response, status: number, error: string): void {
  response.status(status).json({ error });
}
