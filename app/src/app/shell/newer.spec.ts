import { DOCUMENT, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { SwUpdate } from '@angular/service-worker';
import { Subject } from 'rxjs';
import { beforeEach, expect, it, vi } from 'vitest';
import { BookStore } from '../book/book-store';
import { Words } from '../words/words';
import { Newer } from './newer';
import { Notices } from './notices';

let updates: Subject<{ type: string }>;
let broken: Subject<unknown>;
const round = signal<object | undefined>(undefined);

function notices(): Notices {
  TestBed.configureTestingModule({
    providers: [
      Words,
      { provide: SwUpdate, useValue: { versionUpdates: updates, unrecoverable: broken } },
      {
        provide: BookStore,
        useValue: {
          round,
          keeping: signal({ kind: 'saved' }),
          news: signal(undefined),
          units: signal('metric'),
        },
      },
    ],
  });
  return TestBed.createComponent(Notices).componentInstance;
}

beforeEach(() => {
  [updates, broken] = [new Subject(), new Subject()];
  round.set(undefined);
});

it('a newer program is told of once it is fetched, between rounds and never in the middle of one', () => {
  round.set({});
  const shown = notices();
  updates.next({ type: 'VERSION_DETECTED' });
  updates.next({ type: 'VERSION_READY' });
  expect(shown.newer()).toBeUndefined();
  round.set(undefined);
  expect(shown.newer()).toBe('newer');
});

it('one that is only looked for, or is the same, is not told of; one that is damaged is', () => {
  const shown = notices();
  updates.next({ type: 'VERSION_DETECTED' });
  updates.next({ type: 'NO_NEW_VERSION_DETECTED' });
  expect(shown.newer()).toBeUndefined();
  broken.next({});
  expect(shown.newer()).toBe('damaged');
});

it('one that waits is taken as a round is set out on, and is looked for when one is over', () => {
  const looked = vi.fn(() => Promise.resolve(false));
  const reload = vi.fn();
  TestBed.configureTestingModule({
    providers: [
      {
        provide: SwUpdate,
        useValue: { versionUpdates: updates, unrecoverable: broken, checkForUpdate: looked },
      },
      { provide: DOCUMENT, useValue: { location: { reload } } },
    ],
  });
  const newer = TestBed.inject(Newer);
  newer.settingOut();
  expect(reload).not.toHaveBeenCalled();
  updates.next({ type: 'VERSION_READY' });
  newer.settingOut();
  expect(reload).toHaveBeenCalledOnce();
  newer.roundOver();
  expect(looked).toHaveBeenCalledOnce();
});
