import { describe, expect, it } from 'vitest';
import { readFileSync } from 'node:fs';
import { judge, type Judgement } from '../judging/judge';
import { sceneOf } from '../judging/scene';
import { clearanceLimit } from '../findings/measures';
import { readYardFile } from '../formats/read';
import { bearingOf, fromUprightOf } from '../geometry/vector';
import { FORM_IDS } from '../kinds/form-ids';
import { readBook, treeState, type TreeState } from '../history/tree-at';
import { SCHOOL_IDS, schoolOf } from '../schools/schools';
import { closestApproach } from '../tree/approach';
import { layOut, tipOf, type Course, type LaidTree } from '../tree/course';
import { shareOf } from '../testing/deep';
import { treeOf } from '../testing/trees';
import { stemOf, withDescendants } from '../tree/stem';
import type { Act } from '../acts/acts';

const read = readYardFile(readFileSync(new URL('../../demo/two-hillsides.json', import.meta.url), 'utf8'));
if (read.kind !== 'good') throw new Error('the demo yard does not read');
const book = readBook(read.file);
/** A vase with a thin limb beside a wide gap: it is tied aside. */
const uneven = treeOf({
  ...{ form: 'open-vase', trunk: { length: 100, mm: 44, headed: true } },
  limbs: [0, 90, 180, 210].map((bearing, i) => ({
    ...{ id: 'abct'[i] ?? '', h: 52 + i * 12, bearing, angle: 50, length: 70, mm: i === 3 ? 9 : 13 },
  })),
});
/** A vase with a thick low limb that bears: it is spared for a while. */
const low = treeOf({
  ...{ form: 'open-vase', trunk: { length: 100, mm: 40, headed: true }, shapedBefore: true },
  limbs: [
    { id: 'low', h: 35, bearing: 60, angle: 60, length: 120, mm: 24, more: { bears: 'fruit' } },
    ...[0, 120, 240].map((bearing, i) => ({
      ...{ id: 'xyz'[i] ?? '', h: 60 + i * 12, bearing, angle: 50, length: 70, mm: 13 },
    })),
  ],
});
/** Every tree of the demo yard and these, in every school. */
const TREES = [...book.trees.flatMap(({ record }) => treeState(book, record.id) ?? []), uneven, low].flatMap(
  (state) => {
    const { record } = state;
    return SCHOOL_IDS.flatMap((id): { name: string; state: TreeState; judged: Judgement }[] => {
      const schooled = { ...state, school: schoolOf(id) };
      const judged = judge(schooled, { withPrices: false });
      return judged.kind === 'judged' ? [{ name: `${record.name}, ${id}`, state: schooled, judged }] : [];
    });
  },
);

type Of<K extends Act['kind']> = Extract<Act, { kind: K }>;
function each<K extends Act['kind']>(
  kind: K,
  look: (act: Of<K>, after: LaidTree, tree: (typeof TREES)[number]) => void,
): void {
  let seen = 0;
  for (const tree of TREES) {
    const after = layOut(tree.judged.plan.after);
    for (const act of tree.judged.plan.acts) {
      if (act.kind !== kind) continue;
      look(act as unknown as Of<K>, after, tree);
      seen++;
    }
  }
  expect(seen).toBeGreaterThan(0);
}
/** Stems the plan takes off with a longer stem, or cuts off beyond a cut. */
const isGone = (after: LaidTree, id: string): boolean => !stemOf(after.tree, id);
const shortened = ({ judged }: (typeof TREES)[number], id: string): boolean =>
  judged.plan.acts.some((act) => act.kind === 'shorten' && act.stemId === id);

describe('what comes of every act on the demo yard, in every school', () => {
  it('taken out: it is gone, and all it carried', () => {
    each('take-out', ({ stemId }, after, { state }) => {
      for (const id of withDescendants(state.tree, stemId)) expect(isGone(after, id)).toBe(true);
    });
  });

  it('shortened: it ends where it was cut, as thick as it was there, and is a headed limb', () => {
    each('shorten', ({ stemId, toLengthCm, diameterMm }, after) => {
      const stem = stemOf(after.tree, stemId);
      expect(stem?.length.value).toBeCloseTo(toLengthCm, 6);
      expect(stem).toMatchObject({ headed: true, endDiameter: { value: diameterMm } });
    });
  });

  it('bent or pegged out: it runs at the angle told, clear of the ground and of what stands about it', () => {
    const look = (act: Of<'bend' | 'spread'>, after: LaidTree, tree: (typeof TREES)[number]): void => {
      const course = after.courses.get(act.stemId) as Course;
      const tip = tipOf(course);
      expect(fromUprightOf(course.directions.at(-1) ?? [0, 0, 1])).toBeCloseTo(act.toDeg, 0);
      const limit = clearanceLimit(sceneOf(tree.state), bearingOf(course.directions.at(-1) ?? [0, 1, 0]));
      expect([tree.name, act.stemId, tip[2] > Math.min(limit.value, 30)]).toEqual([
        tree.name,
        act.stemId,
        true,
      ]);
    };
    each('bend', look);
  });

  it('tied aside: it runs on the bearing told, and into nothing it was clear of', () => {
    each('swing', (act, after, tree) => {
      const stem = stemOf(after.tree, act.stemId);
      expect(stem?.shape.runBearing.value).toBeCloseTo(act.toDeg, 6);
      const own = withDescendants(after.tree, act.stemId);
      for (const other of after.tree.stems) {
        if (own.has(other.id) || other.length.value < 20) continue;
        const near = closestApproach(
          after.courses.get(act.stemId) as Course,
          after.courses.get(other.id) as Course,
          { skipCm: 12, withinCm: 3, thickenedMm: 0 },
        );
        expect([tree.name, act.stemId, other.id, near?.gapCm]).toEqual([
          ...[tree.name, act.stemId, other.id, undefined],
        ]);
      }
    });
  });

  it('left for a while: it stands, and if it is to fruit it is no longer than it was', () => {
    each('stay', ({ stemId }, after, tree) => {
      const [before, left] = [stemOf(tree.state.tree, stemId), stemOf(after.tree, stemId)];
      expect(left).toBeDefined();
      expect(left?.length.value).toBeLessThanOrEqual(before?.length.value ?? 0);
      expect(left?.headed).toBe(shortened(tree, stemId) || (before?.headed ?? false));
    });
  });

  it('a limb wanted: its place is within reach of the stem, and no limb that stays is near it', () => {
    each('make-limb', ({ heightCm, bearingDeg, how }, after, { judged }) => {
      const topCm = Math.max(...[...after.courses.values()].map((course) => tipOf(course)[2]));
      expect(heightCm).toBeGreaterThan(0);
      if (how === 'notch') expect(heightCm).toBeLessThanOrEqual(topCm);
      const near = judged.chosen.limbs
        .flatMap(({ stemId, role }) => (role === 'scaffold' ? [after.courses.get(stemId) as Course] : []))
        .filter((course) => {
          const turn = Math.abs(((bearingOf(tipOf(course)) - bearingDeg + 540) % 360) - 180);
          return turn < 20 && Math.abs((course.points[0]?.[2] ?? 0) - heightCm) < 8;
        });
      expect(near.map(({ stemId }) => stemId)).toEqual([]);
    });
  });

  it('together: no limb that stays is lost, and the account is of the tree that is left', () => {
    for (const { judged } of TREES) {
      const left = new Set(judged.plan.after.stems.map(({ id }) => id));
      expect(judged.chosen.limbs.filter(({ stemId }) => !left.has(stemId))).toEqual([]);
      expect(judged.plan.account.wood).toBeGreaterThanOrEqual(0);
      expect(judged.plan.account.wood).toBeLessThan(1);
    }
  });

  it('toward any other form: no limb that stays is lost with a longer stem', () => {
    for (const { record } of book.trees) {
      for (const form of shareOf(FORM_IDS, 3)) {
        const state = treeState(book, record.id);
        const judged = state && judge({ ...state, form }, { withPrices: false });
        if (judged?.kind !== 'judged') continue;
        const left = new Set(judged.plan.after.stems.map(({ id }) => id));
        const lost = judged.chosen.limbs.map(({ stemId }) => stemId).filter((id) => !left.has(id));
        expect([record.name, form, lost]).toEqual([record.name, form, []]);
      }
    }
  });
});
