import fc from 'fast-check';
import { expect, it } from 'vitest';
import { nextClock, latestClock } from '../history/clock';
import type { BookEvent, EventBody, Yard } from '../history/events';
import { readBook, treeState } from '../history/tree-at';
import type { TreeRecord } from '../history/tree-record';
import { undoState } from '../history/undo';
import { layOut } from '../tree/course';
import { reading } from '../readings/reading';
import { runs } from '../testing/deep';
import { LEVEL_SITE } from '../testing/trees';
import { mergeBooks } from './merge';
import { readYardFile } from './read';
import { writeYardFile } from './yard-file';

const TREE: TreeRecord = {
  ...{ id: 't', name: 'T', kind: 'apple', variety: '', unionCm: 10, ownRooted: false },
  ...{ planted: '2025-01-01', place: { eastCm: 0, northCm: 0 }, form: 'open-vase' },
};
const yard: Yard = { id: 'y', name: 'Y', sites: [{ ...LEVEL_SITE, trees: [] }] };
const DEVICES = ['desk', 'phone', 'tablet'] as const;
const STEMS = ['trunk', 'a', 'b', 'c'] as const;

/** What one of three devices does next: plants the tree or a place, reads a limb with or without what carries it, takes back, puts back, joins. */
const step = fc.record({
  device: fc.constantFrom(...DEVICES),
  what: fc.constantFrom(
    'plant',
    'place',
    'move',
    'read',
    'read',
    'read',
    'again',
    'take-out',
    'undo',
    'undo',
    'redo',
    'join',
  ),
  stem: fc.constantFrom(...STEMS),
  on: fc.constantFrom(...STEMS),
  cm: fc.integer({ min: 20, max: 90 }),
});
type Step = typeof step extends fc.Arbitrary<infer T> ? T : never;

function bodyOf({ what, stem, on, cm }: Step): EventBody {
  if (what === 'plant')
    return { kind: 'tree-added', treeId: 't', siteId: cm % 2 ? 'site' : 'lane', tree: TREE };
  if (what === 'place') return { kind: 'site-added', site: { ...LEVEL_SITE, id: 'lane', name: 'lane' } };
  if (what === 'move')
    return { kind: 'tree-moved', treeId: 't', siteId: 'lane', place: { eastCm: 9, northCm: 9 } };
  if (what === 'take-out') return { kind: 'site-taken-out', siteId: 'lane' };
  const length = reading('length', cm, 'tape');
  const parent =
    stem === 'trunk'
      ? ({ kind: 'ground', eastCm: 0, northCm: 0 } as const)
      : ({ kind: 'stem', stemId: on } as const);
  return {
    kind: 'visit',
    treeId: 't',
    stems: { [stem]: what === 'again' ? { length } : { length, parent } },
  };
}

/** Whether one copy, as it stands, has what a limb is said to rise from, and no ring comes of it; of what is read once more, the limb. */
function mayRead(own: readonly BookEvent[], { what, stem, on }: Step): boolean {
  const state = treeState(readBook({ yard, events: own }), 't');
  const stems = new Map(state?.tree.stems.map(({ id, parent }) => [id, parent]));
  if (what === 'again') return stems.has(stem);
  if (stem === 'trunk') return true;
  let at: string | undefined = on;
  while (at !== undefined && at !== stem) {
    const parent = stems.get(at);
    if (!parent) return false;
    at = parent.kind === 'stem' ? parent.stemId : undefined;
  }
  return at === undefined;
}

/** The copies that three devices have of one book. */
function written(steps: readonly Step[]): BookEvent[][] {
  const books = new Map<string, BookEvent[]>(DEVICES.map((device) => [device, []]));
  let n = 0;
  for (const one of steps) {
    const own = books.get(one.device) ?? [];
    if (one.what === 'join') {
      for (const [device, other] of books)
        if (device !== one.device) {
          const { events } = mergeBooks({ yard, events: own }, { yard, events: other });
          own.splice(0, own.length, ...events);
        }
      continue;
    }
    const { undo, redo } = undoState(own, one.device);
    const target = one.what === 'undo' ? undo : one.what === 'redo' ? redo : undefined;
    if ((one.what === 'undo' || one.what === 'redo') && !target) continue;
    const body: EventBody = target ? { kind: 'withdraw', target: target.id } : bodyOf(one);
    // Nothing is written of a tree or a place that this copy does not have.
    const known = (id: string): boolean =>
      own.some((event) => event.kind === 'site-added' && event.site.id === id);
    const hasTree = own.some(({ kind }) => kind === 'tree-added');
    if ('treeId' in body && body.kind !== 'tree-added' && !hasTree) continue;
    if ('siteId' in body && body.siteId === 'lane' && !known('lane')) continue;
    if (body.kind === 'visit' && !mayRead(own, one)) continue;
    const before = latestClock(own);
    n++;
    own.push({
      ...{ id: `${one.device}-${n}`, device: one.device, sequence: n, clock: nextClock(before, 1e12 + n) },
      ...{ happenedOn: '2026-01-01', recordedAt: '2026-01-01T00:00:00Z', ruleSet: '' },
      ...body,
    });
  }
  return [...books.values()];
}

it('every book that three devices write, take back and join is read again as it was written, and its tree stands', () => {
  fc.assert(
    fc.property(fc.array(step, { maxLength: 40 }), (steps) => {
      for (const events of written(steps)) {
        const read = readYardFile(writeYardFile({ yard, events, drafts: {} }));
        expect(read.kind, JSON.stringify(read).slice(0, 400)).toBe('good');
        const book = readBook({ yard, events });
        for (const { record } of book.trees) {
          const state = treeState(book, record.id);
          // A tree is in a list of some place, and all its stems stand on something.
          expect(state, 'a tree in no list').toBeDefined();
          if (!state) continue;
          const laid = layOut(state.tree);
          expect(state.tree.stems.every(({ id }) => laid.courses.has(id))).toBe(true);
        }
      }
    }),
    { numRuns: runs(3000, 400) },
  );
});
