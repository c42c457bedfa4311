import { signal } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Step, TreeState } from '../../../../core';
import { treeOf } from '../../../../core/testing/trees';
import { BookStore } from '../book/book-store';
import { JudgingStore } from '../judging/judging-store';
import { AtTree } from './at-tree';
import { RoundStore } from './round-store';

const TREE: TreeState = treeOf({ form: 'open-vase', trunk: { length: 90, mm: 30 }, limbs: [] });
const step = (id: string): Step =>
  ({
    kind: 'due',
    id,
    due: { what: 'disbud', stemIds: [], pressing: 'now', acts: 0, from: '2026-01-01' },
  }) as unknown as Step;

const now = signal(step('one'));
const steps = signal([step('one'), step('two')]);
let settled: string[];
let works: boolean;
let fixture: ComponentFixture<AtTree>;

beforeEach(() => {
  vi.useFakeTimers();
  now.set(step('one'));
  [settled, works] = [[], true];
  const round = {
    ...{ step: now, at: () => ({ state: TREE, steps: steps() }), place: () => ({ n: 1, of: 2 }) },
    ...{ judged: () => undefined, next: () => undefined, last: () => undefined, weighing: () => false },
    done(one: Step): Promise<boolean> {
      if (works) {
        settled.push(one.id);
        now.set(step('two'));
      }
      return Promise.resolve(works);
    },
  };
  TestBed.configureTestingModule({
    providers: [
      provideRouter([]),
      { provide: RoundStore, useValue: round },
      { provide: JudgingStore, useValue: { wantFirst: () => undefined } },
      { provide: BookStore, useValue: { today: () => '2026-11-25', read: signal({}) } },
    ],
  });
  // What is drawn is looked at in a browser.
  TestBed.overrideComponent(AtTree, { set: { template: '', imports: [] } });
  fixture = TestBed.createComponent(AtTree);
  fixture.detectChanges();
});
afterEach(() => vi.useRealTimers());

const after = async (ms: number): Promise<boolean> => {
  fixture.detectChanges();
  await vi.advanceTimersByTimeAsync(ms);
  return fixture.componentInstance.isReady();
};

describe('one act of the round', () => {
  it('takes no second touch in the same place for the act that comes next', async () => {
    const at = fixture.componentInstance;
    expect(await after(500)).toBe(true);
    const doing = at.done(now());
    expect(at.isReady()).toBe(false);
    await doing;
    expect(await after(300)).toBe(false);
    expect(await after(300)).toBe(true);
    expect(settled).toEqual(['one']);
  });

  it('can be done again when it was taken back at once, or could not be kept', async () => {
    const at = fixture.componentInstance;
    await after(500);
    await at.done(now());
    now.set(step('one'));
    expect(await after(600)).toBe(true);
    works = false;
    await at.done(now());
    expect(await after(600)).toBe(true);
    expect(now().id).toBe('one');
  });

  it('keeps a note open that is being written, and shuts what was about the act before', async () => {
    const at = fixture.componentInstance;
    at.toggle('left');
    expect(at.ways()).toBe('left');
    now.set(step('two'));
    await after(0);
    expect(at.open()).toBeUndefined();
    at.toggle('note');
    now.set(step('one'));
    await after(0);
    expect([at.open(), at.ways()]).toEqual(['note', undefined]);
    expect([at.n(), at.told()?.isTicked]).toEqual([1, true]);
  });
});
