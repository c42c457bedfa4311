import { signal } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { beforeEach, describe, expect, it } from 'vitest';
import type { PlannedAct } from '../../../../core';
import { BookStore } from '../book/book-store';
import { Words } from '../words/words';
import { ActTick } from './act-tick';
import { BenchStore } from './bench-store';
import { BenchWork } from './bench-work';

const CUT = {
  id: 'c',
  kind: 'shorten',
  stemId: 'a',
  toLengthCm: 40,
  diameterMm: 9,
  reason: { code: 'as-written' },
} as unknown as PlannedAct;
let done: [PlannedAct, string | undefined][];
let left: [PlannedAct, string][];

let fixture: ComponentFixture<ActTick>;

function tickOf(act: PlannedAct): ActTick {
  TestBed.configureTestingModule({
    providers: [
      Words,
      { provide: BookStore, useValue: { units: signal('metric') } },
      { provide: BenchStore, useValue: { state: signal(undefined) } },
      {
        provide: BenchWork,
        useValue: {
          actDone: (act: PlannedAct, by?: string) => Promise.resolve(done.push([act, by])),
          actLeft: (act: PlannedAct, why: string) => Promise.resolve(left.push([act, why])),
        },
      },
    ],
  });
  fixture = TestBed.createComponent(ActTick);
  fixture.componentRef.setInput('act', act);
  return fixture.componentInstance;
}

beforeEach(() => {
  done = [];
  left = [];
});

describe('an act of the plan', () => {
  it('is ticked as it was planned, or left and why', () => {
    const tick = tickOf(CUT);
    tick.asPlanned();
    tick.left('unsure');
    expect(done).toEqual([[CUT, undefined]]);
    expect(left).toEqual([[CUT, 'unsure']]);
  });

  it('is ticked otherwise, with what was really done and by whom', () => {
    const tick = tickOf(CUT);
    expect(tick.toLengthCm()).toBe(40);
    tick.isOpen.set(true);
    tick.differ({ toLengthCm: 31 });
    tick.by.set(' Wren ');
    // The tree is judged once more meanwhile: what was typed stays.
    fixture.componentRef.setInput('act', { ...CUT, toLengthCm: 42 });
    tick.differ({ stemId: 'b', toDeg: undefined });
    expect([tick.isOpen(), tick.toLengthCm()]).toEqual([true, 31]);
    tick.otherwise();
    expect(done[0]?.[0]).toMatchObject({ stemId: 'b', toLengthCm: 31 });
    expect(done[0]?.[1]).toBe('Wren');
  });

  it('that is only a limb to be grown is not ticked', () => {
    expect(tickOf({ id: 'm', kind: 'make-limb' } as unknown as PlannedAct).canBeDone()).toBe(false);
  });
});
