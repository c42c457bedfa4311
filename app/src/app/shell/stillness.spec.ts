import { TestBed } from '@angular/core/testing';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { Stillness } from './stillness';

let done: string[];
let still: Stillness;
const later = (name: string): void => still.whenStill(() => done.push(name));
const scrolled = (): void => void dispatchEvent(new Event('scroll'));

beforeEach(() => {
  vi.useFakeTimers();
  done = [];
  still = TestBed.inject(Stillness);
});
afterEach(() => vi.useRealTimers());

it('holds nothing up on a page that is still', () => {
  later('a');
  expect(done).toEqual(['a']);
});

it('waits while somebody scrolls, however long, then does everything in the order it came', () => {
  scrolled();
  later('a');
  for (let i = 0; i < 10; i++) {
    vi.advanceTimersByTime(100);
    scrolled();
  }
  later('b');
  expect(done).toEqual([]);
  vi.advanceTimersByTime(200);
  expect(done).toEqual(['a', 'b']);
  later('c');
  expect(done).toEqual(['a', 'b', 'c']);
});

it('tells once when the page begins to move, a slider pushed too, and once when it is still', () => {
  const told: boolean[] = [];
  still.watch((moving) => told.push(moving));
  const slider = document.body.appendChild(Object.assign(document.createElement('input'), { type: 'range' }));
  slider.dispatchEvent(new Event('input', { bubbles: true }));
  scrolled();
  expect(told).toEqual([true]);
  vi.advanceTimersByTime(200);
  expect(told).toEqual([true, false]);
  slider.type = 'text';
  slider.dispatchEvent(new Event('input', { bubbles: true }));
  slider.remove();
  expect(told).toHaveLength(2);
});

it('counts a drag as moving, but not a pointer that only passes over', () => {
  const moved = (buttons: number): void =>
    void dispatchEvent(Object.assign(new Event('pointermove'), { buttons }));
  moved(0);
  later('passing');
  moved(1);
  later('dragging');
  expect(done).toEqual(['passing']);
  vi.advanceTimersByTime(200);
  expect(done).toEqual(['passing', 'dragging']);
});
