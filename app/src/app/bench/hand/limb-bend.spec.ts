import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { beforeEach, expect, it } from 'vitest';
import { sceneOf, type Stem } from '../../../../../core';
import { treeOf } from '../../../../../core/testing/trees';
import { BookStore } from '../../book/book-store';
import { Words } from '../../words/words';
import { BenchStore } from '../bench-store';
import { HandStore } from './hand-store';
import { LimbBend } from './limb-bend';

const state = treeOf({
  ...{ form: 'central-leader', trunk: { length: 220, mm: 40 } },
  limbs: [
    { id: 'a', h: 90, bearing: 90, angle: 40, length: 100, mm: 11, more: { growthCm: { '2026': 100 } } },
    { id: 'b', h: 60, bearing: 270, angle: 30, length: 110, mm: 32, more: { growthCm: { '2024': 110 } } },
  ],
});
const [, a, b] = state.tree.stems as [Stem, Stem, Stem];

const bending = signal<{ stemId: string; toDeg: number } | undefined>(undefined);
const bench = {
  ...{
    state: signal(state),
    bending,
    moving: signal(false),
    seeSideOn: () => undefined,
    unbend: () => bending.set(undefined),
  },
  bendTo: (stemId: string, toDeg: number) => bending.set({ stemId, toDeg }),
};

function bendOf(stem: Stem): LimbBend {
  const fixture = TestBed.createComponent(LimbBend);
  fixture.componentRef.setInput('stem', stem);
  return fixture.componentInstance;
}

beforeEach(() => {
  bending.set(undefined);
  TestBed.configureTestingModule({
    providers: [
      Words,
      { provide: BookStore, useValue: { units: signal('metric') } },
      { provide: BenchStore, useValue: bench },
      { provide: HandStore, useValue: { scene: signal(sceneOf(state)) } },
    ],
  });
});

it('reckons nothing until it is opened, and stands then at the angle the limb lies at', () => {
  const bend = bendOf(a);
  expect(bend.trial()).toBeUndefined();
  bend.isOpen.set(true);
  expect(bend.toDeg()).toBe(40);
  expect(bend.lines().map(({ code }) => code)).toEqual(['bend-try.as-it-lies']);
});

it('tells how it is held where its wood bears it, and draws what is asked of the wood between join and tie', () => {
  const bend = bendOf(a);
  bend.isOpen.set(true);
  bench.bendTo('a', 90);
  expect(bend.lines().map(({ code }) => code)).toEqual(['held.now', 'bend-try.now']);
  bend.restDeg.set(90);
  expect(
    bend
      .lines()
      .map(({ code }) => code)
      .slice(0, 2),
  ).toEqual(['bend-try.held', 'held.now']);
  const asked = bend.trial()?.asked ?? [];
  expect(Math.max(...asked)).toBeGreaterThan(0.25);
  expect(asked.at(-1)).toBeLessThan(0.01);
  expect(bend.heldAt()?.to).toBeDefined();
});

it('waits while a finger draws the limb on the tree, and follows when it stops', () => {
  const bend = bendOf(a);
  bend.isOpen.set(true);
  bench.bendTo('a', 60);
  expect(bend.toDeg()).toBe(60);
  bench.moving.set(true);
  bench.bendTo('a', 75);
  expect(bend.toDeg()).toBe(60);
  bench.moving.set(false);
  expect(bend.toDeg()).toBe(75);
});

it('tells of stout old wood that it would crack, and how far is safe', () => {
  const bend = bendOf(b);
  bend.isOpen.set(true);
  bench.bendTo('b', 100);
  expect(bend.lines().map(({ code }) => code)).toEqual(['bend-try.cracks', 'bend-try.now']);
  expect(Math.max(...(bend.trial()?.asked ?? []))).toBeGreaterThan(0.75);
});

it('shows every means for the angle one has stopped at, why some will not do, and holds it with the one that is chosen', () => {
  const bend = bendOf(a);
  bend.isOpen.set(true);
  bench.bendTo('a', 80);
  expect(bend.here()).toEqual([]);
  bend.restDeg.set(80);
  const here = bend.here();
  expect(here.map(({ by }) => by)).toEqual(['spreader', 'ground-peg', 'trunk', 'neighbour', 'weight']);
  expect(here.filter(({ held, not }) => (held === undefined) === (not === undefined))).toEqual([]);
  const other = here.filter(({ held }) => held).at(-1)?.by;
  bend.wish.set(other);
  expect(bend.held()?.by).toBe(other);
});
