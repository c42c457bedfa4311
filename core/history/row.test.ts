import { describe, expect, it } from 'vitest';
import { treeRecord } from './tree-record';
import { rowFrom } from './row';
import { treeOf } from '../testing/trees';

const { record } = treeOf({ form: 'open-vase', trunk: { length: 90, mm: 20 }, limbs: [] });
const counted = (): (() => string) => {
  let n = 0;
  return () => `new-${++n}`;
};

describe('a row of like trees', () => {
  it('runs the way it is set, each tree as far from the last, and keeps every fact', () => {
    const first = { ...record, name: 'Pell', roomCm: 250, place: { eastCm: 100, northCm: 50 } };
    const row = rowFrom(first, { count: 2, apartCm: 300, bearingDeg: 120 }, counted());
    // 300 sin 120 = 259.8 and 300 cos 120 = -150, and twice that.
    expect(row.map(({ place }) => place)).toEqual([
      { eastCm: 360, northCm: -100 },
      { eastCm: 620, northCm: -250 },
    ]);
    expect(row.map(({ id, name, roomCm }) => [id, name, roomCm])).toEqual([
      ['new-1', 'Pell 2', 250],
      ['new-2', 'Pell 3', 250],
    ]);
    for (const tree of row) expect(treeRecord.isValidSync(tree)).toBe(true);
  });

  it('counts on from a number that stands in the name', () => {
    const names = (name: string): string[] =>
      rowFrom({ ...record, name }, { count: 2, apartCm: 100, bearingDeg: 90 }, counted()).map((t) => t.name);
    expect(names('Row 9')).toEqual(['Row 10', 'Row 11']);
    expect(names('12')).toEqual(['13', '14']);
  });
});
