import { DOCUMENT } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { beforeEach, expect, it } from 'vitest';
import { LostPart } from './lost-part';

const LOST = new TypeError('Failed to fetch dynamically imported module: http://here/chunk.js');
let loaded: string[];
let part: LostPart;

beforeEach(() => {
  loaded = [];
  sessionStorage.clear();
  const location = { assign: (url: string) => loaded.push(url) };
  TestBed.configureTestingModule({
    providers: [{ provide: DOCUMENT, useValue: { location, querySelectorAll: () => [] } }],
  });
  part = TestBed.inject(LostPart);
});

it('loads a page anew whose part could not be fetched, and not a second time on end', () => {
  part.met({ error: LOST, url: '/round?span=may' });
  part.met({ error: LOST, url: '/round?span=may' });
  expect(loaded).toEqual(['/round?span=may']);
});

it('leaves alone what failed for another reason', () => {
  part.met({ error: new Error('no such tree'), url: '/tree/x' });
  expect(loaded).toEqual([]);
});
