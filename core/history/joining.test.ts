import fc from 'fast-check';
import { expect, it } from 'vitest';
import { mergeBooks } from '../formats/merge';
import { reading } from '../readings/reading';
import { LEVEL_SITE } from '../testing/trees';
import { latestClock, nextClock } from './clock';
import type { BookEvent, EventBody, Yard } from './events';
import { readBook, treeState } from './tree-at';
import { undoState } from './undo';

const BOOKS = 1000;
const HOUR_MS = 3_600_000;
const yard: Yard = {
  id: 'y',
  name: 'Y',
  sites: [
    {
      ...LEVEL_SITE,
      trees: [
        {
          ...{ id: 't', name: 'T', kind: 'apple', variety: '', unionCm: 10, ownRooted: false },
          ...{ planted: '2025-01-01', place: { eastCm: 0, northCm: 0 }, form: 'open-vase' },
        },
      ],
    },
  ],
};

/** What one device does next: writes one of a few things, undoes, redoes, or takes in all the other wrote so far. */
const step = fc.record({
  device: fc.constantFrom('desk', 'phone'),
  what: fc.constantFrom('visit', 'overrule', 'lose', 'undo', 'redo', 'undo', 'join'),
  stem: fc.constantFrom('a', 'b', 'c'),
  n: fc.integer({ min: 20, max: 90 }),
  /** By how much its wall clock is set anew, minutes. */
  setBack: fc.constantFrom(0, 0, 0, -4, -61, 7),
});
type Step = typeof step extends fc.Arbitrary<infer T> ? T : never;

function bodyOf({ what, stem, n }: Step): EventBody {
  if (what === 'lose') return { kind: 'lost', treeId: 't', stemId: stem, how: 'broke' };
  if (what === 'overrule')
    return { kind: 'overruled', treeId: 't', stemId: stem, ruling: n % 2 ? 'keep' : 'out' };
  const [length, parent] = [reading('length', n, 'tape'), { kind: 'stem', stemId: 'trunk' } as const];
  const trunk = { parent: { kind: 'ground', eastCm: 0, northCm: 0 }, length: reading('length', 100, 'tape') };
  return {
    kind: 'visit',
    treeId: 't',
    stems: { trunk: trunk as never, [stem]: { length, parent } },
  };
}

/** Two devices' copies of one book, their wall clocks an hour apart and set back now and then. */
function written(steps: readonly Step[]): Record<string, BookEvent[]> {
  const books: Record<string, BookEvent[]> = { desk: [], phone: [] };
  const wall: Record<string, number> = { desk: 1e12, phone: 1e12 - HOUR_MS };
  let n = 0;
  for (const one of steps) {
    const own = books[one.device] as BookEvent[];
    const other = books[one.device === 'desk' ? 'phone' : 'desk'] as BookEvent[];
    wall[one.device] = (wall[one.device] as number) + 60_000 * (1 + one.setBack);
    if (one.what === 'join') {
      const known = new Set(own.map(({ id }) => id));
      own.push(...other.filter(({ id }) => !known.has(id)));
      continue;
    }
    const can = undoState(own, one.device);
    const target = one.what === 'undo' ? can.undo : one.what === 'redo' ? can.redo : undefined;
    const isChange = one.what === 'undo' || one.what === 'redo';
    if (isChange && !target) continue;
    n++;
    own.push({
      ...{ id: `e${n}`, device: one.device, sequence: n, happenedOn: '2026-01-01', ruleSet: 'r' },
      clock: nextClock(wall[one.device] as number, latestClock(own)),
      recordedAt: new Date(wall[one.device] as number).toISOString(),
      ...(target ? { kind: 'withdraw', target: target.id } : bodyOf(one)),
    });
  }
  return books;
}

const treeIn = (events: readonly BookEvent[]): unknown => {
  const state = treeState(readBook({ yard, events }), 't');
  return JSON.parse(JSON.stringify({ ...state, stems: state?.tree.stems }));
};

it('two devices joined in either order, in whatever order their events lie, hold the same tree', () => {
  fc.assert(
    fc.property(fc.array(step, { maxLength: 30 }), fc.integer(), (steps, seed) => {
      const { desk = [], phone = [] } = written(steps);
      const one = mergeBooks({ yard, events: desk }, { yard, events: phone }).events;
      const other = mergeBooks({ yard, events: phone }, { yard, events: desk }).events;
      const shuffled = [...one].sort(
        (a, b) => ((a.sequence * 7919 + seed) % 101) - ((b.sequence * 7919 + seed) % 101),
      );
      expect(treeIn(other)).toEqual(treeIn(one));
      expect(treeIn(shuffled)).toEqual(treeIn(one));
    }),
    { numRuns: BOOKS },
  );
});

it('no wall clock has a say in what is withdrawn: any other instants give the same tree', () => {
  fc.assert(
    fc.property(fc.array(step, { maxLength: 30 }), fc.infiniteStream(fc.nat(2e9)), (steps, instants) => {
      const events = written(steps)['desk'] ?? [];
      const moved = events.map((event) => {
        const at: number = instants.next().value;
        return { ...event, recordedAt: new Date(at * 1000).toISOString() };
      });
      expect(treeIn(moved)).toEqual(treeIn(events));
    }),
    { numRuns: BOOKS },
  );
});

it('undone to its beginning and redone to its end, a device’s book holds the tree it held', () => {
  fc.assert(
    fc.property(fc.array(step, { maxLength: 20 }), (steps) => {
      const events = [...(written(steps.map((one) => ({ ...one, device: 'desk' as const })))['desk'] ?? [])];
      const before = treeIn(events);
      const change = (to: BookEvent): void => {
        const n = 1000 + events.length;
        events.push({
          ...{ id: `u${n}`, device: 'desk', sequence: n, happenedOn: '2026-01-01', ruleSet: 'r' },
          ...{ clock: nextClock(0, latestClock(events)), recordedAt: '2026-01-01T00:00:00Z' },
          ...{ kind: 'withdraw', target: to.id },
        });
      };
      let undone = 0;
      for (let can = undoState(events, 'desk').undo; can; can = undoState(events, 'desk').undo) {
        change(can);
        undone++;
      }
      expect(treeIn(events)).toMatchObject({ rulings: {}, stems: [] });
      for (; undone > 0; undone--) change(undoState(events, 'desk').redo as BookEvent);
      expect(treeIn(events)).toEqual(before);
    }),
    { numRuns: BOOKS / 4 },
  );
});
