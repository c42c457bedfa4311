import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { beforeEach, describe, expect, it } from 'vitest';
import { Words } from '../words/words';
import { BookStore } from '../book/book-store';
import { OwnTable } from './own-table';

let taken: unknown[];

function tableOf(): OwnTable {
  TestBed.configureTestingModule({
    providers: [
      Words,
      {
        provide: BookStore,
        useValue: {
          units: signal('metric'),
          takeOwn: (...all: unknown[]) => Promise.resolve(taken.push(all) > 0),
        },
      },
    ],
  });
  const fixture = TestBed.createComponent(OwnTable);
  fixture.componentRef.setInput('siteId', 's');
  return fixture.componentInstance;
}

/** A file as a browser hands it over. */
const chosen = (text: string): HTMLInputElement =>
  ({
    value: 'x',
    files: [{ name: 'mine.csv', size: text.length, text: () => Promise.resolve(text) }],
  }) as unknown as HTMLInputElement;

beforeEach(() => (taken = []));

describe('the grower’s own table', () => {
  it('has its columns and dates guessed, its bad rows told, and is taken only then', async () => {
    const table = tableOf();
    await table.choose(chosen('Date;Tmin;Tmax\n13.1.2026;-2,5;4\n14.1.2026;x;4\n15.1.2026;0;6\n'));
    expect(table.match()).toEqual({ day: 0, min: 1, max: 2 });
    expect(table.dayOrder()).toBe('dmy');
    expect(table.read()?.days.map(({ day, minC }) => [day, minC])).toEqual([
      ['2026-01-13', -2.5],
      ['2026-01-15', 0],
    ]);
    expect(table.read()?.troubles.map(({ row }) => row)).toEqual([3]);
    expect(taken).toEqual([]);
    await table.take();
    expect(taken).toEqual([['s', 'mine.csv', [expect.anything(), expect.anything()]]]);
    expect(table.head()).toBeUndefined();
  });

  it('waits for the columns it must have, which the grower may name', async () => {
    const table = tableOf();
    await table.choose(chosen('when,cold,warm\n2026-01-13,1,9\n'));
    expect(table.lacking()).toEqual(['day', 'min', 'max']);
    table.setColumn('day', '0');
    table.setColumn('min', '1');
    table.setColumn('max', '2');
    expect(table.read()?.days.length).toBe(1);
    table.setColumn('max', '');
    expect(table.read()).toBeUndefined();
  });

  it('says so where it is too large, or has no rows', async () => {
    const table = tableOf();
    await table.choose({ value: '', files: [{ size: 2e7 }] } as unknown as HTMLInputElement);
    expect(table.failure()).toBe('too-large');
    await table.choose(chosen('Date,Tmin,Tmax\n'));
    expect(table.failure()).toBe('no-rows');
  });
});
