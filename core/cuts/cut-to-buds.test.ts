import { tell } from '../testing/tell';
import { describe, expect, it } from 'vitest';
import { readFileSync } from 'node:fs';
import { readYardFile } from '../formats/read';
import { judge, type Judgement } from '../judging/judge';
import { sceneOf } from '../judging/scene';
import { lookAt } from '../findings';
import { clearanceLimit, limbsOf, shootsOf } from '../findings/measures';
import { readBook, treeState, type TreeState } from '../history/tree-at';
import { treeOf, type Limb, type TestTree } from '../testing/trees';
import { closestApproach } from '../tree/approach';
import { layOut, type Course } from '../tree/course';
import { withDescendants } from '../tree/stem';
import { shootOf } from './bud-choice';

const DEMO = readFileSync(new URL('../../demo/two-hillsides.json', import.meta.url), 'utf8');

const limb = (id: string, h: number, bearing: number, angle: number, more: Partial<Limb> = {}): Limb => ({
  ...{ id, h, bearing, angle, length: 90, mm: 13 },
  ...more,
});
const vase = (angle: number, more: Partial<Limb> = {}): TestTree => ({
  ...{ form: 'open-vase', trunk: { length: 96, mm: 40, headed: true } },
  limbs: [
    limb('a', 52, 0, angle, more),
    limb('b', 66, 90, 50),
    limb('c', 80, 180, 50),
    limb('d', 92, 270, 50),
  ],
});
const judged = (state: TreeState): Judgement => {
  const answer = judge(state, { withPrices: false });
  if (answer.kind !== 'judged') throw new Error(answer.kind);
  return answer;
};
const cutOf = (tree: TestTree, id: string) => {
  const act = judged(treeOf(tree)).plan.acts.find((a) => a.kind === 'shorten' && a.stemId === id);
  if (act?.kind !== 'shorten') throw new Error(`${id} is not cut`);
  return act;
};

describe('the bud a limb is cut to', () => {
  it('on a limb that stays steep faces outward: an under bud, which leads it out', () => {
    // Left at 32 deg: within the tolerance of a bend to 40 no more than 8 deg, so the limb is bent to 40 first.
    const { bud } = cutOf({ ...vase(36), rules: { 'set.fromDeg': 40 } }, 'a');
    expect(bud && tell(bud.facing)).toMatch(/under/);
    expect(bud?.angleDeg).toBeGreaterThan(38);
  });

  it('on a limb near 50 deg is a side bud, not an under one, which would lead down', () => {
    const { bud } = cutOf(vase(52), 'a');
    expect(bud && tell(bud.facing)).toMatch(/^(upper )?(right|left) side/);
    expect(bud?.angleDeg).toBeLessThan(65);
  });

  it('is counted where a facing was seen: cut 6 mm over it', () => {
    const budsSeen = { spacingCm: 2, facings: [{ atCm: 60, facingDeg: 90 }] };
    const act = cutOf(vase(50, { more: { budsSeen } }), 'a');
    expect(act.bud).toMatchObject({ isKnown: true });
    expect(((act.toLengthCm - 0.6) / 2) % 1).toBeCloseTo(0, 6);
  });

  it('turns a limb toward the wider gap beside it', () => {
    // Limbs at 0, 60, 180 and 270: beside the first lie 60 deg to its right and 90 to its left, beside the second 60 and 120.
    const limbs = [
      limb('a', 52, 0, 50),
      limb('b', 66, 60, 50),
      limb('c', 80, 180, 50),
      limb('d', 92, 270, 50),
    ];
    const { bud, purpose } = cutOf({ ...vase(50), limbs }, 'b');
    expect(purpose).toBe('turn');
    expect(bud && tell(bud.facing)).toBe('right side');
    expect(bud?.bearingDeg).toBeGreaterThan(80);
  });

  describe('that is to fork', () => {
    // 110 cm without a side shoot is headed to 73 cm, where two buds are to face both ways.
    const bare = (more: Partial<Limb['more']> = {}): TestTree =>
      vase(50, {
        length: 110,
        mm: 15,
        more: { sideShoots: 0, growthCm: { '2025': 55, '2026': 55 }, ...more },
      });

    it('is told with a second below it that goes the other way', () => {
      const act = cutOf(bare(), 'a');
      expect(act.purpose).toBe('fork');
      expect([act.bud?.facingDeg, act.second?.facingDeg].sort((a, b) => (a ?? 0) - (b ?? 0))).toEqual([
        90, 270,
      ]);
      const [first, second] = [act.bud?.bearingDeg ?? 0, act.second?.bearingDeg ?? 0];
      expect(Math.round(first + second) % 360).toBe(0);
    });

    it('counts to it where facings are known: on a spiral of 144 deg the pair lies two or three buds apart', () => {
      const act = cutOf(bare({ budsSeen: { spacingCm: 2, facings: [{ atCm: 73, facingDeg: 80 }] } }), 'a');
      expect(act.bud).toMatchObject({ isKnown: true });
      const apart = Math.abs((act.bud?.facingDeg ?? 0) - (act.second?.facingDeg ?? 0));
      expect(Math.min(apart, 360 - apart)).toBeGreaterThan(90);
      const lines = judged(treeOf(bare())).plan.acts.filter((a) => a.kind === 'shorten' && a.second);
      expect(lines).toHaveLength(1);
    });
  });

  it('on a leader leads its end back over the foot', () => {
    const leader: TestTree = {
      ...{ form: 'central-leader', school: 'frame-first' },
      trunk: { length: 150, mm: 34, more: {} },
      limbs: [0, 120, 240].map((bearing, i) =>
        limb(`l${i}`, 60 + i * 10, bearing, 65, { length: 55, mm: 11 }),
      ),
    };
    const state = treeOf(leader);
    const trunk = state.tree.stems.find(({ id }) => id === 'trunk');
    if (!trunk) throw new Error('no trunk');
    const lean = { ...trunk.shape.departure, value: 8 };
    const leaning = {
      ...trunk,
      bearing: { ...trunk.bearing, value: 90 },
      shape: { ...trunk.shape, runBearing: { ...trunk.shape.runBearing, value: 90 } },
    };
    const stems = state.tree.stems.map((stem) =>
      stem.id === 'trunk'
        ? { ...leaning, shape: { ...leaning.shape, departure: lean, run: lean, tip: lean } }
        : stem,
    );
    const { plan } = judged({ ...state, tree: { ...state.tree, stems } });
    const act = plan.acts.find((a) => a.kind === 'shorten' && a.stemId === 'trunk');
    expect(act?.kind === 'shorten' && act.bud && tell(act.bud.facing)).toMatch(/W/);
  });
});

describe('a limb that stays', () => {
  it('is never cut off with the end of the arm that carries it', () => {
    const arm = (id: string, bearing: number): Limb => limb(id, 28, bearing, 50, { length: 95, mm: 22 });
    const rib = (id: string, on: string, h: number, angle: number): Limb =>
      limb(id, h, on === 'e' ? 90 : 270, angle, { mm: 12, more: { parent: { kind: 'stem', stemId: on } } });
    const limbs = [
      ...[arm('e', 90), arm('w', 270)],
      ...[rib('e1', 'e', 58, 75), rib('e2', 'e', 30, 28), rib('w1', 'w', 58, 75), rib('w2', 'w', 30, 28)],
    ];
    for (const headed of [true, false]) {
      const { chosen, plan } = judged(treeOf({ form: 'fan', trunk: { length: 60, mm: 44, headed }, limbs }));
      const after = new Set(plan.after.stems.map(({ id }) => id));
      expect(chosen.limbs.map(({ stemId }) => stemId).filter((id) => !after.has(id))).toEqual([]);
    }
  });
});

describe('what comes of every planned cut', () => {
  const read = readYardFile(DEMO);
  if (read.kind !== 'good') throw new Error('the demo yard does not read');
  const book = readBook(read.file);
  const states = book.trees.flatMap(({ record }) => treeState(book, record.id) ?? []);

  it.each(states.map((state): [string, TreeState] => [state.record.name, state]))(
    '%s: no shoot runs into the leader or another limb, or down to the ground',
    (_, state) => {
      const answer = judge(state, { withPrices: false });
      if (answer.kind !== 'judged') return;
      const scene = sceneOf(state);
      const { plan } = answer;
      for (const act of plan.acts) {
        if (act.kind !== 'shorten' || !act.bud) continue;
        const uncut = layOut({ ...plan.after, stems: withWhole(state, plan.after.stems, act.stemId) });
        const at = {
          ...scene,
          laid: uncut,
          findings: lookAt(scene),
          limbs: limbsOf(scene),
          shoots: shootsOf(scene),
        };
        const stem = uncut.tree.stems.find(({ id }) => id === act.stemId);
        if (!stem) throw new Error(act.stemId);
        const shoot = shootOf(at, stem, act.toLengthCm, act.bud.facingDeg);
        const own = withDescendants(plan.after, act.stemId);
        const after = layOut(plan.after);
        for (const other of after.tree.stems) {
          if (own.has(other.id) || other.length.value < 20) continue;
          if (other.id === after.trunk?.id && stem.id === after.trunk.id) continue;
          const near = closestApproach(shoot, after.courses.get(other.id) as Course, {
            ...{ skipCm: 10, withinCm: 10, thickenedMm: 0 },
          });
          expect([act.stemId, other.id, near && near.gapCm < 4]).toEqual([
            act.stemId,
            other.id,
            near ? false : undefined,
          ]);
        }
        const tip = shoot.points.at(-1) ?? [0, 0, 0];
        expect(tip[2]).toBeGreaterThan(Math.min(20, clearanceLimit(scene, act.bud.bearingDeg).value));
      }
    },
  );
});

/** The stems after the work, the one that is cut at its whole length. */
function withWhole(
  state: TreeState,
  stems: TreeState['tree']['stems'],
  stemId: string,
): TreeState['tree']['stems'] {
  const whole = state.tree.stems.find(({ id }) => id === stemId);
  return stems.map((stem) =>
    stem.id === stemId && whole ? { ...stem, length: whole.length, headed: whole.headed } : stem,
  );
}
