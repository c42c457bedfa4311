import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { describe, expect, it } from 'vitest';
import type { ClearanceSector, Units } from '../../../../core';
import { BookStore } from '../book/book-store';
import { Words } from '../words/words';
import { ClearanceList } from './clearance-list';

const DEER: ClearanceSector = { fromDeg: 0, toDeg: 90, heightCm: 150, why: 'deer' };

function list(sectors: readonly ClearanceSector[]) {
  const book = { units: signal<Units>('metric'), today: () => '2026-11-25' };
  TestBed.configureTestingModule({ providers: [Words, { provide: BookStore, useValue: book }] });
  const fixture = TestBed.createComponent(ClearanceList);
  fixture.componentRef.setInput('sectors', sectors);
  const given: (readonly ClearanceSector[])[] = [];
  fixture.componentInstance.given.subscribe((value) => given.push(value));
  fixture.detectChanges();
  return { fixture, given, component: fixture.componentInstance };
}

describe('the lines of what passes or browses', () => {
  it('lose nothing where two fields are changed before the first change is drawn', () => {
    const { given, component } = list([DEER]);
    component.add();
    component.change(1, { why: 'a cart' });
    component.change(1, { heightCm: 220 });
    component.change(0, { heightCm: 160 });
    expect(given.at(-1)).toEqual([
      { ...DEER, heightCm: 160 },
      expect.objectContaining({ why: 'a cart', heightCm: 220 }),
    ]);
  });

  it('are those they are given, once others come', () => {
    const { fixture, given, component } = list([DEER]);
    component.add();
    fixture.componentRef.setInput('sectors', [DEER]);
    fixture.detectChanges();
    component.remove(0);
    expect(given.at(-1)).toEqual([]);
  });
});
