import { describe, expect, it } from 'vitest';
import {
  judge,
  layOut,
  sceneOf,
  withDescendants,
  workLines,
  type Judgement,
  type WorkLine,
} from '../../../../core';
import { treeOf, type TestTree } from '../../../../core/testing/trees';
import { cardElevation, cardPlan, widestFrom, type CardPicture } from './card-drawing';
import { cardSheet, type SheetLine } from '../card/card-sheet';
import { spoken } from '../words/spoken';

const limb = (id: string, h: number, bearing: number, angle = 50, mm = 13) => ({
  ...{ id, h, bearing, angle, length: 90, mm },
});
const TREE: TestTree = {
  ...{ form: 'open-vase', trunk: { length: 100, mm: 44, headed: true } },
  limbs: [
    limb('a', 52, 0),
    limb('b', 66, 90),
    limb('c', 80, 180),
    limb('d', 92, 270),
    limb('x', 70, 45, 15, 24),
  ],
};

function picture(tree = TREE): CardPicture {
  const state = treeOf(tree);
  const judged = judge(state) as Judgement;
  const lines = workLines(sceneOf(state), judged);
  const gone = new Set(
    judged.plan.acts.flatMap((act) =>
      act.kind === 'take-out' ? [...withDescendants(state.tree, act.stemId)] : [],
    ),
  );
  const stays = judged.chosen.limbs.map(({ stemId }) => ({ stemId, tag: stemId.toUpperCase() }));
  return { laid: layOut(state.tree), lines, gone, stays };
}
const { tell } = spoken();
const onSheet = ({ number, tag, where, words, why, tool, cautions, holds }: WorkLine): SheetLine => ({
  ...{ number, tag: tag ?? 'new', where: where && tell(where), words: tell(words), tool },
  why: why && tell(why),
  caution: cautions[0] && tell(cautions[0]),
  holds: holds[0] && tell(holds[0]),
});
const numbersOf = (svg: SVGSVGElement): string[] =>
  [...svg.querySelectorAll('circle + text')].map((text) => text.textContent ?? '');

describe('the drawing of a card', () => {
  it('has a number for each line of the card, and no other', () => {
    const drawn = picture();
    const svg = cardElevation(drawn, 180, 460, 400, 'metric', spoken());
    expect(numbersOf(svg)).toEqual(drawn.lines.map(({ number }) => String(number)));
    expect(numbersOf(cardPlan(drawn, 260, spoken()))).toContain(String(drawn.lines.length));
  });

  it('draws what goes dashed and hollow, and what stays in ink', () => {
    const svg = cardElevation(picture(), 180, 460, 400, 'metric', spoken());
    const dashed = [...svg.querySelectorAll('[stroke-dasharray="3 2"]')];
    expect(dashed.length).toBeGreaterThanOrEqual(5); // the limb that goes, and the end of each that is shortened
    expect(dashed.every((path) => path.getAttribute('fill') === 'none')).toBe(true);
  });

  it('names each limb that stays, beyond its end: the one to the east on the right of a view from the south', () => {
    const svg = cardElevation(picture(), 180, 460, 400, 'metric', spoken());
    const xOf = (tag: string): number => {
      const found = [...svg.querySelectorAll('text')].filter(({ textContent }) => textContent === tag);
      expect(found).toHaveLength(1);
      return Number(found[0]?.getAttribute('x'));
    };
    expect(xOf('B')).toBeGreaterThan(xOf('A') + 40);
    expect(xOf('D')).toBeLessThan(xOf('C') - 40);
  });

  it('counts heights in the grower’s own units', () => {
    const heights = (units: 'metric' | 'imperial'): string[] => {
      const texts = cardElevation(
        { ...picture(), lines: [], stays: [] },
        180,
        460,
        400,
        units,
        spoken(units),
      );
      return [...texts.querySelectorAll('text')].map(({ textContent }) => textContent ?? '');
    };
    expect(heights('metric')).toEqual(expect.arrayContaining(['50', '100', 'cm']));
    expect(heights('imperial')).toEqual(expect.arrayContaining(['20', '40', 'in']));
  });

  it('draws a tree of which every length was read as nothing, with no place that is no number', () => {
    const flat = {
      ...TREE,
      trunk: { length: 0, mm: 1 },
      limbs: TREE.limbs.map((l) => ({ ...l, length: 0, h: 0 })),
    };
    const drawn = { laid: layOut(treeOf(flat).tree), lines: [], gone: new Set<string>(), stays: [] };
    for (const svg of [
      cardElevation(drawn, widestFrom(drawn.laid), 460, 400, 'metric', spoken()),
      cardPlan(drawn, 260, spoken()),
    ])
      expect(svg.outerHTML).not.toMatch(/NaN|Infinity/);
  });

  it('stands by itself: nothing in it needs a stylesheet', () => {
    const svg = cardElevation(picture(), 180, 460, 400, 'metric', spoken());
    expect(svg.querySelectorAll('[class]')).toHaveLength(0);
    expect(svg.getAttribute('font-family')).toContain('Fira Sans');
  });

  it('is seen from where the limbs spread widest', () => {
    const wall = { ...TREE, limbs: [limb('e', 50, 90, 70), limb('w', 60, 270, 70), limb('f', 70, 80, 60)] };
    expect(
      [180, 0].map((deg) => Math.abs(widestFrom(picture(wall).laid) - deg)).some((off) => off < 12),
    ).toBe(true);
  });
});

describe('a card as one SVG', () => {
  const head = {
    ...{ name: 'Tree <b>& co</b>', what: 'apple', where: 'Bank', toward: 'open vase', minutes: 12 },
    ...{ kit: 'shears', stays: 'A, B', share: '10 % of the wood', minded: ['It takes 60 % of the wood.'] },
  };

  it('has each line, and writes markup in a name as the letters it is', () => {
    const drawn = picture();
    const told = drawn.lines.map(onSheet);
    const text = cardSheet(head, told, drawn, 180, 'metric', spoken());
    expect(text).toContain('Tree &lt;b&gt;&amp; co&lt;/b&gt;');
    const parsed = new DOMParser().parseFromString(text, 'image/svg+xml');
    expect(parsed.querySelector('parsererror')).toBeNull();
    expect(parsed.querySelectorAll('rect[width="12"]')).toHaveLength(drawn.lines.length);
  });

  it('is whole though a name holds what no XML may', () => {
    const text = cardSheet(
      { ...head, name: 'Tree \u0007\u0000' },
      [],
      { ...picture(), lines: [] },
      180,
      'metric',
      spoken(),
    );
    const parsed = new DOMParser().parseFromString(text, 'image/svg+xml');
    expect(parsed.querySelector('parsererror')).toBeNull();
    expect(text).toContain('Tree ');
  });

  it('grows with its lines rather than leaving any off the sheet', () => {
    const drawn = picture();
    const line = drawn.lines[0];
    if (!line) throw new Error('nothing to do');
    const many = Array.from({ length: 40 }, () => ({ ...onSheet(line), caution: undefined }));
    const height = Number(
      /viewBox="0 0 595 (\d+)"/.exec(cardSheet(head, many, drawn, 180, 'metric', spoken()))?.[1],
    );
    expect(height).toBeGreaterThan(478 + 40 * 19);
  });
});
