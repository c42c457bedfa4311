import { signal, type WritableSignal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { beforeEach, describe, expect, it } from 'vitest';
import {
  judge,
  type ChosenSet,
  type EventBody,
  type Judgement,
  type ReadBook,
  type TreeState,
} from '../../../../core';
import { treeOf, type TestTree } from '../../../../core/testing/trees';
import { ActivatedRoute, convertToParamMap } from '@angular/router';
import { of } from 'rxjs';
import { TreeStore } from '../tree/tree-store';
import { TreeWork } from '../tree/tree-work';
import { BookStore } from '../book/book-store';
import { JudgingStore } from '../judging/judging-store';
import { Prices } from '../judging/prices';
import { BenchWork } from './bench-work';
import { BenchStore, type BenchStoreType } from './bench-store';
import { ShootStore } from './shoots/shoot-store';

const TREE: TestTree = {
  form: 'open-vase',
  trunk: { length: 110, mm: 44, headed: true },
  limbs: [
    ...[0, 90, 180, 270].map((bearing, i) => ({
      ...{ id: `l${i}`, h: 52 + i * 12, bearing, angle: 50, length: 60, mm: 13 },
    })),
    { id: 'x', h: 58, bearing: 20, angle: 50, length: 60, mm: 13 },
  ],
};

/** The book's own record of the tree, for what work leaves of it. */
const READ: ReadBook = {
  ...{ sites: [], name: '', gone: [], eventsOf: new Map(), schoolEdits: {}, bends: [], wounds: [], seen: [] },
  trees: [{ record: treeOf(TREE).record, siteId: 'site' }],
};

let written: EventBody[];
let judged: Judgement;
let states: WritableSignal<ReadonlyMap<string, TreeState>>;
let bench: BenchStoreType;

beforeEach(() => {
  const state = treeOf(TREE);
  judged = judge(state) as Judgement;
  written = [];
  states = signal(new Map([['tree', state]]));
  const record = (body: EventBody | (() => EventBody)): Promise<boolean> =>
    Promise.resolve(written.push(typeof body === 'function' ? body() : body) > 0);
  const book = {
    ...{ states, record, cells: signal([]), units: signal('metric'), events: signal([]) },
    read: signal(READ),
    today: () => '2026-11-23',
  };
  const judgingOf = (): object => ({ judged, since: undefined, failure: undefined });
  TestBed.configureTestingModule({
    providers: [
      BenchStore,
      BenchWork,
      ShootStore,
      TreeWork,
      TreeStore,
      { provide: ActivatedRoute, useValue: { paramMap: of(convertToParamMap({ treeId: 'tree' })) } },
      { provide: BookStore, useValue: book },
      { provide: JudgingStore, useValue: { judgingOf, wantFirst: () => undefined } },
      { provide: Prices, useValue: { of: () => judged } },
    ],
  });
  bench = TestBed.inject(BenchStore);
  bench.lay();
});

/** The runner-up that has the limb the chosen set lacks. */
const withX = (): ChosenSet => {
  const set = judged.runnersUp.find(({ limbs }) => limbs.some(({ stemId }) => stemId === 'x'));
  if (!set) throw new Error('no such runner-up');
  return set;
};

describe('trying on another set', () => {
  it('shows the tree with it, nothing cut yet, and back again', () => {
    expect(bench.picture()?.verdicts['x']?.decision).toBe('out');
    bench.tryOn(withX());
    expect(bench.picture()?.verdicts['x']?.decision).toBe('scaffold');
    expect(bench.picture()?.verdicts['l0']?.decision).toBe('out');
    expect(bench.picture()?.acts).toEqual([]);
    bench.tryOn(undefined);
    expect(bench.picture()?.verdicts['x']?.decision).toBe('out');
    expect(written).toEqual([]);
  });

  it('keeps it by pinning what it gains and ruling out what it loses, and nothing else', async () => {
    bench.tryOn(withX());
    await bench.keepTried();
    expect(written).toEqual([
      { kind: 'overruled', treeId: 'tree', stemId: 'x', ruling: 'frame' },
      { kind: 'overruled', treeId: 'tree', stemId: 'l0', ruling: 'out' },
    ]);
    expect(bench.tried()).toBeUndefined();
  });

  it('is put down when the moment drawn is changed, or another tree is laid on the bench', () => {
    bench.tryOn(withX());
    bench.show('after');
    expect(bench.tried()).toBeUndefined();
    bench.tryOn(withX());
    bench.lay();
    expect(bench.tried()).toBeUndefined();
  });
});

describe('a limb drawn on the tree', () => {
  it('lies at once as it is drawn; what stands beside follows when the finger stops', () => {
    bench.bendTo('l0', 60);
    const before = bench.pictureBeside();
    expect(before).toBe(bench.picture());
    bench.setMoving(true);
    bench.bendTo('l0', 75);
    expect(bench.picture()?.tried?.asked).not.toEqual(before?.tried?.asked);
    expect(bench.pictureBeside()).toBe(before);
    bench.setMoving(false);
    expect(bench.pictureBeside()).toBe(bench.picture());
  });
});

describe('work done', () => {
  it('is written down as the plan has it, without limbs that are only to be made', async () => {
    await TestBed.inject(BenchWork).workDone();
    const [body] = written;
    expect(body).toMatchObject({ kind: 'acts-done', treeId: 'tree' });
    const kinds = body?.kind === 'acts-done' ? body.acts.map(({ kind }) => kind) : [];
    expect(kinds).toEqual(['take-out', 'shorten']);
  });
});
