import { randomBytes, randomInt } from 'node:crypto';

/** Letters of a code: none that is taken for another when it is read out. */
const LETTERS = 'ABCDEFGHJKMNPQRSTUVWXYZ23456789';
const CODE_LENGTH = 6;
/** How long what is handed over waits, ms; how many wait at a time; and how much of it in all, letters. */
export const WAITS_MS = 10 * 60_000;
const MOST_WAITING = 20;
const MOST_LETTERS = 300_000_000;

interface Waiting {
  /** Known to the one who began alone. */
  key: string;
  until: number;
  book: string;
  answer?: string;
}

/** Hands books over between two devices by a code, both ways, and keeps nothing: what waits is in memory, for ten minutes. */
export class Exchange {
  private readonly waiting = new Map<string, Waiting>();

  constructor(private readonly now: () => number = Date.now) {}

  /** Takes a book to hand over. Undefined where too much waits already. */
  begin(book: string): { code: string; key: string; until: number } | undefined {
    this.forget();
    const letters = [...this.waiting.values()].reduce(
      (sum, { book, answer = '' }) => sum + book.length + answer.length,
      0,
    );
    if (this.waiting.size >= MOST_WAITING || letters + book.length > MOST_LETTERS) return undefined;
    let code: string;
    do code = Array.from({ length: CODE_LENGTH }, () => LETTERS[randomInt(LETTERS.length)]).join('');
    while (this.waiting.has(code));
    const [key, until] = [randomBytes(16).toString('hex'), this.now() + WAITS_MS];
    this.waiting.set(code, { key, until, book });
    return { code, key, until };
  }

  /** The book that waits under a code. */
  bookOf(code: string): string | undefined {
    this.forget();
    return this.waiting.get(code)?.book;
  }

  /** Gives the other device's book back under a code; false where nothing waits there. */
  answer(code: string, book: string): boolean {
    this.forget();
    const found = this.waiting.get(code);
    if (!found) return false;
    found.answer = book;
    return true;
  }

  /** The other device's book, for the one who began, and forgets both; `none` where nothing waits under the code and key. */
  take(code: string, key: string): { kind: 'none' } | { kind: 'waits' } | { kind: 'answered'; book: string } {
    this.forget();
    const found = this.waiting.get(code);
    if (found?.key !== key) return { kind: 'none' };
    if (found.answer === undefined) return { kind: 'waits' };
    this.waiting.delete(code);
    return { kind: 'answered', book: found.answer };
  }

  private forget(): void {
    for (const [code, { until }] of this.waiting) if (until < this.now()) this.waiting.delete(code);
  }
}
