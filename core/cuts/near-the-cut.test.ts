import { describe, expect, it } from 'vitest';
import type { FormScene } from '../choosing/candidacy';
import { lookAt } from '../findings';
import { limbsOf, shootsOf as risingIn } from '../findings/measures';
import { sceneOf } from '../judging/scene';
import { treeOf, type Limb, type TestTree } from '../testing/trees';
import type { Act } from '../acts/acts';
import { fromUprightOf } from '../geometry/vector';
import type { NodeKind } from '../buds/limb-buds';
import { stemOf, type Stem } from '../tree/stem';
import type { BudsSeen } from '../tree/buds-seen';
import { told } from '../words/message';
import {
  budChoices,
  choiceOf,
  facingChoices,
  knownNear,
  type BudChoice,
  type CutWish,
  type Fit,
} from './bud-choice';
import { wallBearing } from '../sites/site';
import { cutToBuds, facingsAt, type CutQuestion } from './cut-to-buds';
import { secondOfFork } from './fork';
import { limbCutTo, sideShoots } from './side-shoot';

/** A limb toward the east at 50 deg, 100 cm long, and what it carries. */
const A: Limb = { id: 'a', h: 60, bearing: 90, angle: 50, length: 100, mm: 14 };
const on = (id: string, cm: number, more: Partial<Limb> = {}): Limb => ({
  ...{ id, h: cm, bearing: 90, angle: 50, length: 25, mm: 7 },
  more: { parent: { kind: 'stem', stemId: 'a' } },
  ...more,
});

function sceneWith(limbs: readonly Limb[], more: Partial<TestTree> = {}): FormScene {
  const state = treeOf({ form: 'open-vase', trunk: { length: 90, mm: 40, headed: true }, limbs, ...more });
  const scene = sceneOf(state);
  return { ...scene, findings: lookAt(scene), limbs: limbsOf(scene), shoots: risingIn(scene) };
}

function wishFor(scene: FormScene, more: Partial<CutWish> = {}): CutWish {
  return {
    ...{ stem: stemOf(scene.laid.tree, 'a') as Stem, toLengthCm: 60, bearingDeg: 90, fromDeg: 40, toDeg: 60 },
    ...{ hereDeg: 50, leads: false, wallDeg: undefined, others: [] },
    ...more,
  };
}

const shootsOf = (limbs: readonly Limb[], more: Partial<CutWish> = {}, within?: number): string[] => {
  const scene = sceneWith([A, ...limbs]);
  return sideShoots(scene, wishFor(scene, more), within).map(({ stemId }) => stemId);
};

describe('side shoots to cut to', () => {
  it('are sound ones within a third of the length, and none within 10 cm of the limb’s foot', () => {
    // A third of 60 is 20: 41 is near, 39.5 and 80.5 are not.
    expect(shootsOf([on('near', 41), on('low', 39.5), on('far', 80.5)])).toEqual(['near']);
    expect(shootsOf([on('dead', 60, { condition: 'dead' }), on('b', 60)])).toEqual(['b']);
    expect(shootsOf([on('foot', 9.5), on('over', 11)], { toLengthCm: 12 }, 10)).toEqual(['over']);
  });

  it('come the nearer to the wished way first: a degree of angle and a cm count two, a degree of turn one', () => {
    const two = (b: Partial<Limb>, c: Partial<Limb>, more: Partial<CutWish> = {}): string[] =>
      shootsOf([on('b', 60, b), on('c', 60, c)], more);
    expect(two({ bearing: 120 }, { bearing: 100 })).toEqual(['c', 'b']);
    // 5 deg too flat is 10; 8 deg of turn is 8, 12 is 12.
    expect(two({ angle: 65 }, { bearing: 98 })).toEqual(['c', 'b']);
    expect(two({ angle: 65 }, { bearing: 102 })).toEqual(['b', 'c']);
    expect(two({ angle: 35 }, { bearing: 98 })).toEqual(['c', 'b']);
    // 3 cm is 6: less than 8 deg of turn, more than 4.
    expect(shootsOf([on('b', 63), on('c', 60, { bearing: 98 })])).toEqual(['b', 'c']);
    expect(shootsOf([on('b', 63), on('c', 60, { bearing: 94 })])).toEqual(['c', 'b']);
    // For a leader only upright counts, whatever the turn.
    const leading = { leads: true, fromDeg: 0, toDeg: 10 };
    expect(two({ angle: 12 }, { angle: 8, bearing: 270 }, leading)).toEqual(['c', 'b']);
  });

  it('are only fair where they are under a third of the wood that is cut, and say how thick that is', () => {
    const scene = sceneWith([A, on('thin', 60, { mm: 2 }), on('stout', 66, { mm: 7 })]);
    const [first, second] = sideShoots(scene, wishFor(scene));
    expect([first?.stemId, first?.fit, first?.why]).toEqual(['stout', 'good', []]);
    expect([second?.stemId, second?.fit, second?.why[0]?.code]).toEqual(['thin', 'fair', 'bud.thin']);
    const wide = (second?.why[0]?.args?.['wide'] as { mm: number }).mm;
    expect(wide).toBeGreaterThan(6);
    expect(wide).toBeLessThan(14);
  });

  it('tell the weightiest reason first', () => {
    // Straight up is refused, thin is fair.
    const scene = sceneWith([A, on('up', 60, { angle: 4, mm: 2 })]);
    const codes = sideShoots(scene, wishFor(scene)).flatMap(({ why }) => why.map(({ code }) => code));
    expect(codes).toEqual(['bud.up', 'bud.thin']);
  });
});

describe('the limb a stem is cut to', () => {
  const limbs = [0, 90, 180].map((bearing, i) => ({ ...A, id: `l${i}`, h: 60 + i * 2, bearing }));
  const cutAt = (cm: number, hasLeader: boolean, stands: (id: string) => boolean = () => true) =>
    limbCutTo(sceneWith(limbs).laid, { hasLeader }, 'trunk', cm, stands);

  it('is the nearest close under the cut that stands; on the stem of a form without a leader up to 4 cm', () => {
    // Joins at 60, 62 and 64 cm.
    expect(cutAt(65, true)).toBe('l2');
    expect(cutAt(65.6, true)).toBeUndefined();
    expect(cutAt(67.9, false)).toBe('l2');
    expect(cutAt(68.1, false)).toBeUndefined();
    expect(cutAt(65, false, (id) => id !== 'l2')).toBe('l1');
    expect(cutAt(63.9, true)).toBeUndefined();
    expect(cutAt(63.4, true)).toBe('l1');
    expect(cutAt(64, true)).toBe('l2');
  });

  it('is looked for as closely on a limb of any form', () => {
    const { laid } = sceneWith([A, on('b', 60)]);
    expect(limbCutTo(laid, { hasLeader: false }, 'a', 63, () => true)).toBeUndefined();
    expect(limbCutTo(laid, { hasLeader: false }, 'a', 61, () => true)).toBe('b');
  });
});

describe('a fork', () => {
  /** Buds 4 cm apart whose facings are seen one by one from 40 cm up. */
  const seen = (facings: readonly number[]): BudsSeen => ({
    spacingCm: 4,
    facings: facings.map((facingDeg, i) => ({ atCm: 40 + 4 * i, facingDeg })),
  });
  const forked = (facings: readonly number[], firstCm: number): BudChoice | undefined => {
    const scene = sceneWith([{ ...A, more: { budsSeen: seen(facings) } }]);
    const wish = wishFor(scene, { toLengthCm: firstCm, forks: true });
    const first = budChoices(scene, wish).find(({ atCm }) => atCm === firstCm) as BudChoice;
    return secondOfFork(scene, wish, first);
  };

  it('has the nearest bud below the first that goes the other way for its second', () => {
    // From 40 cm up: left, right, right, right; the first is the one at 52.
    expect(forked([270, 90, 90, 90], 52)?.atCm).toBe(40);
    expect(forked([270, 90, 270, 90], 52)?.atCm).toBe(48);
    // A bud above the first does not count, nor one that parts by less than a right angle.
    expect(forked([90, 90, 90, 90, 270], 52)?.atCm).not.toBe(56);
    expect(forked([90, 90, 170, 90], 52)?.atCm).not.toBe(48);
  });

  it('goes no further down than four buds', () => {
    expect(forked([270, 90, 90, 90, 90], 56)?.atCm).toBe(40);
    expect(forked([270, 90, 90, 90, 90, 90], 60)?.atCm).not.toBe(40);
  });

  it('passes over a bud that would not serve, and takes a good one before a nearer that is fair', () => {
    const { fit } = forked([270, 90, 270, 90], 52) as BudChoice;
    expect(fit).not.toBe('refused');
    // Facing up at 48 is refused on a limb at 50 deg; the left one at 44 serves.
    expect(forked([90, 270, 0, 95], 52)?.atCm).toBe(44);
  });

  it('has a bud to look for a space below where no facing is known, facing as far to the other side', () => {
    const scene = sceneWith([A]);
    const wish = wishFor(scene, { forks: true });
    const first = facingChoices(scene, wish).find(({ facingDeg }) => facingDeg === 90) as BudChoice;
    const second = secondOfFork(scene, wish, first);
    expect(second).toMatchObject({ facingDeg: 270, isKnown: false });
    expect(second?.atCm).toBeCloseTo(60 - scene.kind.budSpacingCm.value, 9);
  });
});

describe('buds to cut to', () => {
  it('are those known within so many spaces of the length, ends included', () => {
    const facings = [40, 44, 48, 52].map((atCm) => ({ atCm, facingDeg: 90 }));
    const scene = sceneWith([{ ...A, more: { budsSeen: { spacingCm: 4, facings } } }]);
    const at = (near: number, within: number): number[] =>
      knownNear(scene, stemOf(scene.laid.tree, 'a') as Stem, near, within).map(({ atCm }) =>
        Math.round(atCm),
      );
    expect(at(46, 2)).toEqual([44, 48]);
    expect(at(46, 1.9)).toEqual([]);
    expect(at(46, 6)).toEqual([40, 44, 48, 52]);
  });

  it('of a fork come the more sideways first', () => {
    const scene = sceneWith([A]);
    const order = budChoices(scene, wishFor(scene, { forks: true })).map(({ facingDeg }) => facingDeg);
    expect(order.slice(0, 2).sort((a, b) => a - b)).toEqual([90, 270]);
  });

  it('of a leader come the nearer over the foot first; one that leans too far is refused, one off the foot fair', () => {
    const leading = (angle: number, length = 100): BudChoice[] => {
      const scene = sceneWith([{ ...A, angle, length }], { form: 'central-leader' });
      const wish = { leads: true, fromDeg: 0, toDeg: 10, toLengthCm: length * 0.6 };
      return budChoices(scene, wishFor(scene, wish));
    };
    const steep = leading(25);
    // The upper bud of a stem that leans east leads back over the foot.
    expect(steep[0]?.facingDeg).toBe(0);
    expect(new Set(leading(85).map(({ fit }) => fit))).toContain('refused');
    expect(leading(85).flatMap(({ why }) => why.map(({ code }) => code))).toContain('bud.no-leader');
    expect(steep.flatMap(({ why }) => why.map(({ code }) => code))).toContain('bud.off-foot');
    const off = steep.flatMap(({ why }) => why).find(({ code }) => code === 'bud.off-foot');
    expect((off?.args?.['off'] as { deg: number }).deg).toBeGreaterThan(5);
  });
});

type Shorten = Extract<Act, { kind: 'shorten' }>;
const cutAt = (cm: number, purpose: Shorten['purpose'] = 'keep-direction'): Shorten => ({
  ...{ kind: 'shorten', stemId: 'a', toLengthCm: cm, diameterMm: 8, purpose },
  reason: told('bud.inward'),
});
const asked = (scene: FormScene, more: Partial<CutQuestion> = {}): CutQuestion => ({
  ...{ scene, leaderId: undefined, ring: [], kept: [] },
  ...more,
});

describe('a cut whose buds do not serve', () => {
  /** Carts pass all about the east: no bud of the limb leads clear of them, a shoot to the north does. */
  const site = { clearance: [{ fromDeg: 20, toDeg: 160, heightCm: 400, why: 'carts' }] };
  const cut = (act: Shorten, limbs: readonly Limb[] = [], kept: readonly string[] = []) =>
    cutToBuds(asked(sceneWith([A, ...limbs], { site }), { kept }), [act]);

  it('goes to a side shoot', () => {
    expect(cut(cutAt(60), [on('b', 55, { bearing: 0 })])).toMatchObject([
      { purpose: 'side-shoot', toStem: 'b', toLengthCm: 55.6 },
    ]);
  });

  it('but to none below a limb that stays', () => {
    const stays = on('stays', 50, { condition: 'dead' });
    const near = (cm: number) => cut(cutAt(60), [stays, on('b', cm, { bearing: 0 })], ['stays']);
    expect(near(49.5)).toEqual([]);
    expect(near(50)).toMatchObject([{ toStem: 'b' }]);
  });

  it('is not made, unless it is to weaken a rival or calm a limb that stays for a while', () => {
    expect(cut(cutAt(60))).toEqual([]);
    for (const purpose of ['weaken-rival', 'calm-temporary'] as const)
      expect(cut(cutAt(60, purpose))).toEqual([cutAt(60, purpose)]);
  });

  it('is told how high its shoot’s end would come, never less than the ground', () => {
    const heights = facingsAt(asked(sceneWith([{ ...A, h: 12, angle: 92 }], { site })), [], cutAt(60))
      .flatMap(({ tip, why }) => why.map(({ code, args }) => ({ z: tip[2], code, args })))
      .filter(({ code }) => code === 'bud.low');
    expect(heights.some(({ z }) => z < 0)).toBe(true);
    expect(heights.some(({ z }) => z > 20)).toBe(true);
    for (const { z, args } of heights) expect(args?.['height']).toEqual({ cm: Math.max(0, z) });
  });
});

describe('a wall', () => {
  it('may run any way: only buds that lead along it serve; where it runs is east unless told', () => {
    const offOf = (wallBearingDeg: number | undefined): number => {
      const scene = sceneWith([A], { site: { wallBearingDeg } as { wallBearingDeg: number } });
      const choices = facingsAt(asked({ ...scene, wallDeg: wallBearing(scene.site) }), [], cutAt(60));
      return choices.filter(({ why }) => why.some(({ code }) => code === 'bud.off-wall')).length;
    };
    expect(offOf(0)).toBeGreaterThan(4);
    expect(offOf(90)).toBeLessThan(3);
    expect(offOf(undefined)).toBe(offOf(90));
  });
});

describe('what a bud is', () => {
  it('tells how well it serves: a spur fairly, a flower not, one of both fairly where it is to lead', () => {
    const scene = sceneWith([A]);
    const served = (node: NodeKind, leads: boolean): Fit => {
      const wish = wishFor(scene, leads ? { leads, fromDeg: 0, toDeg: 10 } : {});
      const bud = { atCm: 60, facingDeg: leads ? 0 : 90, sureDeg: 10, isSeen: true, node };
      return choiceOf(scene, wish, bud, true).fit;
    };
    const kinds: readonly NodeKind[] = ['leaf', 'spur', 'leaf and flower', 'flower'];
    expect(kinds.map((node) => served(node, false))).toEqual(['good', 'fair', 'good', 'refused']);
    expect(served('leaf and flower', true)).not.toBe('good');
  });

  it('of a leader: refused 20 deg past the lean a leader may have, fair where its end stands off the foot by more', () => {
    const seen = new Set<Fit>();
    for (let angle = 0; angle <= 70; angle += 2) {
      const scene = sceneWith([{ ...A, angle, h: 5 }], { rules: { 'leader.leanDeg': 12 } });
      const wish = wishFor(scene, { leads: true, fromDeg: 0, toDeg: 10 });
      for (const { angleDeg, tip, fit } of facingChoices(scene, wish)) {
        const wanted = angleDeg > 32 ? 'refused' : fromUprightOf(tip) > 12 ? 'fair' : 'good';
        expect([angle, fit]).toEqual([angle, wanted]);
        seen.add(fit);
      }
    }
    expect(seen.size).toBe(3);
  });
});
