import { randomBytes, randomInt } from 'node:crypto';

/** Letters of a code: none that is taken for another when it is read out. */
const LETTERS = 'ABCDEFGHJKMNPQRSTUVWXYZ23456789';
const CODE_LENGTH = 6;
/** How long what is handed over waits, ms; how many wait at a time, in all and from one address; and how much of it in all, letters. */
export const WAITS_MS = 10 * 60_000;
const MOST_WAITING = 20;
export const MOST_OF_ONE = 3;
const MOST_LETTERS = 300_000_000;

interface Waiting {
  /** Known to the one who began alone. */
  key: string;
  until: number;
  /** Address of the one who began, and of the one who read the book: nobody else may answer it. */
  from: string;
  reader?: string;
  book: string;
  answer?: string;
}

/**
 * Hands books over between two devices by a code, both ways, and keeps nothing: what waits is in memory, for ten minutes. A book is
 * read by one device and answered once; books and answers, and those still on their way, count toward what the server holds.
 */
export class Exchange {
  private readonly waiting = new Map<string, Waiting>();
  /** Letters of books that are being received. */
  private onTheWay = 0;

  constructor(private readonly now: () => number = Date.now) {}

  /** Whether an address may begin with a book of so many letters: places and room are left. */
  mayBegin(from: string, letters: number): boolean {
    this.forget();
    const own = [...this.waiting.values()].filter((one) => one.from === from).length;
    return this.waiting.size < MOST_WAITING && own < MOST_OF_ONE && this.hasRoom(letters);
  }

  /** Whether a book may be answered by an address with so many letters: it waits there, is read by nobody else and not answered yet. */
  mayAnswer(code: string, by: string, letters: number): boolean {
    this.forget();
    const found = this.waiting.get(code);
    return (
      found !== undefined &&
      found.answer === undefined &&
      (found.reader ?? by) === by &&
      this.hasRoom(letters)
    );
  }

  /** Sets room aside for a book that is being received; what is given back frees it. */
  receiving(letters: number): () => void {
    this.onTheWay += letters;
    let isOver = false;
    return () => {
      if (!isOver) this.onTheWay -= letters;
      isOver = true;
    };
  }

  /** Takes a book to hand over. Undefined where too much waits already. */
  begin(book: string, from: string): { code: string; key: string; until: number } | undefined {
    if (!this.mayBegin(from, book.length)) return undefined;
    let code: string;
    do code = Array.from({ length: CODE_LENGTH }, () => LETTERS[randomInt(LETTERS.length)]).join('');
    while (this.waiting.has(code));
    const [key, until] = [randomBytes(16).toString('hex'), this.now() + WAITS_MS];
    this.waiting.set(code, { key, until, book, from });
    return { code, key, until };
  }

  /** The book that waits under a code, for the first who asks: a device may ask again where its line broke, another may not. */
  bookOf(code: string, by: string): string | undefined {
    this.forget();
    const found = this.waiting.get(code);
    if (!found || (found.reader ?? by) !== by) return undefined;
    found.reader = by;
    return found.book;
  }

  /** Gives the other device's book back under a code; false where nothing waits there, or not for this one. */
  answer(code: string, book: string, by: string): boolean {
    const found = this.waiting.get(code);
    if (!found || !this.mayAnswer(code, by, book.length)) return false;
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

  private hasRoom(letters: number): boolean {
    const held = [...this.waiting.values()].reduce(
      (sum, { book, answer = '' }) => sum + book.length + answer.length,
      this.onTheWay,
    );
    return held + letters <= MOST_LETTERS;
  }

  private forget(): void {
    for (const [code, { until }] of this.waiting) if (until < this.now()) this.waiting.delete(code);
  }
}
