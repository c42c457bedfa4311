import { because } from '../words/message';
import { describe, expect, it } from 'vitest';
import { readFileSync } from 'node:fs';
import { judge, type Judgement } from '../judging/judge';
import { readYardFile } from '../formats/read';
import { readBook, treeState, type TreeState } from '../history/tree-at';
import { treeOf, type Limb, type TestTree } from '../testing/trees';
import { woundsOf, type WoundChoice } from './wound-choices';

const limb = (id: string, h: number, bearing: number, more: Partial<Limb> = {}): Limb => ({
  ...{ id, h, bearing, angle: 50, length: 55, mm: 13 },
  ...more,
});
const FOUR = [0, 90, 180, 270].map((bearing, i) => limb('abcd'[i] ?? '', [52, 66, 80, 92][i] ?? 0, bearing));
/** Stem of 44 mm at 10 cm, headed at 130: over the highest limb, at 93 cm, it is 44 - 0.08 * 83 = 37.4 mm. */
const vase = (more: readonly Limb[], limbs: readonly Limb[] = FOUR): TestTree => ({
  ...{ form: 'open-vase', trunk: { length: 130, mm: 44, headed: true }, limbs: [...limbs, ...more] },
});
const judged = (state: TreeState): Judgement => {
  const answer = judge(state);
  if (answer.kind !== 'judged') throw new Error(answer.kind);
  return answer;
};
/** Two limbs beyond the highest that stays, which the grower takes out. */
const goes = (more: readonly Limb[]): TestTree => ({ ...vase(more), rulings: { y: 'out', z: 'out' } });
const waysOf = (tree: TestTree): { now: Judgement; ways: readonly WoundChoice[] } => {
  const now = judged(treeOf(tree));
  return { now, ways: now.woundChoices };
};
const shoot = (id: string, cm: number): Limb =>
  limb(id, cm, 0, { angle: 5, length: 45, mm: 8, more: { parent: { kind: 'stem', stemId: 'a' } } });

describe('wounds', () => {
  it('are counted, the widest told, and their circles summed: 20 and 10 mm are 3.14 + 0.79 cm^2', () => {
    const reason = because('as-written');
    const found = woundsOf([
      { kind: 'take-out', stemId: 'a', diameterMm: 20, reason },
      { kind: 'shorten', stemId: 'b', toLengthCm: 40, diameterMm: 10, reason },
      { kind: 'bend', stemId: 'c', fromDeg: 30, toDeg: 45, safety: 'not-yet-computed', reason },
    ]);
    expect(found).toMatchObject({ wounds: 2, largestMm: 20 });
    expect(found.areaCm2).toBeCloseTo(Math.PI * (1 + 0.25), 9);
  });
});

describe('another way to make the cuts', () => {
  it('is one cut over the top limb for two thin limbs beyond it: fewer, though wider', () => {
    const { now, ways } = waysOf(goes([limb('y', 110, 45), limb('z', 122, 225)]));
    const way = ways.find(({ stemId }) => stemId === 'trunk');
    expect(way).toMatchObject({ together: ['y', 'z'], wounds: now.plan.wounds - 1 });
    expect(way?.toLengthCm).toBeCloseTo(93, 6);
    expect(way?.largestMm).toBeCloseTo(37.4, 1);
    // Two of 13 mm are 2.65 cm^2, one of 37.4 mm 10.96.
    expect((way?.areaCm2 ?? 0) - woundsOf(now.plan.acts).areaCm2).toBeCloseTo(10.96 - 2.65, 1);
  });

  it('is two cuts of 30 mm for the one of 37.4 that the plan makes: more, though smaller', () => {
    const { now, ways } = waysOf(goes([limb('y', 110, 45, { mm: 30 }), limb('z', 122, 225, { mm: 30 })]));
    const way = ways.find(({ stemId }) => stemId === 'trunk');
    expect(way).toMatchObject({ toLengthCm: 130, largestMm: 30, wounds: now.plan.wounds + 1 });
    expect([...(way?.together ?? [])].sort()).toEqual(['y', 'z']);
  });

  it('is none where the stem has still to be opened', () => {
    const running = { ...vase([]), trunk: { length: 130, mm: 44, headed: false } };
    expect(waysOf(running).ways.filter(({ stemId }) => stemId === 'trunk')).toEqual([]);
  });

  it('is a limb cut back past two shoots that go, a cm below the inner one', () => {
    const { now, ways } = waysOf(vase([shoot('s', 42), shoot('t', 48)]));
    const way = ways.find(({ stemId }) => stemId === 'a');
    expect(way).toMatchObject({ toLengthCm: 41, wounds: now.plan.wounds - 1 });
    expect([...(way?.together ?? [])].sort()).toEqual(['s', 't']);
  });

  it('never takes a limb back by more than a third: shoots at 30 and 48 of 55 cm are cut singly', () => {
    const { ways } = waysOf(vase([shoot('s', 30), shoot('t', 48)]));
    expect(ways.filter(({ stemId }) => stemId === 'a')).toEqual([]);
  });

  it('is none for a single shoot: one cut for one is no gain', () => {
    expect(waysOf(vase([shoot('t', 48)])).ways.filter(({ stemId }) => stemId === 'a')).toEqual([]);
  });
});

describe('a stem of an open tree cut by own word', () => {
  const cutAt = (toLengthCm: number, limbs: readonly Limb[] = []): unknown => {
    const state = treeOf({ ...vase(limbs), cuts: { trunk: toLengthCm } });
    return judged(state).plan.acts.find((act) => act.kind === 'shorten' && act.stemId === 'trunk');
  };

  it('goes to the nearest limb that stays just below, not to one that goes, else to a bud', () => {
    expect(cutAt(94)).toMatchObject({ toStem: 'd', purpose: 'open-centre' });
    const low = limb('z', 93, 225, { condition: 'dead' });
    expect(cutAt(94, [low])).toMatchObject({ toStem: 'd' });
    expect(cutAt(110)).toMatchObject({ purpose: 'leader-tip' });
  });
});

describe('every way that is offered', () => {
  const read = readYardFile(readFileSync(new URL('../../demo/two-hillsides.json', import.meta.url), 'utf8'));
  if (read.kind !== 'good') throw new Error('the demo yard does not read');
  const book = readBook(read.file);
  const states: TreeState[] = [
    ...book.trees.flatMap(({ record }) => treeState(book, record.id) ?? []),
    treeOf(vase([limb('y', 110, 45), limb('z', 122, 225)])),
    treeOf(vase([shoot('s', 42), shoot('t', 48), limb('y', 110, 45), limb('z', 122, 225)])),
  ];

  let known: { state: TreeState; now: Judgement }[] | undefined;
  const all = (): { state: TreeState; now: Judgement }[] =>
    (known ??= states.flatMap((state) => {
      const now = judge(state);
      return now.kind === 'judged' ? [{ state, now }] : [];
    }));

  it('spares wounds or makes them smaller, keeps every limb that stays, and is what comes of taking it', () => {
    let tried = 0;
    for (const { state, now } of all()) {
      for (const way of now.woundChoices) {
        const before = woundsOf(now.plan.acts);
        expect(
          way.wounds < before.wounds || way.areaCm2 < before.areaCm2 || way.largestMm < before.largestMm,
        ).toBe(true);
        const left = new Set(way.after.stems.map(({ id }) => id));
        expect(now.chosen.limbs.filter(({ stemId }) => !left.has(stemId))).toEqual([]);
        const taken = judged({ ...state, cuts: { ...state.cuts, [way.stemId]: way.toLengthCm } });
        expect(woundsOf(taken.plan.acts)).toEqual({
          ...{ wounds: way.wounds, largestMm: way.largestMm, areaCm2: way.areaCm2 },
        });
        expect(taken.plan.after).toEqual(way.after);
        tried++;
      }
    }
    expect(tried).toBeGreaterThan(0);
  });

  it('stands beside what each runner-up would wound', () => {
    for (const { now } of all()) expect(now.runnersUpWounds).toHaveLength(now.runnersUp.length);
  });
});
