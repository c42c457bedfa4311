import { TestBed } from '@angular/core/testing';
import { signal } from '@angular/core';
import { expect, it } from 'vitest';
import { BookStore } from '../book/book-store';
import { Words } from '../words/words';
import { ChillField } from './chill-field';

function fieldOf(kind: string, portions?: number) {
  TestBed.configureTestingModule({
    providers: [Words, { provide: BookStore, useValue: { units: signal('metric') } }],
  });
  const fixture = TestBed.createComponent(ChillField);
  fixture.componentRef.setInput('kind', kind);
  fixture.componentRef.setInput('portions', portions);
  const given: (number | undefined)[] = [];
  fixture.componentInstance.given.subscribe((value) => given.push(value));
  fixture.detectChanges();
  const text = (): string => {
    fixture.detectChanges();
    return (fixture.nativeElement as HTMLElement).textContent;
  };
  return { field: fixture.componentInstance, given, text };
}

it('takes portions, or the hours of a label turned into portions, and nothing for what is not said any more', () => {
  const { field, given, text } = fieldOf('peach', 30);
  expect(field.shown()).toBe('30');
  expect(text()).toContain('reckoned as any peach: 45 portions');
  field.take('21,5');
  field.unit.set('hours');
  expect(field.shown()).toBe('465');
  field.take('310');
  field.take(' ');
  expect(given).toEqual([21.5, 20, undefined]);
});

it('says what is wrong with what is no chill, and keeps what was typed; a kind that does not rest is not asked', () => {
  const { field, given, text } = fieldOf('apple');
  field.take('lots');
  expect(text()).toContain('“lots” is no chill: a number from 0 to 150.');
  expect(field.shown()).toBe('lots');
  field.take('-3');
  expect(given).toEqual([]);
  TestBed.resetTestingModule();
  expect(fieldOf('citrus').text().trim()).toBe('');
});
