import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import {
  dayNumber,
  NO_WEATHER,
  seasonPlace,
  type Due,
  type PlainEvent,
  type TreeState,
} from '../../../../core';
import { treeOf } from '../../../../core/testing/trees';
import { BookStore } from '../book/book-store';
import { DueStore } from '../due/due-store';
import { Words } from '../words/words';
import { BenchStore } from './bench-store';
import { BenchWork } from './bench-work';
import { SeasonTimeline } from './season-timeline';
import { StagesHere } from './stages-here';

const TODAY = '2026-11-25';
const base = treeOf({ form: 'open-vase', trunk: { length: 110, mm: 44 }, limbs: [], today: TODAY });
const state: TreeState = { ...base, record: { ...base.record, planted: '2024-12-01' } };
const EVENTS = [
  { kind: 'note', treeId: 'tree', text: 'Dry week.', happenedOn: '2026-07-18' },
  { kind: 'acts-done', treeId: 'tree', acts: [{}, {}], happenedOn: '2025-02-20' },
] as unknown as PlainEvent[];
const due = (id: string, from: string, to: string, acts = 0): Due =>
  ({
    id,
    what: 'prune',
    from,
    to,
    bestFrom: from,
    bestTo: to,
    on: from,
    pressing: 'later',
    stemIds: [],
    acts,
  }) as unknown as Due;

const seenOn = signal<string | undefined>(undefined);
const doneBy = signal<readonly { id: string }[] | undefined>(undefined);
/** One cut of the winter’s, and a limb spared, which has no time of its own. */
const ACTS = [
  { id: 'x', kind: 'take-out', stemId: 'x' },
  { id: 'y', kind: 'stay', stemId: 'y' },
];
const bench = {
  ...{ doneBy, judged: signal({ plan: { acts: ACTS } }) },
  ...{ state: signal(state), treeId: signal('tree'), seenOn, on: signal(TODAY), setDay: () => undefined },
  lookBack: (day: string) => seenOn.set(day),
  lookAhead: (day: string, acts: { id: string }[]) => [seenOn.set(day), doneBy.set(acts)],
  show: () => seenOn.set(undefined),
};
const seen = vi.fn(() => Promise.resolve(true));
const place = signal(seasonPlace({ latitudeDeg: 50 }, NO_WEATHER));

beforeEach(() => {
  vi.stubGlobal(
    'ResizeObserver',
    class {
      observe = () => undefined;
      disconnect = () => undefined;
    },
  );
  seenOn.set(undefined);
  doneBy.set(undefined);
  TestBed.configureTestingModule({
    providers: [
      Words,
      { provide: BenchStore, useValue: bench },
      { provide: BenchWork, useValue: { stageSeen: seen } },
      {
        provide: DueStore,
        useValue: {
          byTree: signal(
            new Map([
              ['tree', [due('a', '2027-01-10', '2027-04-10'), due('b', '2027-03-01', '2027-04-01', 1)]],
            ]),
          ),
        },
      },
      {
        provide: BookStore,
        useValue: {
          ...{ units: signal('metric'), today: () => TODAY, placeOf: signal(() => place()) },
          read: signal({ eventsOf: new Map([['tree', EVENTS]]) }),
        },
      },
    ],
  });
});

describe('the years of a tree', () => {
  const timeline = (): SeasonTimeline => TestBed.createComponent(SeasonTimeline).componentInstance;

  it('run from planting past today to its fifth, each day further on than the one before', () => {
    const strip = timeline();
    const at = ['2024-12-01', '2025-06-01', '2026-06-01', TODAY, '2027-06-01', '2029-10-01'].map((day) =>
      strip.at(day),
    );
    expect([...at].sort((a, b) => a - b)).toEqual(at);
    expect(at[0]).toBeGreaterThan(0);
    expect(at.at(-1)).toBeLessThanOrEqual(strip.width());
    expect(strip.now()).toBe(strip.at(TODAY));
  });

  it('tell what was done and seen on its day, and work that overlaps in two lanes', () => {
    const strip = timeline();
    expect(strip.past().map(({ kind, words }) => [kind, words])).toEqual([
      ['note', '18 July 2026: note: Dry week.'],
      ['acts-done', '20 February 2025: 2 cuts and ties'],
    ]);
    expect(new Set(strip.work().map(({ y }) => y)).size).toBe(2);
    expect(strip.stages().length).toBeGreaterThan(4);
  });

  it('are drawn along: the tree is seen as it stood on that day, and as it stands at the end', () => {
    const strip = timeline();
    strip.look(31);
    expect(seenOn()).toBe('2025-01-01');
    expect(strip.seen()).toBe(31);
    strip.look(dayNumber(TODAY) - dayNumber('2024-12-01'));
    expect(seenOn()).toBeUndefined();
  });

  it('are drawn along to the last planned work: each act is done on its best day, what has no time of its own at once', () => {
    const strip = timeline();
    const by = (on: string): (string | undefined)[] => {
      strip.look(dayNumber(on) - dayNumber('2024-12-01'));
      return [seenOn(), ...(doneBy() ?? []).map(({ id }) => id)];
    };
    expect(by('2027-02-28')).toEqual(['2027-02-28', 'y']);
    expect(by('2027-03-01')).toEqual(['2027-03-01', 'x', 'y']);
    expect(by('2028-01-01')).toEqual(['2027-03-01', 'x', 'y']);
    expect(strip.seenTold()).toMatchObject({ code: 'timeline.ahead', args: { n: 2, of: 2 } });
  });
});

describe('the season at a tree', () => {
  it('tells what comes next, as moved by what was seen, and writes down what is seen', () => {
    const here = TestBed.createComponent(StagesHere).componentInstance;
    expect(here.lines().map(({ code }) => code)).toEqual(Array(3).fill('stages-here.coming'));
    expect(here.stages()).toContain('bloom');
    place.set(
      seasonPlace({ latitudeDeg: 50 }, NO_WEATHER, [
        { kind: 'peach', variety: state.record.variety, season: 2026, stage: 'bloom', on: '2026-06-10' },
      ]),
    );
    const [first, ...rest] = here.lines();
    expect(first?.code).toBe(state.record.kind === 'peach' ? 'stages-here.seen' : 'stages-here.coming');
    expect(rest.length).toBeGreaterThan(1);
    here.see('bloom');
    expect(seen).toHaveBeenCalledWith('bloom');
  });
});
