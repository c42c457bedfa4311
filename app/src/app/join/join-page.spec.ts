import 'fake-indexeddb/auto';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { beforeEach, expect, it } from 'vitest';
import type { BookStoreType } from '../book/book-store';
import { fresh, openTab } from '../book/open-tab';
import { Words } from '../words/words';
import { EXCHANGE, type Asked, type Exchange } from './exchange';
import { JoinPage } from './join-page';

/** What waits on the server, as the page meets it. */
let waits: { code: string; book: string; answer?: string } | undefined;
let refusal: 'nothing' | 'no-server' | 'too-many' | undefined;

const given = <T>(it: T): Promise<Asked<T>> =>
  Promise.resolve(refusal ? { kind: refusal } : { kind: 'given', it });
const exchange: Exchange = {
  begin(book) {
    waits = { code: 'ABC234', book };
    return given({ code: 'ABC234', key: 'k' });
  },
  bookOf: (code) =>
    waits?.code === code ? given(waits.book) : Promise.resolve({ kind: refusal ?? 'nothing' }),
  answer(_, book) {
    if (waits) waits.answer = book;
    return given(undefined);
  },
  take: () => given(waits?.answer),
};

async function device(note: string): Promise<{ book: BookStoreType; page: JoinPage }> {
  const book = await openTab(`join-${fresh()}`, [], {}, [
    Words,
    provideRouter([]),
    { provide: EXCHANGE, useValue: exchange },
  ]);
  await book.record({ kind: 'note', treeId: 'weir', text: note });
  return { book, page: TestBed.createComponent(JoinPage).componentInstance };
}
const notes = ({ book }: { book: BookStoreType }): string[] =>
  book
    .events()
    .flatMap((event) => (event.kind === 'note' && event.device === book.device() ? [event.text] : []));
const allNotes = ({ book }: { book: BookStoreType }): string[] =>
  book.events().flatMap((event) => (event.kind === 'note' ? [event.text] : []));

/** Takes in what the page offers. */
async function takeIn({ book, page }: { book: BookStoreType; page: JoinPage }): Promise<void> {
  const { read, effect } = page.examined() ?? {};
  if (read?.kind !== 'good' || effect?.kind !== 'merges') throw new Error('nothing to take in');
  expect(await book.keepImport(read.file, 'merge')).toBe(true);
  await page.kept(read.file);
}

beforeEach(() => {
  [waits, refusal] = [undefined, undefined];
});

/** What a device that wrote something else hands over. */
async function otherBook(note: string): Promise<string> {
  return (await (await device(note)).book.exportTexts())?.[0] ?? '';
}

it('the one that types the code takes in what waits, and gives back all it has then', async () => {
  waits = { code: 'ABC234', book: await otherBook('from the desk') };
  const phone = await device('from the phone');
  phone.page.typed.set('abc 234');
  await phone.page.fetch();
  await takeIn(phone);
  expect(allNotes(phone)).toEqual(expect.arrayContaining(['from the desk', 'from the phone']));
  expect(phone.page.says()?.code).toBe('join.given-back');
  expect(waits.answer).toContain('from the desk');
  expect(waits.answer).toContain('from the phone');
});

it('the one that shows the code is offered what comes back, and takes it in', async () => {
  const answer = await otherBook('from the phone');
  const desk = await device('from the desk');
  await desk.page.show();
  expect(desk.page.shown()).toBe('ABC 234');
  expect(waits?.book).toContain('from the desk');
  if (waits) waits.answer = answer;
  await expect.poll(() => desk.page.examined()?.effect, { timeout: 10_000 }).toMatchObject({ newEvents: 1 });
  await takeIn(desk);
  expect(allNotes(desk)).toEqual(expect.arrayContaining(['from the desk', 'from the phone']));
  expect(desk.page.says()?.code).toBe('join.kept');
}, 20_000);

it.each(['nothing', 'no-server', 'too-many'] as const)('what cannot be done is told: %s', async (kind) => {
  const { page } = await device('mine');
  refusal = kind;
  page.typed.set('XXX999');
  await page.fetch();
  expect(page.says()?.code).toBe(`join.${kind}`);
  expect(page.examined()).toBeUndefined();
  expect(page.isBusy()).toBe(false);
});

it('what is left alone changes nothing and is not given back', async () => {
  waits = { code: 'ABC234', book: await otherBook('from the desk') };
  const phone = await device('from the phone');
  phone.page.typed.set('ABC234');
  await phone.page.fetch();
  phone.page.left();
  expect(notes(phone)).toEqual(['from the phone']);
  expect(allNotes(phone)).not.toContain('from the desk');
  expect(waits.answer).toBeUndefined();
});
