import { InjectionToken } from '@angular/core';

/** What was handed over to wait for the other device. */
export interface Begun {
  code: string;
  key: string;
}

/** What came of asking the server: something, nothing there, no server that carries books, or too many tries. */
export type Asked<T> = { kind: 'given'; it: T } | { kind: 'nothing' | 'no-server' | 'too-many' };

/** Hands a book over to another device through the server both have the page from, and takes the other's. */
export interface Exchange {
  begin(book: string): Promise<Asked<Begun>>;
  /** The book that waits under a code. */
  bookOf(code: string): Promise<Asked<string>>;
  answer(code: string, book: string): Promise<Asked<void>>;
  /** The other device's book; undefined while it waits. */
  take(begun: Begun): Promise<Asked<string | undefined>>;
}

export const EXCHANGE = new InjectionToken<Exchange>('hands books over between devices', {
  providedIn: 'root',
  factory: () => ({
    begin: (book) => ask('', sent('POST', book), async (answer) => (await answer.json()) as Begun),
    bookOf: (code) => ask(`/${encodeURIComponent(code)}`, {}, (answer) => answer.text()),
    answer: (code, book) => ask(`/${encodeURIComponent(code)}`, sent('PUT', book), async () => undefined),
    take: ({ code, key }) =>
      ask(`/${encodeURIComponent(code)}/answer/${key}`, {}, async (answer) =>
        answer.status === 204 ? undefined : answer.text(),
      ),
  }),
});

const sent = (method: string, body: string): RequestInit => ({
  ...{ method, body, headers: { 'content-type': 'application/json' } },
});

async function ask<T>(
  path: string,
  init: RequestInit,
  read: (answer: Response) => Promise<T>,
): Promise<Asked<T>> {
  try {
    const answer = await fetch(`joining${path}`, init);
    const isBook = answer.status === 204 || (answer.headers.get('content-type')?.includes('json') ?? false);
    if (answer.status === 429) return { kind: 'too-many' };
    // A host of files alone knows nothing of codes: it says so with a page.
    if (!isBook) return { kind: 'no-server' };
    if (!answer.ok) return { kind: 'nothing' };
    return { kind: 'given', it: await read(answer) };
  } catch {
    return { kind: 'no-server' };
  }
}
