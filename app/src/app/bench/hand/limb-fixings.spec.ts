import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { beforeEach, expect, it } from 'vitest';
import { sceneOf, type EventBody, type Fixing, type Stem } from '../../../../../core';
import { treeOf } from '../../../../../core/testing/trees';
import { BookStore } from '../../book/book-store';
import { Words } from '../../words/words';
import { BenchStore } from '../bench-store';
import { HandStore } from './hand-store';
import { LimbFixings } from './limb-fixings';

const TIE: Fixing = {
  ...{ what: 'tie', atCm: 40, means: 'ground-peg', since: '2026-04-20', loopMm: 9, offBy: '2027-09-24' },
  ...{ fromDeg: 40, toDeg: 70, strainPercent: 1.2, wood: 'one-year' },
};
const state = treeOf({
  ...{ form: 'central-leader', trunk: { length: 220, mm: 40 }, visitedOn: '2026-04-20', today: '2026-08-01' },
  limbs: [
    {
      id: 'a',
      h: 90,
      bearing: 90,
      angle: 40,
      length: 90,
      mm: 13,
      more: { growthCm: { '2025': 90 }, fixings: [TIE, { what: 'label' }] },
    },
  ],
});
const stem = state.tree.stems[1] as Stem;

const written: EventBody[] = [];
let panel: LimbFixings;

beforeEach(() => {
  written.length = 0;
  TestBed.configureTestingModule({
    providers: [
      Words,
      {
        provide: BookStore,
        useValue: {
          units: signal('metric'),
          today: () => '2026-08-01',
          record: (body: EventBody) => written.push(body),
        },
      },
      {
        provide: BenchStore,
        useValue: {
          ...{ on: () => '2026-08-01', treeId: () => 'tree', judged: () => undefined },
        },
      },
      { provide: HandStore, useValue: { scene: signal(sceneOf(state)) } },
    ],
  });
  const fixture = TestBed.createComponent(LimbFixings);
  fixture.componentRef.setInput('stem', stem);
  panel = fixture.componentInstance;
});

it('lists what is fixed, where, and its days: a tie that has got tight says so, a label has none', () => {
  const [tie, label] = panel.listed();
  expect(tie?.fixed?.due).toBe('tight');
  expect(tie?.where?.code).toBe('fixed.at-to');
  expect(tie?.days.map(({ code }) => code)).toContain('fixed.tight.due');
  expect([label?.fixed, label?.days]).toEqual([undefined, []]);
});

it('made wider, the loop is written down at its new width, of that thing alone', () => {
  const fixed = panel.listed()[0]?.fixed;
  if (fixed) panel.lookedAt(fixed.fixing, fixed.newLoopMm);
  expect(written).toEqual([
    { kind: 'looked-at', treeId: 'tree', stemId: 'a', what: 'tie', atCm: 40, loopMm: fixed?.newLoopMm },
  ]);
});

it('let go, it is written down how far the limb came back, against what was expected, and that its wood bore it', () => {
  panel.letting.set(TIE);
  // Held 15 weeks of 10: 30 deg x e^-1.5 = 7 deg.
  expect(Math.abs((panel.expectedDeg() ?? 0) - 7)).toBeLessThanOrEqual(1);
  panel.backToDeg.set(58);
  panel.letGo(TIE, false);
  expect(written[0]).toMatchObject({
    ...{ kind: 'let-go', stemId: 'a', what: 'tie', atCm: 40, heldDeg: 70, backToDeg: 58, staysOff: false },
    strained: { strainPercent: 1.2, wood: 'one-year' },
  });
});

it('a crack in a tied limb is written down with what its tie had asked of it', () => {
  panel.crackCm.set(5);
  panel.cracked();
  expect(written[0]).toMatchObject({ kind: 'cracked', atCm: 5, strained: { strainPercent: 1.2 } });
});

it('puts a thing on record by the grower’s word: what, where, to what, since when', () => {
  panel.newWhat.set('weight');
  panel.newAtCm.set(30);
  panel.putOn(' the old post ');
  expect(written[0]).toMatchObject({
    ...{ kind: 'put-on', stemId: 'a' },
    fixing: { what: 'weight', atCm: 30, to: 'the old post', since: '2026-08-01' },
  });
});
