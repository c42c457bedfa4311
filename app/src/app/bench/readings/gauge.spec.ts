import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { beforeEach, expect, it } from 'vitest';
import type { DraftField, GaugeRead, Units } from '../../../../../core';
import { tell } from '../../../../../core/testing/tell';
import { BookStore } from '../../book/book-store';
import { Words } from '../../words/words';
import { BenchStore } from '../bench-store';
import { Gauge } from './gauge';
import { GAUGE } from './gauge-port';

let typed: [string, string, string][];
let asked: [string, number, number][];
let reads: GaugeRead[];
const filling = signal<{ row: string; field: DraftField } | undefined>(undefined);
const units = signal<Units>('metric');

function gauge(): Gauge {
  const stems = [{ id: 'd', diameter: { value: 24 } }];
  TestBed.configureTestingModule({
    providers: [
      Words,
      { provide: BookStore, useValue: { units } },
      {
        provide: BenchStore,
        useValue: {
          filling,
          drafted: signal({ tree: { stems } }),
          type: (...cell: [string, string, string]) => Promise.resolve(typed.push(cell)),
        },
      },
      {
        provide: GAUGE,
        useValue: (...ask: [string, number, number]) => {
          asked.push(ask);
          return Promise.resolve(reads.shift() ?? { kind: 'dropped' });
        },
      },
    ],
  });
  return TestBed.createComponent(Gauge).componentInstance;
}
const read = (value: number): GaugeRead => ({ kind: 'read', value });

beforeEach(() => {
  [typed, asked, reads] = [[], [], []];
  filling.set({ row: 'd', field: 'diameter' });
  units.set('metric');
});

it('the middle of three readings fills the cell, and one that stands apart is told', async () => {
  reads = [read(24), read(41), read(24.6)];
  const it = gauge();
  await it.read();
  expect(asked).toEqual([
    ['diameter', 24, 0],
    ['diameter', 24, 1],
    ['diameter', 24, 2],
  ]);
  expect(typed).toEqual([['d', 'diameter', '25 mm gauge']]);
  const said = it.said();
  expect(said && tell(said)).toContain('41 mm stands apart');
});

it('one that is lost does no harm; where no two agree nothing is filled in, and it is read again', async () => {
  reads = [{ kind: 'dropped' }, read(8.2), read(8.4)];
  const it = gauge();
  await it.read();
  expect(typed).toEqual([['d', 'diameter', '8.2 mm gauge']]);
  expect(tell(it.said() as never)).toContain('one lost');
  reads = [read(8), { kind: 'dropped' }, read(30)];
  await it.read();
  expect(typed).toHaveLength(1);
  expect(tell(it.said() as never)).toContain('no two agree. Read again.');
  reads = [];
  await it.read();
  expect(tell(it.said() as never)).toContain('Nothing came. Read again.');
});

it('reads what it can read alone: of a length there is nothing to press', async () => {
  filling.set({ row: 'd', field: 'length' });
  const it = gauge();
  expect(it.what()).toBeUndefined();
  await it.read();
  expect(asked).toEqual([]);
});
