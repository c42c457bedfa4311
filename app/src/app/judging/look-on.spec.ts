import { ApplicationRef, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { beforeEach, expect, it } from 'vitest';
import { FIRST_LOOKS, LOOK_ON_LOOKS, type Judged, type TreeState } from '../../../../core';
import { BookStore } from '../book/book-store';
import { JudgingStore } from './judging-store';
import { LookOn } from './look-on';
import { Ponder, type Pondered } from './ponder';

const STATE = { form: 'open-vase' } as TreeState;
const answer = (proven: boolean, mostLooks: number): Judged =>
  ({ kind: 'judged', proven, mostLooks }) as Judged;

const judged = signal<Judged | undefined>(undefined);
const since = signal<number | undefined>(undefined);
const found = signal<Pondered<Judged>>({ kind: 'none' });
let asked: () => unknown;
let better: unknown[];

beforeEach(() => {
  judged.set(undefined);
  since.set(undefined);
  found.set({ kind: 'none' });
  better = [];
  TestBed.configureTestingModule({
    providers: [
      LookOn,
      { provide: BookStore, useValue: { states: signal(new Map([['t', STATE]])) } },
      {
        provide: JudgingStore,
        useValue: {
          foremost: signal('t'),
          judgingOf: () => ({ judged: judged(), since: since() }),
          better: (...all: unknown[]) => better.push(all),
        },
      },
      {
        provide: Ponder,
        useValue: { about: (_: string, ask: () => unknown) => ((asked = ask), { now: found }) },
      },
    ],
  });
  TestBed.inject(LookOn);
});

it('looks on only where a first answer stands and is not proven best', () => {
  expect(asked()).toBeUndefined();
  judged.set(answer(true, FIRST_LOOKS));
  expect(asked()).toBeUndefined();
  judged.set(answer(false, FIRST_LOOKS));
  expect(asked()).toEqual({ state: STATE });
  since.set(1);
  expect(asked()).toBeUndefined();
});

it('puts what it finds in the place of the first answer, and looks no further than that', () => {
  judged.set(answer(false, FIRST_LOOKS));
  const longer = answer(false, LOOK_ON_LOOKS);
  found.set({ kind: 'answered', answer: longer });
  TestBed.inject(ApplicationRef).tick();
  expect(better).toEqual([['t', STATE, longer]]);
  judged.set(longer);
  expect(asked()).toBeUndefined();
});
