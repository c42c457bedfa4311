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

  const comesBack = (
    fixture: ReturnType<typeof list>['fixture'],
    sectors: readonly ClearanceSector[],
  ): void => {
    fixture.componentRef.setInput('sectors', sectors);
    fixture.detectChanges();
  };

  it('lose nothing where an older change comes back from the book after a later one was made', () => {
    const { fixture, given, component } = list([DEER]);
    component.change(0, { why: 'a cart' });
    const first = given.at(-1) ?? [];
    component.change(0, { heightCm: 220 });
    comesBack(fixture, first);
    component.change(0, { fromDeg: 45 });
    expect(given.at(-1)).toEqual([{ ...DEER, why: 'a cart', heightCm: 220, fromDeg: 45 }]);
  });

  it('are those they are given, once their own are in the book and others come', () => {
    const { fixture, given, component } = list([DEER]);
    component.add();
    comesBack(fixture, [...(given.at(-1) ?? [])]);
    comesBack(fixture, [DEER]);
    component.remove(0);
    expect(given.at(-1)).toEqual([]);
  });
});
