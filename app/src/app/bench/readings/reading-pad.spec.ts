import { signal } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { beforeEach, describe, expect, it } from 'vitest';
import { readDraft, type DraftField, type StemId, type Tree } from '../../../../../core';
import { treeOf } from '../../../../../core/testing/trees';
import { BookStore } from '../../book/book-store';
import { Words } from '../../words/words';
import { BenchStore } from '../bench-store';
import { ReadingPad } from './reading-pad';

const state = treeOf({
  form: 'open-vase',
  trunk: { length: 100, mm: 30 },
  limbs: [{ id: 'a', h: 52, bearing: 90, angle: 48, length: 70, mm: 12 }],
});

let rows: ReturnType<typeof signal<Record<StemId, Record<string, string>>>>;
let inHand: ReturnType<typeof signal<StemId | undefined>>;
let pad: ComponentFixture<ReadingPad>;
let fresh: number;
/** The reading that was asked for from elsewhere, if one was. */
let asked: { row: StemId; field: DraftField } | undefined;

/** A bench of which only what the pad asks is there. */
function benchOf(tree: Tree): object {
  rows = signal({});
  inHand = signal(undefined);
  return {
    ...{ rows, inHand, treeId: () => 'tree', state: () => ({ ...state, tree }), judged: () => undefined },
    ...{ drafted: () => ({ ...state, tree }), on: () => '2026-11-25', fill: () => undefined },
    snowCm: () => undefined,
    filling: () => asked,
    troubles: () => readDraft(tree, rows(), 'metric').troubles,
    freshRow: () => `s-${++fresh}`,
    take: (id: StemId) => inHand.set(id),
    typeIn: (row: StemId, field: DraftField, text: string) =>
      rows.update((all) => ({ ...all, [row]: { ...all[row], [field]: text } })),
  };
}

function open(tree: Tree): void {
  const book = { units: signal('metric'), thrown: () => [], today: () => '2026-11-25' };
  TestBed.configureTestingModule({
    providers: [
      Words,
      { provide: BookStore, useValue: book },
      { provide: BenchStore, useValue: benchOf(tree) },
    ],
  });
  pad = TestBed.createComponent(ReadingPad);
  pad.detectChanges();
}

/** Presses keys of the pad by what stands on them; `>` is the one that goes on. */
function press(keys: string): void {
  for (const key of keys) {
    const buttons = [...(pad.nativeElement as HTMLElement).querySelectorAll<HTMLElement>('.key')];
    const button = key === '>' ? buttons.at(-1) : buttons.find((one) => one.textContent?.trim() === key);
    button?.click();
    pad.detectChanges();
  }
}
const large = (): string =>
  (pad.nativeElement as HTMLElement).querySelector('.large')?.textContent?.trim() ?? '';

beforeEach(() => {
  fresh = 0;
  asked = undefined;
});

describe('the pad', () => {
  it('begins a new tree with its trunk, which starts at the ground, and goes on to the first limb', () => {
    open({ ...state.tree, stems: [] });
    press('0>0>135>30>');
    expect(rows()).toEqual({ trunk: { bearing: '0', angle: '0', length: '135', diameter: '30' } });
    press('62>');
    expect(Object.values(rows()).at(-1)).toEqual({ origin: '62' });
  });

  it('begins at the reading that was asked for from elsewhere', () => {
    const limb = state.tree.stems.at(-1) as Tree['stems'][number];
    asked = { row: limb.id, field: 'angle' };
    open(state.tree);
    expect(pad.componentInstance.rowId()).toBe(limb.id);
    expect(large()).toMatch(/^angle/);
  });

  it('names the field large, and replaces what is on record by the first key', () => {
    open(state.tree);
    pad.componentInstance.go(-1);
    pad.detectChanges();
    expect(inHand()).toBe('a');
    expect(large()).toMatch(/52/);
    press('7');
    expect(rows()).toEqual({ a: { origin: '7' } });
    press('1');
    expect(rows()).toEqual({ a: { origin: '71' } });
    pad.componentInstance.rub();
    expect(rows()).toEqual({ a: { origin: '7' } });
    press('>');
    expect(large()).toMatch(/90/);
  });

  it('reads the limb that is touched on the drawing', () => {
    open(state.tree);
    inHand.set('trunk');
    pad.detectChanges();
    expect(pad.componentInstance.rowId()).toBe('trunk');
    expect(pad.componentInstance.fields()).not.toContain('origin');
  });
});
