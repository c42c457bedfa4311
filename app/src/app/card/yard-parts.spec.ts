import { describe, expect, it } from 'vitest';
import type { TreeState } from '../../../../core';
import { treeOf } from '../../../../core/testing/trees';
import { spoken } from '../words/spoken';
import { partsOf } from './yard-parts';

/** A tree of a name on a site, at a place, cm east and north. */
function standing(name: string, site: string, eastCm: number, northCm = 0): TreeState {
  const state = treeOf({ form: 'open-vase', trunk: { length: 90, mm: 30 }, limbs: [] });
  const record = { ...state.record, id: name.toLowerCase(), name, place: { eastCm, northCm } };
  return { ...state, record, site: { ...state.site, id: site, name: `${site} side` } };
}
const row = (site: string, count: number, northCm = 0): TreeState[] =>
  Array.from({ length: count }, (_, i) => standing(`${site}${northCm}-${i + 1}`, site, i * 300, northCm));

describe('the parts of a yard that cards are printed for', () => {
  it('are its sites, and the rows on each by the names at their ends', () => {
    const parts = partsOf([...row('Bank', 3), ...row('Bank', 4, 900), ...row('Flat', 2)]);
    expect(parts.map(({ name, treeIds }) => [spoken().tell(name), treeIds.length])).toEqual([
      ['Bank side', 7],
      ['row from Bank900-1 to Bank900-4, 4 trees', 4],
      ['row from Bank0-1 to Bank0-3, 3 trees', 3],
      ['Flat side', 2],
    ]);
  });

  it('leave out a row that is all of its site, but not where the site is all of the yard', () => {
    expect(partsOf([...row('Bank', 3), ...row('Flat', 2)]).map(({ id }) => id)).toEqual([
      'site-Bank',
      'site-Flat',
    ]);
    expect(partsOf(row('Bank', 3)).map(({ id }) => id)).toEqual(['row-bank0-1']);
  });

  it('are none in a garden of two trees', () => {
    expect(partsOf(row('Bank', 2))).toEqual([]);
  });
});
