import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { beforeEach, expect, it, vi } from 'vitest';
import { BendDrag } from './bend-drag';
import { BenchStore } from './bench-store';

const bending = signal<{ stemId: string; runDeg: number; toDeg: number; nowDeg: number } | undefined>(
  undefined,
);
const bench = {
  bending,
  moving: signal(false),
  setMoving: (isMoving: boolean) => bench.moving.set(isMoving),
  bendTo: (stemId: string, toDeg: number) => bending.set({ stemId, runDeg: 40, toDeg, nowDeg: 70 }),
};
const press = {
  preventDefault: () => undefined,
  pointerId: 1,
  target: { setPointerCapture: () => undefined, releasePointerCapture: () => undefined },
};
/** A place of the sheet that lies so many deg from upright, 100 px from the join. */
const at = (deg: number): [number, number] => [
  200 + 100 * Math.sin((deg * Math.PI) / 180),
  300 - 100 * Math.cos((deg * Math.PI) / 180),
];
const BASE: [number, number] = [200, 300];

let drag: BendDrag;
beforeEach(() => {
  TestBed.configureTestingModule({ providers: [BendDrag, { provide: BenchStore, useValue: bench }] });
  drag = TestBed.inject(BendDrag);
  bench.bendTo('a', 40);
});

/** Draws the end, again and again, to where the finger is, as its end comes after it. */
function drawTo(deg: number): void {
  drag.grab(press as unknown as PointerEvent);
  for (let i = 0; i < 60; i++) drag.to(at(deg), { base: BASE, tip: at(bending()?.toDeg ?? 0) });
  drag.letGo(press as unknown as PointerEvent);
}

it('brings the limb to where the finger draws it as far as is safe', () => {
  drawTo(60);
  expect(bending()?.toDeg).toBe(60);
  expect(drag.words()?.code).toBe('bend-try.on-tree');
});

it('gives way by a third past what is safe, and says so', () => {
  drawTo(100);
  expect(bending()?.toDeg).toBe(Math.round(70 + 0.35 * 30));
  expect(drag.words()?.code).toBe('bend-try.on-tree.over');
});

it('lets what stands beside the tree wait until the finger stops, or lets go', () => {
  vi.useFakeTimers();
  drag.grab(press as unknown as PointerEvent);
  drag.to(at(60), { base: BASE, tip: at(40) });
  expect(bench.moving()).toBe(true);
  vi.advanceTimersByTime(150);
  expect(bench.moving()).toBe(false);
  drag.to(at(65), { base: BASE, tip: at(60) });
  expect(bench.moving()).toBe(true);
  drag.letGo(press as unknown as PointerEvent);
  expect(bench.moving()).toBe(false);
  vi.useRealTimers();
});

it('does not move while it is not held, and goes by keys', () => {
  drag.to(at(90), { base: BASE, tip: at(40) });
  expect(bending()?.toDeg).toBe(40);
  const key = { key: 'ArrowDown', preventDefault: () => undefined, stopPropagation: () => undefined };
  drag.byKey(key as unknown as KeyboardEvent);
  expect(bending()?.toDeg).toBe(42);
});
