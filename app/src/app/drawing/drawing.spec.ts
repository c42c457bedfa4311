import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import {
  because,
  cm,
  onFigure,
  onSite,
  told,
  type Ground,
  judge,
  layOut,
  type Course,
  type Judgement,
} from '../../../../core';
import { treeOf, type TestTree } from '../../../../core/testing/trees';
import { ElevationDrawing } from './elevation-drawing';
import { spoken } from '../words/spoken';
import { extentOf, frameFor } from './frame';
import { PlanDrawing } from './plan-drawing';
import { hangTags, TAG_HEIGHT } from './tags';
import type { TreePicture } from './tree-picture';
import { woodColour } from './wood-colours';

const TREE: TestTree = {
  form: 'open-vase',
  trunk: { length: 100, mm: 44, headed: true },
  limbs: [
    { id: 'a', h: 50, bearing: 0, angle: 50, length: 80, mm: 12 },
    { id: 'b', h: 62, bearing: 90, angle: 50, length: 80, mm: 12 },
    { id: 'c', h: 74, bearing: 180, angle: 30, length: 80, mm: 12 },
    { id: 'd', h: 86, bearing: 270, angle: 50, length: 80, mm: 12 },
    { id: 'e', h: 92, bearing: 200, angle: 20, length: 80, mm: 12 },
  ],
};
const SIZE = { width: 600, height: 500 };
const CM = { cm: 1, name: 'draw.unit.metric' as const, step: 10, finer: [5, 1] };

function picture(): TreePicture {
  const state = treeOf(TREE);
  const judged = judge(state) as Judgement;
  const laid = layOut(state.tree);
  const { verdicts, plan } = judged;
  const when = { season: 2027, day: '2026-11-14' };
  return { laid, room: extentOf(laid), ...when, verdicts, acts: plan.acts, wounds: [] };
}

let host: HTMLElement;
let taken: string[];
let followed: Ground[];
const follow = (to: Ground): void => void followed.push(to);

beforeEach(() => {
  host = document.createElement('div');
  document.body.append(host);
  taken = [];
  followed = [];
});
afterEach(() => host.remove());

const all = (selector: string): Element[] => [...host.querySelectorAll(selector)];
const one = (selector: string): Element => {
  const found = host.querySelector(selector);
  if (!found) throw new Error(`nothing is drawn at ${selector}`);
  return found;
};
const placeOf = (selector: string): [number, number] => {
  const [x, y] = (one(selector).getAttribute('transform') ?? '').match(/-?[\d.]+/g)?.map(Number) ?? [];
  return [x ?? NaN, y ?? NaN];
};

describe('the elevation', () => {
  function drawn(): ElevationDrawing {
    const drawing = new ElevationDrawing(host, (id) => taken.push(id), follow, spoken());
    drawing.show(
      picture(),
      [
        {
          heightCm: 90,
          words: told('draw.reach', { height: cm(90) }),
          kind: 'reach',
          ground: onSite('reach'),
        },
      ],
      SIZE,
      CM,
    );
    drawing.turn(180);
    return drawing;
  }

  it('draws the limb to the east on the right of the trunk from the south, and on the left from the north', () => {
    const drawing = drawn();
    const trunk = (standing: number): number => drawing.endsOf('trunk', standing)?.base[0] ?? NaN;
    expect(drawing.endsOf('b', 180)?.tip[0]).toBeGreaterThan(trunk(180) + 50);
    expect(drawing.endsOf('b', 0)?.tip[0]).toBeLessThan(trunk(0) - 50);
  });

  it('keeps every limb and tag while it turns, near limbs over far ones', () => {
    const drawing = drawn();
    for (let standing = 0; standing < 360; standing += 30) {
      drawing.turn(standing);
      expect(all('.stem')).toHaveLength(6);
      expect(all('.tag .label[transform]')).toHaveLength(6);
    }
    drawing.turn(180);
    const order = all('.stem').map((stem) => stem.getAttribute('data-stem'));
    expect(order.indexOf('c')).toBeGreaterThan(order.indexOf('a'));
    drawing.turn(0);
    const turned = all('.stem').map((stem) => stem.getAttribute('data-stem'));
    expect(turned.indexOf('a')).toBeGreaterThan(turned.indexOf('c'));
  });

  it('takes a limb pressed while the drawing is made anew, but not one a finger walked past', () => {
    const drawing = drawn();
    const press = (kind: string, selector: string, clientX = 100): void =>
      void one(selector).dispatchEvent(new MouseEvent(kind, { bubbles: true, clientX, clientY: 50 }));
    press('pointerdown', '[data-tag=b] text');
    drawing.show(picture(), [], SIZE, CM);
    drawing.turn(180);
    press('pointerup', '[data-tag=b] text', 102);
    expect(taken).toEqual(['b']);
    press('pointerdown', '[data-stem=c] .hit');
    press('pointerup', '[data-stem=c] .hit', 140);
    press('pointerdown', '[data-tag=d] text');
    press('pointerup', '[data-tag=e] text');
    expect(taken).toEqual(['b']);
  });

  it('shows what goes by shape and word as well as colour, and the cut where it is made', () => {
    drawn();
    expect(one('[data-tag=e]').getAttribute('aria-label')).toBe('Limb E, goes');
    expect(one('[data-tag=e] path.sign')).toBeTruthy();
    expect(one('[data-tag=a]').getAttribute('aria-label')).toBe('Limb A, stays');
    expect(all('.tag .sign').length).toBe(
      all('.tag.keep, .tag.out, .tag.while, .tag.leaf, .tag.fruit, .tag.secondary').length,
    );
    expect(all('.mark.take-out')).toHaveLength(1);
    const [x, y] = placeOf('.mark.take-out');
    const base = new ElevationDrawing(host, () => undefined, follow, spoken());
    base.show(picture(), [], SIZE, CM);
    const join = base.endsOf('e', 180)?.base ?? [NaN, NaN];
    expect(Math.hypot(x - join[0], y - join[1])).toBeLessThan(20);
  });

  it('shows a bend as the ghost of the bent course', () => {
    drawn();
    expect(all('.mark.bend .ghost')).toHaveLength(1);
  });

  it('shows a limb tied aside, and a soft join pegged out, as ghosts of the course to come', () => {
    const reason = because('as-written');
    const drawing = new ElevationDrawing(host, () => undefined, follow, spoken());
    const acts = [
      { kind: 'swing' as const, stemId: 'b', fromDeg: 90, toDeg: 110, reason },
      { kind: 'spread' as const, stemId: 'd', fromDeg: 50, toDeg: 60, reason },
    ];
    drawing.show({ ...picture(), acts }, [], SIZE, CM);
    drawing.turn(180);
    const ghosts = all('.mark .ghost').map((ghost) => ghost.getAttribute('d') ?? '');
    expect(ghosts).toHaveLength(2);
    const tipX = (d: string): number => Number(/L([-\d.]+) [-\d.]+$/.exec(d)?.[1]);
    expect(tipX(ghosts[0] ?? '')).toBeLessThan(drawing.endsOf('b', 180)?.tip[0] ?? 0);
  });

  it('shows on the limb that is drawn what its wood is asked, and how far is safe today', () => {
    const shown = picture();
    const course = shown.laid.courses.get('b') as Course;
    const asked = [0.9, 1.1, 0.3, 0];
    const reaches = [{ what: 'now' as const, toDeg: 62, course }];
    const drawing = drawn();
    drawing.show({ ...shown, tried: { stemId: 'b', asked, worstCm: 20, reaches } }, [], SIZE, CM);
    drawing.turn(180);
    const pieces = (grade: number): number =>
      (one(`.asked[data-grade="${grade}"]`).getAttribute('d')?.match(/M/g) ?? []).length;
    expect([pieces(3), pieces(2), pieces(1)]).toEqual([2, 0, 1]);
    expect(all('.strain .crack')).toHaveLength(1);
    expect(one('.reach').textContent).toBe('safe today 62°');
  });

  it('dates a limb that stays a while, by word and shape', () => {
    const before = picture();
    const verdict = before.verdicts['e'];
    if (!verdict) throw new Error('no verdict');
    const reason = because('as-written');
    const stay = {
      kind: 'stay' as const,
      stemId: 'e',
      until: '2027-11-14',
      keptFor: 'leaf' as const,
      reason,
    };
    const drawing = new ElevationDrawing(host, () => undefined, follow, spoken());
    const verdicts = { ...before.verdicts, e: { ...verdict, decision: 'temporary' as const } };
    drawing.show({ ...before, verdicts, acts: [stay] }, [], SIZE, CM);
    drawing.turn(180);
    expect(one('.mark.stay text').textContent).toBe('to 14 November 2027');
    expect(one('[data-tag=e]').getAttribute('aria-label')).toBe('Limb E, stays a while');
    expect(one('[data-tag=e]').getAttribute('class')).toBe('tag while');
    expect(one('[data-tag=e] path.sign')).toBeTruthy();
  });

  it('takes a limb in hand by its tag, with a finger or a key', () => {
    drawn();
    one('[data-tag=b]').dispatchEvent(new MouseEvent('click'));
    one('[data-tag=d]').dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter' }));
    expect(taken).toEqual(['b', 'd']);
  });

  it('leads from a line across to the rule behind its number, with a finger or a key', () => {
    drawn();
    one('.across.reach text').dispatchEvent(new MouseEvent('click'));
    one('.across.reach text').dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter' }));
    expect(followed).toEqual([onSite('reach'), onSite('reach')]);
  });

  it('draws the rule and the lines across to scale', () => {
    drawn();
    const { scale, footY } = frameFor(
      {
        ...extentOf(picture().laid),
        radiusCm: extentOf(picture().laid).radiusCm * 1.06,
        heightCm: extentOf(picture().laid).heightCm + 8,
      },
      SIZE.width,
      SIZE.height,
      { left: 52, right: 20, top: 26, bottom: 34 },
    );
    expect(placeOf('.across.reach')[1]).toBeCloseTo(footY - 90 * scale, 6);
  });
});

describe('the plan from above', () => {
  it('gives the bearing of a point: up is north, right is east', () => {
    const plan = new PlanDrawing(host, () => undefined, follow, spoken());
    plan.show(picture(), 280);
    expect([plan.bearingAt(140, 20), plan.bearingAt(260, 140), plan.bearingAt(140, 260)]).toEqual([
      0, 90, 180,
    ]);
  });

  it('shades the widest gap between the limbs that stay, once', () => {
    const plan = new PlanDrawing(host, () => undefined, follow, spoken());
    plan.show(picture(), 280);
    expect(all('.sector').length).toBeGreaterThan(2);
    expect(all('.gap').map((gap) => gap.textContent)).toContain('90°');
  });
});

describe('the words on the plan', () => {
  const at = (element: Element): [number, number] => [
    Number(element.getAttribute('x')),
    Number(element.getAttribute('y')),
  ];

  it('are the quarters outside the rim, where no tip is; the one stood on gives way', () => {
    const plan = new PlanDrawing(host, () => undefined, follow, spoken());
    plan.show(picture(), 280);
    const rim = Number(one('.rim').getAttribute('r'));
    for (const [x, y] of all('.quarter').map(at))
      expect(Math.hypot(x - 140, y - 140)).toBeGreaterThan(rim + 5);
    plan.turn(92);
    expect(all('.quarter.stood-on').map(({ textContent }) => textContent)).toEqual(['E']);
    plan.turn(135);
    expect(all('.quarter.stood-on')).toEqual([]);
  });

  it('name every stem of a bush, and no lone stem', () => {
    const plan = new PlanDrawing(host, () => undefined, follow, spoken());
    const { stems, ...tree } = treeOf(TREE).tree;
    plan.show(picture(), 280);
    expect(all('.tip').map(({ textContent }) => textContent)).not.toContain('trunk');
    const ground = { kind: 'ground' as const, eastCm: 5, northCm: 0 };
    const bush = stems.map((stem) => (stem.id === 'a' ? { ...stem, parent: ground } : stem));
    plan.show({ ...picture(), laid: layOut({ ...tree, stems: bush }) }, 280);
    expect(all('.tip').map(({ textContent }) => textContent)).toEqual(
      expect.arrayContaining(['trunk', 'A']) as string[],
    );
  });

  it('are each gap’s width, written clear of the limbs’ names', () => {
    new PlanDrawing(host, () => undefined, follow, spoken()).show(picture(), 280);
    const tips = all('.tip').map(at);
    for (const [x, y] of all('.gap').map(at)) {
      expect(Math.min(...tips.map((tip) => Math.hypot(tip[0] - x, tip[1] - y)))).toBeGreaterThan(18);
    }
  });
});

describe('a gap on the plan', () => {
  it('leads to the figure it is measured against', () => {
    new PlanDrawing(host, () => undefined, follow, spoken()).show(picture(), 280);
    one('.gap').dispatchEvent(new MouseEvent('click'));
    expect(followed).toEqual([onFigure('sector.bareRatio')]);
  });
});

describe('tags', () => {
  it('that would lie on each other are moved apart, within the picture, and none is left out', () => {
    const tied = Array.from({ length: 8 }, (_, i) => ({ x: 300 + i, y: 200 + (i % 3), width: 30 }));
    const hung = hangTags(tied, SIZE);
    expect(hung).toHaveLength(8);
    let overlaps = 0;
    hung.forEach((a, i) =>
      hung.slice(i + 1).forEach((b) => {
        if (Math.abs(a.x - b.x) < 29 && Math.abs(a.y - b.y) < TAG_HEIGHT - 1) overlaps++;
      }),
    );
    expect(overlaps).toBeLessThanOrEqual(1);
    for (const { x, y } of hangTags([{ x: -50, y: 900, width: 30 }], SIZE)) {
      expect([x, y]).toEqual([16, SIZE.height - TAG_HEIGHT / 2 - 1]);
    }
  });
});

describe('the colour of wood', () => {
  it('differs by age and pales on the far side', () => {
    expect(new Set([0, 1, 2, 3].map((age) => woodColour(age, 1))).size).toBe(4);
    expect(woodColour(9, 1)).toBe(woodColour(3, 1));
    expect(woodColour(1, 0)).not.toBe(woodColour(1, 1));
  });
});

describe('soft shoots on the elevation', () => {
  const shoot = (id: string, act: string) => ({ shoot: { shoot: id, readings: [], done: [] }, act, why: [] });
  const inLeaf = (): TreePicture => ({
    ...picture(),
    verdicts: {},
    acts: [],
    soft: [shoot('a', 'pinch'), shoot('b', 'peg'), shoot('c', 'leave'), shoot('gone', 'rub-off')] as never,
  });

  it('have a stroke where they are nipped and a bow where they are pegged; what is left has none, nor what is not there', () => {
    const drawing = new ElevationDrawing(host, () => undefined, follow, spoken());
    drawing.show(inLeaf(), [], SIZE, CM);
    drawing.turn(180);
    expect(all('.mark.soft.pinch .stroke').map((path) => path.getAttribute('d'))).toEqual(['M0 -9V9']);
    expect(all('.mark.soft.peg')).toHaveLength(1);
    expect(all('.mark.soft.leave, .mark.soft.rub-off')).toEqual([]);
    const before = placeOf('.mark.soft.pinch');
    drawing.turn(90);
    expect(placeOf('.mark.soft.pinch')).not.toEqual(before);
  });

  it('are named in words by the one in hand alone', () => {
    const drawing = new ElevationDrawing(host, () => undefined, follow, spoken());
    drawing.show(inLeaf(), [], SIZE, CM);
    drawing.select('b');
    drawing.turn(180);
    expect(all('.mark.soft.word.in-hand').map(({ textContent }) => textContent)).toEqual(['peg it out']);
    drawing.select('a');
    expect(all('.mark.soft.word.in-hand').map(({ textContent }) => textContent)).toEqual(['pinch its top']);
  });
});

describe('tags on the elevation', () => {
  it('hang on those that are named alone, where some are', () => {
    const drawing = new ElevationDrawing(host, () => undefined, follow, spoken());
    const shown = (): string[] =>
      all('.tag')
        .filter((tag) => tag.getAttribute('display') !== 'none')
        .map((tag) => tag.getAttribute('data-tag') ?? '');
    drawing.show({ ...picture(), named: new Set(['a', 'c']) }, [], SIZE, CM);
    drawing.turn(180);
    expect(shown().sort()).toEqual(['a', 'c']);
    drawing.show(picture(), [], SIZE, CM);
    drawing.turn(180);
    expect(shown().length).toBeGreaterThan(4);
  });
});
