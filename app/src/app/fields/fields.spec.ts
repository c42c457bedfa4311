import { signal } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { beforeEach, describe, expect, it } from 'vitest';
import type { Dimension, Units } from '../../../../core';
import { BookStore } from '../book/book-store';
import { Words } from '../words/words';
import { DayField } from './day-field';
import { MeasureField } from './measure-field';

const units = signal<Units>('metric');

beforeEach(() => {
  units.set('metric');
  const book = { units, today: () => '2026-11-25' };
  TestBed.configureTestingModule({ providers: [Words, { provide: BookStore, useValue: book }] });
});

const boxOf = (fixture: ComponentFixture<unknown>): HTMLInputElement =>
  (fixture.nativeElement as HTMLElement).querySelector('input') as HTMLInputElement;

/** Types into a field's box and leaves it. */
function give(fixture: ComponentFixture<unknown>, text: string): void {
  const box = boxOf(fixture);
  box.value = text;
  box.dispatchEvent(new Event('change'));
  fixture.detectChanges();
}
const troubleOf = (fixture: ComponentFixture<unknown>): string =>
  (fixture.nativeElement as HTMLElement).querySelector('[role=alert]')?.textContent?.trim() ?? '';

describe('a measure', () => {
  function field(inputs: Record<string, unknown>, dimension: Dimension = 'length') {
    const fixture = TestBed.createComponent(MeasureField);
    const all = { label: 'site.reach', dimension, ...inputs };
    for (const [name, value] of Object.entries(all)) fixture.componentRef.setInput(name, value);
    const given: (number | undefined)[] = [];
    fixture.componentInstance.given.subscribe((value) => given.push(value));
    fixture.detectChanges();
    return { fixture, given };
  }

  it('is shown in the grower’s units, and taken in any', () => {
    const { fixture, given } = field({ value: 200 });
    expect(boxOf(fixture).value).toBe('200 cm');
    give(fixture, '2.2 m');
    give(fixture, '7 ft');
    expect(given).toEqual([expect.closeTo(220, 9), expect.closeTo(213.36, 9)]);
    units.set('imperial');
    fixture.detectChanges();
    expect(boxOf(fixture).value).toBe('78.7 in');
  });

  it('stays as typed where it cannot be taken, says why, and gives nothing', () => {
    const { fixture, given } = field({ value: 200, least: 50, most: 400 });
    give(fixture, 'tall');
    expect([boxOf(fixture).value, troubleOf(fixture) === '', given]).toEqual(['tall', false, []]);
    give(fixture, '20');
    expect(troubleOf(fixture)).toContain('50 cm');
    expect(troubleOf(fixture)).toContain('400 cm');
    give(fixture, '60');
    expect([troubleOf(fixture), given]).toEqual(['', [60]]);
  });

  it('may be left unsaid only where it need not be said', () => {
    const must = field({ value: 200 });
    give(must.fixture, '');
    expect([must.given, troubleOf(must.fixture) === '']).toEqual([[], false]);
    const may = field({ value: 90, isOptional: true }, 'bearing');
    give(may.fixture, '');
    give(may.fixture, 'SW');
    expect(may.given).toEqual([undefined, 225]);
  });
});

describe('a day', () => {
  function field() {
    const fixture = TestBed.createComponent(DayField);
    fixture.componentRef.setInput('label', 'day.read-on');
    fixture.componentRef.setInput('day', '2026-11-20');
    const given: string[] = [];
    fixture.componentInstance.given.subscribe((day) => given.push(day));
    fixture.detectChanges();
    return { fixture, given };
  }

  it('is any that has been, today too; one to come, or none, is refused with why', () => {
    const { fixture, given } = field();
    give(fixture, '2026-11-26');
    const later = troubleOf(fixture);
    give(fixture, '');
    const none = troubleOf(fixture);
    expect([given, later === '', none === '', later === none]).toEqual([[], false, false, false]);
    give(fixture, '2026-11-25');
    give(fixture, '2024-02-29');
    expect([given, troubleOf(fixture)]).toEqual([['2026-11-25', '2024-02-29'], '']);
  });

  it('typed digit by digit is given once, when it is whole and the field is left or Enter is pressed', () => {
    const { fixture, given } = field();
    const box = boxOf(fixture);
    const type = (day: string): void => {
      box.dispatchEvent(new KeyboardEvent('keydown', { key: '2' }));
      box.value = day;
      box.dispatchEvent(new Event('change'));
    };
    for (const day of ['0002-11-20', '0020-11-20', '0202-11-20', '2025-11-20']) type(day);
    expect(given).toEqual([]);
    box.dispatchEvent(new Event('blur'));
    expect(given).toEqual(['2025-11-20']);
    type('2024-11-20');
    box.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter' }));
    expect(given).toEqual(['2025-11-20', '2024-11-20']);
    type('0026-11-20');
    box.dispatchEvent(new Event('blur'));
    fixture.detectChanges();
    expect([given.length, troubleOf(fixture)]).toEqual([2, 'Its year is out of the question: set it right.']);
  });
});
