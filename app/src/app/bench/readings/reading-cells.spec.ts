import { expect, it } from 'vitest';
import { told, type DraftField, type Stem } from '../../../../../core';
import { treeOf } from '../../../../../core/testing/trees';
import { cellsOf, inRowOrder, isTrunkRow, type Cell, type RowRead } from './reading-cells';

const limb = (id: string) => ({ id, h: 60, bearing: 90, angle: 45, length: 80, mm: 14 });
const { tree } = treeOf({
  form: 'open-vase',
  trunk: { length: 120, mm: 30 },
  limbs: [limb('a10'), limb('a2'), limb('b')],
});
const stemOf = (id: string): Stem => tree.stems.find((stem) => stem.id === id) as Stem;

function cellsIn(id: string, more: Partial<RowRead> = {}): Record<DraftField, Cell> {
  const stem = tree.stems.find((known) => known.id === id);
  const row: RowRead = { id, stem, drafted: stem, tree, typed: {}, troubles: [], units: 'metric' };
  const cells = cellsOf({ ...row, ...more }).map((cell) => [cell.field, cell]);
  return Object.fromEntries(cells) as Record<DraftField, Cell>;
}

it('shows what is on record, and what is half typed instead of it, in that row alone', () => {
  const typed = { a2: { length: '9 in' } };
  expect(cellsIn('a2').length.text).toBe('80 cm');
  expect(cellsIn('a2', { typed }).length.text).toBe('9 in');
  expect(cellsIn('b', { typed }).length.text).toBe('80 cm');
});

it('tells a value nobody read as a guess, in the units of the reader', () => {
  const drafted = stemOf('a2');
  expect(cellsIn('new', { drafted }).length).toMatchObject({ text: '', guess: '~80 cm' });
  expect(cellsIn('new', { drafted, units: 'imperial' }).length.guess).toMatch(/^~31.*in$/);
  expect(cellsIn('new', { drafted }).condition.guess).toBe('');
});

it('names a new row by the next free tag until one is typed', () => {
  expect(cellsIn('new').tag).toMatchObject({ text: '', guess: 'A' });
  expect(cellsIn('new', { typed: { new: { tag: 'Q' } } }).tag).toMatchObject({ text: 'Q', guess: 'Q' });
});

it('puts what is wrong with a cell at that cell of that row', () => {
  const troubles = [{ row: 'a2', field: 'length' as const, message: told('refused.missing') }];
  expect(cellsIn('a2', { troubles }).length.trouble).toEqual(told('refused.missing'));
  expect(cellsIn('a2', { troubles }).bearing.trouble).toBeUndefined();
  expect(cellsIn('b', { troubles }).length.trouble).toBeUndefined();
});

it('stands the trunk first, then limbs by tag as one counts', () => {
  const backwards = [...tree.stems].reverse();
  expect(inRowOrder(backwards).map(({ tag }) => tag.toLowerCase())).toEqual(['trunk', 'a2', 'a10', 'b']);
  expect([isTrunkRow('trunk', undefined), isTrunkRow('b', stemOf('b'))]).toEqual([true, false]);
});
