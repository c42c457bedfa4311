import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { readYardFile } from '../formats/read';
import { writeYardFile, type YardFile } from '../formats/yard-file';
import { tell } from '../testing/tell';
import { EVENT_KINDS } from './events';
import { readBook, treeState } from './tree-at';

const golden = (name: string): string =>
  readFileSync(new URL(`../testing/golden/${name}.json`, import.meta.url), 'utf8');

function readGolden(name: string): YardFile {
  const read = readYardFile(golden(name));
  if (read.kind !== 'good') throw new Error(JSON.stringify(read));
  return read.file;
}

/** Plain data without what was only filled in: that is today's knowledge, not the book's. */
const readOnly = (trees: unknown): unknown =>
  JSON.parse(
    JSON.stringify(trees, (_, value: unknown) =>
      (value as { how?: string } | null)?.how === 'filled-in' ? undefined : value,
    ),
  );

/** Every tree of a book as it stands, as plain data. */
function treesOf(file: Pick<YardFile, 'yard' | 'events'>): unknown {
  const read = readBook(file);
  const states = read.trees.map(({ record }) => {
    const state = treeState(read, record.id);
    // The day it is looked at is the onlooker's, not the book's.
    return [record.id, { ...state, today: undefined, site: state?.site.id, school: state?.school.id }];
  });
  return readOnly(Object.fromEntries(states));
}

describe('the golden book', () => {
  it('of the first version comes up to the trees that its own program saw in it', () => {
    expect(treesOf(readGolden('book-1'))).toEqual(readOnly(JSON.parse(golden('trees-1'))));
  });

  it('of the second version comes up to the same trees, its words as they were written', () => {
    const file = readGolden('book-2');
    expect(treesOf(file)).toEqual(readOnly(JSON.parse(golden('trees-2'))));
    const acts = file.events.flatMap((event) => (event.kind === 'acts-done' ? event.acts : []));
    expect(new Set(acts.map(({ reason }) => reason.code))).toEqual(new Set(['as-written']));
    expect(acts.map(({ reason }) => tell(reason)).join(' ')).toMatch(/\w/);
  });

  it('of the third version comes up to the same trees', () => {
    expect(treesOf(readGolden('book-3'))).toEqual(readOnly(JSON.parse(golden('trees-3'))));
  });

  it('of the fourth version comes up to the same trees', () => {
    expect(treesOf(readGolden('book-4'))).toEqual(readOnly(JSON.parse(golden('trees-4'))));
  });

  it('of the fifth version comes up to the same trees', () => {
    expect(treesOf(readGolden('book-5'))).toEqual(readOnly(JSON.parse(golden('trees-5'))));
  });

  it('of the sixth version comes up to the same trees', () => {
    expect(treesOf(readGolden('book-6'))).toEqual(readOnly(JSON.parse(golden('trees-5'))));
  });

  it('of the seventh version comes up to the same trees', () => {
    expect(treesOf(readGolden('book-7'))).toEqual(readOnly(JSON.parse(golden('trees-5'))));
  });

  it('of the eighth version comes up to the same trees', () => {
    expect(treesOf(readGolden('book-8'))).toEqual(readOnly(JSON.parse(golden('trees-8'))));
  });

  it('of today folds to the same trees for ever, written out and read again too', () => {
    const file = readGolden('book-9');
    expect(treesOf(file)).toEqual(readOnly(JSON.parse(golden('trees-9'))));
    expect(readBook(file).wounds).toMatchObject([{ widthMm: 6, cutOn: '2024-01-15', isClosed: false }]);
    const again = readYardFile(writeYardFile(file));
    expect(again.kind === 'good' && again.file.photos).toEqual({ 'p-1': '/9j/4AAQSkZJRg==' });
    expect(again.kind === 'good' && again.file.weather?.['north']?.weather.days).toMatchObject([
      { minC: -2.5 },
    ]);
    expect(again.kind === 'good' && treesOf(again.file)).toEqual(readOnly(JSON.parse(golden('trees-9'))));
  });

  it('of today holds every kind of event, of two devices, undone and redone', () => {
    const { events } = readGolden('book-9');
    const kinds = new Set(events.map(({ kind }) => kind));
    expect([...kinds].sort()).toEqual([...EVENT_KINDS, 'amend', 'withdraw'].sort());
    expect(new Set(events.map(({ device }) => device)).size).toBe(2);
    const withdrawals = new Set(events.flatMap(({ kind, id }) => (kind === 'withdraw' ? [id] : [])));
    expect(events.some((event) => event.kind === 'withdraw' && withdrawals.has(event.target))).toBe(true);
  });

  it('holds what was set right of tree and site for the days before, and what happened from its own day on', () => {
    const file = readGolden('book-5');
    const [now, before] = [readBook(file), readBook(file, '2026-01-31')];
    expect(now.gone.map(({ record, why, words }) => [record.id, why, words])).toEqual([
      ['spare', 'given-away', 'to the school'],
    ]);
    expect([now.name, before.name]).toEqual(['Golden book, kept on', 'Golden book, kept on']);
    expect(now.sites.map(({ id }) => id)).toEqual(['north', 'south', 'lane']);
    expect(treeState(now, 'pear')).toMatchObject({
      record: { name: 'pear at the lane', variety: 'Sallowmere', place: { eastCm: 300 } },
      site: { name: 'Lane foot', wetWinters: true },
    });
    expect(treeState(now, 'pear')?.record.roomCm).toBeUndefined();
    expect(treeState(before, 'pear')).toMatchObject({
      record: { name: 'pear at the lane', place: { eastCm: 0 } },
      site: { name: 'north' },
    });
  });

  it('has what two devices told of the same buds and the same school while neither knew of the other', () => {
    const file = readGolden('book-8');
    const budsOn = (day: string) => treeState(readBook(file, day), 'whip')?.buds;
    expect(budsOn('2026-03-06')).toMatchObject({ firstCm: 14, blind: [9] });
    expect(budsOn('2026-03-07')).toEqual({
      ...{ firstCm: 15, spacingCm: 2.4, blind: [] },
      facings: [
        { bud: 3, bearingDeg: 120 },
        { bud: 6, bearingDeg: 310 },
      ],
    });
    const answers = { wounds: 'paste', timing: 'mid-dormant' };
    expect(readBook(file).schoolEdits).toEqual({ 'frame-first': answers });
  });

  it('has what is fixed one thing at a time: put on, looked at with its loop made wider, taken off, and nothing else touched', () => {
    const file = readGolden('book-8');
    const on = (day: string) =>
      treeState(readBook(file, day), 'pear')?.tree.stems.find(({ id }) => id === 'd')?.fixings;
    const tie = { what: 'tie', atCm: 7, to: 'the fence', since: '2026-03-04' };
    expect(on('2026-03-04')).toEqual([{ what: 'label' }, { ...tie, loopMm: 9 }]);
    expect(on('2026-03-05')).toEqual([{ what: 'label' }, { ...tie, loopMm: 12, lookedOn: '2026-03-05' }]);
    expect(on('2026-03-06')).toEqual([{ what: 'label' }]);
  });

  it('has the buds that were left, with their plan, and a limb in doubt until its winter', () => {
    const read = readBook(readGolden('book-9'));
    expect(treeState(read, 'whip', { today: '2026-03-09' })?.budsDone).toMatchObject({
      done: [20],
      isRubbedOff: true,
    });
    expect(treeState(read, 'pear', { today: '2026-03-09' })).toMatchObject({
      rulings: { d: 'wait' },
      waits: { d: { until: '2026-11-01', doubt: { code: 'weighed.room' } } },
    });
    expect(treeState(read, 'pear', { today: '2026-11-01' })?.rulings['d']).toBeUndefined();
  });

  it('shows what was redone after the phone’s clock fell back, and the day an amendment names', () => {
    const file = readGolden('book-3');
    const read = readBook(file);
    expect(treeState(read, 'peach')?.rulings).toEqual({ q: 'keep' });
    expect(treeState(readBook(file, '2026-01-31'), 'wall')?.visitedOn).toBe('2025-01-20');
    expect(treeState(readBook(file, '2026-02-03'), 'wall')?.visitedOn).toBe('2026-02-02');
  });
});
