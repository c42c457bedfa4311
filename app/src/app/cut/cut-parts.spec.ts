import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { signal } from '@angular/core';
import { BookStore } from '../book/book-store';
import { Words } from '../words/words';
import { beforeEach, describe, expect, it } from 'vitest';
import { cutBench, judge, type CutBench, type Judgement } from '../../../../core';
import { treeOf, type TestTree } from '../../../../core/testing/trees';
import { CollarCloseUp } from './collar-close-up';
import { CutClock } from './cut-clock';
import { CutFromAbove } from './cut-from-above';
import { CutOverLimb } from './cut-over-limb';
import { LimbWithBuds } from './limb-with-buds';

const TREE: TestTree = {
  ...{ form: 'open-vase', trunk: { length: 96, mm: 44, headed: true } },
  limbs: [0, 90, 180, 270].map((bearing, i) => ({
    ...{ id: `l${i}`, h: 52 + i * 12, bearing, angle: 50, length: 90, mm: 13 },
    ...(i === 0 && { more: { budsSeen: { spacingCm: 3, facings: [{ atCm: 60, facingDeg: 90 }] } } }),
  })),
};

function benchFor(stemId: string): CutBench {
  const state = treeOf(TREE);
  const bench = cutBench(state, judge(state) as Judgement, stemId);
  if (!bench) throw new Error('not to be cut');
  return bench;
}
const all = (fixture: ComponentFixture<unknown>, selector: string): Element[] => [
  ...(fixture.nativeElement as HTMLElement).querySelectorAll(selector),
];

beforeEach(() => {
  TestBed.configureTestingModule({
    providers: [Words, { provide: BookStore, useValue: { units: signal('metric') } }],
  });
  globalThis.ResizeObserver ??= class {
    observe(): void {
      return;
    }
    unobserve(): void {
      return;
    }
    disconnect(): void {
      return;
    }
  };
});

describe('a limb with its buds', () => {
  function laid(stemId: string, atCm = 60): ComponentFixture<LimbWithBuds> {
    const bench = benchFor(stemId);
    const fixture = TestBed.createComponent(LimbWithBuds);
    const inputs = {
      stem: bench.stem,
      buds: bench.buds,
      around: bench.previewAt(atCm).around,
      atCm,
      season: 2027,
    };
    for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
    fixture.detectChanges();
    return fixture;
  }

  it('draws each bud on the limb, and on the spiral only those whose facing is known', () => {
    const known = laid('l0');
    expect(all(known, '.bud')).toHaveLength(benchFor('l0').buds.length);
    expect(all(known, '.spiral-bud.seen')).toHaveLength(1);
    const spiral = all(known, '.spiral-bud').length;
    expect(spiral).toBeGreaterThan(3);
    expect(spiral).toBeLessThan(benchFor('l0').buds.length);
    expect(all(laid('l1'), '.spiral-bud')).toHaveLength(0);
  });

  it('shades the facings that would serve at the cut', () => {
    expect(all(laid('l1'), '.band[data-fit=good]').length).toBeGreaterThan(0);
    expect(all(laid('l1'), '.band').length).toBe(9); // eight, and up once more at the foot
  });

  it('tells where it is dragged to, in cm along the limb', () => {
    const fixture = laid('l1');
    const moved: number[] = [];
    fixture.componentInstance.moved.subscribe((cm) => moved.push(cm));
    const slider = all(fixture, 'input[type=range]')[0] as HTMLInputElement;
    expect([slider.min, slider.max]).toEqual(['0', '90']);
    slider.value = '42.5';
    slider.dispatchEvent(new Event('input'));
    slider.value = '2';
    slider.dispatchEvent(new Event('input'));
    expect(moved).toEqual([42.5, 5]);
    expect(slider.value).toBe('5');
  });
});

describe('the clock round a limb', () => {
  it('says by sign and word how a bud facing each way would serve, and takes what is seen', () => {
    const fixture = TestBed.createComponent(CutClock);
    fixture.componentRef.setInput('around', benchFor('l1').previewAt(60).around);
    fixture.detectChanges();
    const parts = all(fixture, 'g[role=button]');
    expect(parts).toHaveLength(8);
    expect(parts[0]?.getAttribute('aria-label')).toMatch(/on its upper side; such a bud is refused/);
    expect(parts[0]?.querySelector('.sign')?.textContent).toBe('×');
    const seen: number[] = [];
    fixture.componentInstance.faces.subscribe((deg) => seen.push(deg));
    parts[2]?.dispatchEvent(new MouseEvent('click'));
    parts[6]?.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter' }));
    expect(seen).toEqual([90, 270]);
  });
});

describe('a join close up', () => {
  function drawn(inputs: Record<string, unknown>): ComponentFixture<CollarCloseUp> {
    const fixture = TestBed.createComponent(CollarCloseUp);
    for (const [name, value] of Object.entries({ diameterMm: 30, limbDeg: 50, ...inputs }))
      fixture.componentRef.setInput(name, value);
    fixture.detectChanges();
    return fixture;
  }
  const numbers = (fixture: ComponentFixture<unknown>): string[] =>
    all(fixture, 'text').map((text) => text.textContent ?? '');

  it('has one cut for a thin limb, three for a thick one, and never a flush one', () => {
    expect(all(drawn({}), '.blade')).toHaveLength(1);
    expect(all(drawn({ isInThree: true }), '.blade')).toHaveLength(3);
    expect(numbers(drawn({ isInThree: true }))).toEqual(['1', '2', '3', 'not flush']);
  });

  it('says so where a stub is left on purpose', () => {
    expect(numbers(drawn({ isBench: true }))).toContain('stub');
  });
});

describe('a cut to a limb that stands there, close up', () => {
  function ends(isUpper: boolean): { blade: number[]; barks: number } {
    const fixture = TestBed.createComponent(CutOverLimb);
    const inputs = { name: 'K', diameterMm: 12, sideMm: 6, limbDeg: 0, besideDeg: 50, isUpper };
    for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
    fixture.detectChanges();
    const d = all(fixture, '.blade')[0]?.getAttribute('d') ?? '';
    return { blade: (d.match(/-?[\d.]+/g) ?? []).map(Number), barks: all(fixture, '.bark').length };
  }

  it('begins over the limb it goes to and falls away from it, whichever side that is on', () => {
    const [, leftY = NaN, , rightY = NaN] = ends(false).blade;
    expect(leftY).toBeGreaterThan(rightY + 20);
    const [, mirroredY = NaN, , otherY = NaN] = ends(true).blade;
    expect([mirroredY, otherY]).toEqual([rightY, leftY]);
    expect(ends(true).barks).toBe(2);
  });
});

describe('the tree after a cut, from above', () => {
  function above(facing: number, atCm = 60): Element[] {
    const bench = benchFor('l0');
    const preview = bench.previewAt(atCm);
    const fixture = TestBed.createComponent(CutFromAbove);
    const choice = preview.around.filter(({ facingDeg }) => facingDeg === facing);
    const inputs = { after: preview.after, stemId: 'l0', radiusCm: 120, choices: choice };
    for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
    fixture.detectChanges();
    return all(fixture, '.shoot');
  }
  const ends = (shoot: Element | undefined): number[] =>
    (shoot?.querySelector('path')?.getAttribute('d') ?? '').match(/-?[\d.]+/g)?.map(Number) ?? [];

  it('shows the shoot of an out-right bud of a limb to the north going to the east, of an out-left one to the west', () => {
    const [[x0 = NaN, y0 = NaN, x1 = NaN], [, , x2 = NaN]] = [ends(above(90)[0]), ends(above(270)[0])];
    expect(Math.abs(x0)).toBeLessThan(1);
    expect(y0).toBeLessThan(-20);
    expect(x1).toBeGreaterThan(10);
    expect(x2).toBeLessThan(-10);
  });

  it('signs a bud that is refused as well as colouring it', () => {
    const [up] = above(0);
    expect(up?.getAttribute('data-fit')).toBe('refused');
    expect(up?.textContent?.trim()).toBe('×');
  });
});
