import { signal, type WritableSignal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { beforeEach, describe, expect, it } from 'vitest';
import { judge, type BudReadings, type TreeState, type Units, type WhipPlan } from '../../../../core';
import { treeOf, type TestTree } from '../../../../core/testing/trees';
import { BookStore } from '../book/book-store';
import { BenchStore } from './bench-store';
import { Words } from '../words/words';
import { WhipBuds } from './whip-buds';

const WHIP: TestTree = { form: 'central-leader', trunk: { length: 140, mm: 14 }, limbs: [] };

let written: BudReadings[];
let state: WritableSignal<TreeState>;
let units: WritableSignal<Units>;
let buds: WhipBuds;

function planOf(now: TreeState): WhipPlan | undefined {
  const judged = judge(now);
  return judged.kind === 'whip' ? judged.whip : undefined;
}

beforeEach(() => {
  written = [];
  state = signal(treeOf(WHIP));
  units = signal('metric');
  const readBuds = (read: () => { now: BudReadings } | undefined): Promise<boolean> => {
    const buds = read();
    return Promise.resolve(buds !== undefined && written.push(buds.now) > 0);
  };
  const bench = { state, whip: () => planOf(state()), standingDeg: signal(180), readBuds };
  TestBed.configureTestingModule({
    providers: [
      WhipBuds,
      Words,
      { provide: BookStore, useValue: { units } },
      { provide: BenchStore, useValue: bench },
    ],
  });
  buds = TestBed.inject(WhipBuds);
});

describe('the buds of a whip on the bench', () => {
  it('are guessed from the kind until they are read: an apple’s every 2.5 cm from 5 over the union', () => {
    expect(buds.readings()).toEqual({ firstCm: 15, spacingCm: 2.5, facings: [] });
    expect(buds.told()[0]).toMatchObject({ height: '15 cm', words: 'rub off' });
  });

  it('are read in lengths as typed, in the units of the grower', () => {
    buds.setLength('firstCm', '18');
    expect(written[0]).toEqual({ firstCm: 18, spacingCm: 2.5, facings: [] });
    units.set('imperial');
    buds.setLength('spacingCm', '1 in');
    expect(written[1]?.spacingCm).toBeCloseTo(2.54, 9);
  });

  it('refuse what cannot be read, with words, and keep what was there', () => {
    buds.setLength('firstCm', 'low');
    expect(buds.trouble()).toMatchObject({ code: 'trouble.reading.length', args: { typed: 'low' } });
    buds.setFacing(4, 'sideways');
    expect(buds.trouble()).toMatchObject({ code: 'trouble.reading.bearing', args: { typed: 'sideways' } });
    expect(written).toEqual([]);
  });

  it('keep one facing a bud, in order', () => {
    state.set(
      treeOf({ ...WHIP, buds: { firstCm: 15, spacingCm: 3, facings: [{ bud: 7, bearingDeg: 10 }] } }),
    );
    buds.setFacing(4, 'E');
    expect(written[0]?.facings).toEqual([
      { bud: 4, bearingDeg: 90 },
      { bud: 7, bearingDeg: 10 },
    ]);
    buds.setFacing(7, '20');
    expect(written[1]?.facings).toEqual([{ bud: 7, bearingDeg: 20 }]);
  });

  it('are marked blind, and not', () => {
    buds.setBlind(9, true);
    expect(written[0]?.blind).toEqual([9]);
    state.set(treeOf({ ...WHIP, buds: { firstCm: 15, spacingCm: 3, facings: [], blind: [3, 9] } }));
    buds.setBlind(9, false);
    expect(written[1]?.blind).toEqual([3]);
  });
});
