import { describe, expect, it } from 'vitest';
import { readFileSync } from 'node:fs';
import { judge, type Judgement } from '../judging/judge';
import { sceneOf } from '../judging/scene';
import { readYardFile } from '../formats/read';
import { fromUprightOf } from '../geometry/vector';
import { readBook, treeState, type TreeState } from '../history/tree-at';
import type { Act } from '../acts/acts';
import { cutBench, type CutPreview } from '../judging/preview';
import { treeOf, type Limb, type TestTree } from '../testing/trees';
import { closestApproach } from '../tree/approach';
import { layOut, tipOf, type Course } from '../tree/course';
import { childrenOf, stemOf, withDescendants } from '../tree/stem';

const DEMO = readFileSync(new URL('../../demo/two-hillsides.json', import.meta.url), 'utf8');

type Shorten = Extract<Act, { kind: 'shorten' }>;

const limb = (id: string, h: number, bearing: number, angle = 50, more: Partial<Limb> = {}): Limb => ({
  ...{ id, h, bearing, angle, length: 60, mm: 12 },
  ...more,
});
const on = (carrier: string, id: string, cm: number, bearing: number, angle: number, mm = 6): Limb =>
  limb(id, cm, bearing, angle, { length: 22, mm, more: { parent: { kind: 'stem', stemId: carrier } } });

function judged(state: TreeState): Judgement {
  const answer = judge(state, { withPrices: false });
  if (answer.kind !== 'judged') throw new Error(answer.kind);
  return answer;
}
const toLimbs = (state: TreeState): Shorten[] =>
  judged(state).plan.acts.flatMap((act) => (act.kind === 'shorten' && act.toStem !== undefined ? [act] : []));

const ROUND = [0, 120, 240].map((bearing, i) => limb(`l${i}`, 55 + i * 10, bearing, 65));
/** An espalier just planted bare-rooted, arms of 60 cm: a third off is to 40. Shoots break so wide that none serves. */
const wall = (shoots: readonly Limb[]): TestTree => ({
  ...{ form: 'horizontal-espalier', trunk: { length: 100, mm: 26 }, rules: { 'cut.breakDeg': 60 } },
  ...{ planted: '2026-11-02', cameAs: 'bare-rooted', site: { wallBearingDeg: 90 } },
  limbs: [limb('e', 45, 90, 88), limb('w', 46, 270, 88), ...shoots],
  rulings: Object.fromEntries(shoots.map(({ id }) => [id, 'keep' as const])),
});

const read = readYardFile(DEMO);
if (read.kind !== 'good') throw new Error('the demo yard does not read');
const book = readBook(read.file);
const TREES: [string, TreeState][] = [
  ...book.trees
    .flatMap(({ record }) => treeState(book, record.id) ?? [])
    .filter((state) => judge(state, { withPrices: false }).kind === 'judged')
    .map((state): [string, TreeState] => [state.record.name, state]),
  [
    'a leader that gives way to another shoot',
    treeOf({
      ...{ form: 'central-leader', trunk: { length: 170, mm: 38 }, rulings: { t: 'leader' } },
      limbs: [...ROUND, limb('t', 110, 60, 5, { mm: 16 })],
    }),
  ],
  [
    'a vase whose stem runs on',
    treeOf({
      ...{ form: 'open-vase', trunk: { length: 130, mm: 44 } },
      limbs: [0, 90, 180, 270].map((bearing, i) => limb('abcd'[i] ?? '', 52 + i * 13, bearing)),
    }),
  ],
  [
    'a calm axis over reach',
    treeOf({
      ...{ form: 'bent-down-axis', trunk: { length: 260, mm: 40 }, planted: '2018-01-01' },
      limbs: [0, 120, 240, 60].map((bearing, i) => limb(`k${i}`, 55 + i * 48, bearing, 92, { mm: 7 })),
    }),
  ],
  ['an arm no bud of which serves', treeOf(wall([on('e', 's', 38, 90, 84)]))],
];

describe('a cut to a limb that stands', () => {
  it.each(TREES)('%s: leaves that limb at the end of what is cut, and takes none that stays', (_, state) => {
    const { plan, chosen } = judged(state);
    const after = layOut(plan.after);
    const standing = new Set(plan.after.stems.map(({ id }) => id));
    for (const act of toLimbs(state)) {
      const carrier = stemOf(plan.after, act.stemId);
      const joins = childrenOf(plan.after, act.stemId).map(({ id }) => ({
        id,
        cm: after.joins.get(id) ?? 0,
      }));
      const outermost = joins.sort((a, b) => b.cm - a.cm)[0];
      expect(outermost?.id).toBe(act.toStem);
      expect((carrier?.length.value ?? 0) - (outermost?.cm ?? 0)).toBeGreaterThan(0);
      expect((carrier?.length.value ?? 0) - (outermost?.cm ?? 0)).toBeLessThan(1.5);
    }
    expect(chosen.limbs.map(({ stemId }) => stemId).filter((id) => !standing.has(id))).toEqual([]);
  });

  it.each(TREES)('%s: what it is cut to goes where the cut is to lead', (_, state) => {
    const { plan } = judged(state);
    const after = layOut(plan.after);
    const scene = sceneOf(state);
    for (const act of toLimbs(state)) {
      const to = after.courses.get(act.toStem ?? '') as Course;
      const carrier = after.courses.get(act.stemId) as Course;
      if (act.purpose === 'hold-height')
        expect(tipOf(carrier)[2]).toBeLessThanOrEqual(scene.site.reachCm + 1);
      if (act.purpose === 'new-leader') {
        const tips = [...after.courses.values()].map((course) => tipOf(course)[2]);
        expect(tipOf(to)[2]).toBe(Math.max(...tips));
        expect(fromUprightOf(tipOf(to))).toBeLessThan(20);
      }
      if (act.purpose !== 'side-shoot') continue;
      const own = withDescendants(plan.after, act.stemId);
      const others = [...after.courses.values()].filter(({ stemId }) => !own.has(stemId));
      const near = others.filter((course) =>
        closestApproach(to, course, { skipCm: 5, withinCm: 6, thickenedMm: 0 }),
      );
      expect(near.map(({ stemId }) => stemId)).toEqual([]);
    }
  });

  it('is tried on all four ways of it', () => {
    const purposes = TREES.flatMap(([, state]) => toLimbs(state).map(({ purpose }) => purpose));
    expect([...new Set(purposes)].sort()).toEqual(['hold-height', 'new-leader', 'open-centre', 'side-shoot']);
  });
});

describe('the side shoot a limb is cut to', () => {
  const cutOf = (tree: TestTree): Shorten | undefined =>
    toLimbs(treeOf(tree)).find(({ stemId }) => stemId === 'e');

  it('is one along the wall, 6 mm past its join, not a nearer one that stands out of it or hangs', () => {
    const along = on('e', 's', 35, 90, 84);
    expect(cutOf(wall([along, on('e', 'f', 40, 180, 70)]))).toMatchObject({
      ...{ toStem: 's', toLengthCm: 35.6, purpose: 'side-shoot' },
    });
    expect(cutOf(wall([along, on('e', 'f', 40, 90, 150)]))).toMatchObject({ toStem: 's' });
  });

  it('is of two alike the one nearer to the length wished, and a stout one rather than a thin one', () => {
    const pair = [on('e', 's', 34, 90, 84), on('e', 't', 39, 90, 84)];
    expect(cutOf(wall(pair))).toMatchObject({ toStem: 't' });
    // The arm runs from 12 mm at 2 cm to 3 mm at 60: 12 - 9 * 37 / 58 = 6.3 mm at 39 cm, of which a third is 2.1.
    expect(cutOf(wall([on('e', 's', 34, 90, 84, 5), on('e', 't', 39, 90, 84, 1.8)]))).toMatchObject({
      toStem: 's',
    });
  });

  it('is none further than a third of the length away, nor one that is dead: then it is left uncut', () => {
    expect(cutOf(wall([on('e', 's', 24, 90, 84)]))).toBeUndefined();
    expect(cutOf(wall([{ ...on('e', 's', 38, 90, 84), condition: 'dead' }]))).toBeUndefined();
  });
});

describe('a cut tried at a length', () => {
  const axis: TestTree = {
    ...{ form: 'bent-down-axis', trunk: { length: 260, mm: 40 } },
    limbs: [0, 120, 240, 60].map((bearing, i) =>
      limb(`l${i}`, 55 + i * 48, bearing, 60, { mm: i === 3 ? 5 : 8 }),
    ),
  };
  const tried = (tree: TestTree, stemId: string, cm: number): CutPreview => {
    const state = treeOf(tree);
    const bench = cutBench(state, judged(state), stemId);
    if (!bench) throw new Error(`${stemId} goes`);
    return bench.previewAt(cm);
  };

  it('goes to the limb that rises within a cm and a half under it, and then to no bud', () => {
    // The highest limb rises at 199 cm and leaves a plumb stem at 60 deg.
    const held = tried(axis, 'trunk', 200);
    expect(held.to).toMatchObject({ stemId: 'l3', besideDeg: expect.closeTo(60, 0) as number });
    expect([held.choices, held.around]).toEqual([[], []]);
    expect(tried(axis, 'trunk', 200.4).to?.stemId).toBe('l3');
    expect(tried(axis, 'trunk', 200.6).to).toBeUndefined();
    expect(tried(axis, 'trunk', 200.6).choices.length).toBeGreaterThan(0);
    expect(tried(axis, 'trunk', 198.9).to).toBeUndefined();
  });

  it('tells of the side shoots within 15 cm, and not of those further off', () => {
    const tree = wall([on('e', 's', 38, 90, 84), on('e', 't', 20, 90, 84)]);
    const near = (cm: number): string[] => tried(tree, 'e', cm).shoots.map(({ stemId }) => stemId);
    expect(near(45)).toEqual(['s']);
    expect(near(30).sort()).toEqual(['s', 't']);
    expect(tried(tree, 'e', 38.6)).toMatchObject({ to: { stemId: 's', fit: 'good' } });
  });

  it('goes to no limb that is to go, though no cut of its own takes it off yet', () => {
    const over = [0, 90, 180, 270].map((bearing, i) => limb(`v${i}`, 52 + i * 13, bearing));
    const tree: TestTree = {
      ...{ form: 'open-vase', trunk: { length: 130, mm: 44 } },
      limbs: [...over, limb('z', 110, 45, 50, { condition: 'dead' })],
    };
    expect(tried(tree, 'trunk', 111).to).toBeUndefined();
    expect(tried(tree, 'trunk', 93).to?.stemId).toBe('v3');
  });

  it('is made so when the grower sets it', () => {
    const state = treeOf({ ...wall([on('e', 's', 38, 90, 84)]), cuts: { e: 38.6 } });
    expect(toLimbs(state)).toMatchObject([{ stemId: 'e', toStem: 's', purpose: 'side-shoot' }]);
  });
});
