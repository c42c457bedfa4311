import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { expect, it } from 'vitest';
import { layOut, type EventBody, type TreeState } from '../../../../core';
import { treeOf, type TestTree } from '../../../../core/testing/trees';
import { BookStore } from '../book/book-store';
import { extentOf } from '../drawing/frame';
import { TreeStore } from '../tree/tree-store';
import { Words } from '../words/words';
import { StakePage } from './stake-page';

const NEW: TestTree = {
  ...{ form: 'central-leader', trunk: { length: 180, mm: 13 }, cameAs: 'bare-rooted' },
  ...{ visitedOn: '2026-11-14', planted: '2026-11-10', site: { windFromDeg: 240 } },
  limbs: [0, 1, 2].map((i) => ({
    id: `f${i}`,
    h: 70 + 22 * i,
    bearing: 100 * i,
    angle: 50,
    length: 45,
    mm: 6,
  })),
};

function pageOf(tree: TestTree): { page: StakePage; text: string; written: EventBody[] } {
  const written: EventBody[] = [];
  const state: TreeState = treeOf(tree);
  TestBed.configureTestingModule({
    providers: [
      Words,
      provideRouter([]),
      {
        provide: BookStore,
        useValue: {
          ...{ units: signal('metric'), today: () => '2026-11-14' },
          record: (body: EventBody) => written.push(body),
        },
      },
      {
        provide: TreeStore,
        useValue: {
          ...{ state: signal(state), treeId: () => 'tree', season: () => 2027 },
          extent: () => extentOf(layOut(state.tree)),
        },
      },
    ],
  });
  const fixture = TestBed.createComponent(StakePage);
  fixture.detectChanges();
  const element = fixture.nativeElement as HTMLElement;
  return { page: fixture.componentInstance, text: element.textContent, written };
}

it('tells a slender tree just planted what holds it up, with what it rests on, and writes it down as it is set', () => {
  const { page, text, written } = pageOf(NEW);
  expect(text).toMatch(/roots do not hold it/);
  expect(text).toMatch(
    /In a gust of 16 m\/s its foot bears as much as .* kg hung a metre out; its roots hold/,
  );
  expect(text).toMatch(/by this one: where the wind comes from/);
  page.staked();
  expect(written[0]).toMatchObject({
    ...{ kind: 'put-on', stemId: 'trunk' },
    fixing: { what: 'stake', sideDeg: 240, since: '2026-11-14' },
  });
});

it('asks where the wind comes from where nobody said, and for a guard where animals browse', () => {
  const browsed = { fromDeg: 0, toDeg: 360, heightCm: 60, why: 'rabbits', what: 'browses' as const };
  const { text } = pageOf({ ...NEW, site: { clearance: [browsed] } });
  expect(text).toMatch(/nobody has said yet/);
  expect(text).toMatch(/a guard round the stem, 60 cm high/);
});

it('says of a stout tree that it stands by itself, and of one on a wall that it needs none', () => {
  const stout = pageOf({ ...NEW, trunk: { length: 150, mm: 45 } });
  expect(stout.text).toContain('It stands by itself.');
  TestBed.resetTestingModule();
  expect(pageOf({ ...NEW, form: 'horizontal-espalier' }).text).toContain('needs no stake of its own');
});

it('takes a stake off the record, or looks at it and lets it stand', () => {
  const trunk = {
    ...NEW.trunk,
    more: { fixings: [{ what: 'stake' as const, atCm: 55, since: '2025-03-01' }] },
  };
  const { page, written } = pageOf({ ...NEW, trunk, planted: '2025-02-01' });
  page.lookedAt();
  page.takenOff();
  expect(written).toMatchObject([
    { kind: 'looked-at', stemId: 'trunk', what: 'stake', atCm: 55 },
    { kind: 'let-go', stemId: 'trunk', what: 'stake', atCm: 55, staysOff: true },
  ]);
});
