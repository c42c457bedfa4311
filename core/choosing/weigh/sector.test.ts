import { describe, expect, it } from 'vitest';
import { sceneOf } from '../../judging/scene';
import { stemOf, type Stem } from '../../tree/stem';
import { treeOf, type Limb } from '../../testing/trees';
import type { FormScene } from '../candidacy';
import { sectorCost } from './sector';

/** A vase of four flat limbs at even quarters, and on the northern one a flat shoot 60 cm out. */
function against(
  bearing: number,
  length: number,
  more: { form?: 'open-vase' | 'fan'; frame?: string[] } = {},
) {
  const limbs: Limb[] = [0, 90, 180, 270].map((at, i) => ({
    ...{ id: `l${i}`, h: 60 + i, bearing: at, angle: 90, length: 100, mm: 20 },
  }));
  const shoot: Limb = {
    ...{ id: 's', h: 60, bearing, angle: 90, length, mm: 9 },
    more: { parent: { kind: 'stem', stemId: 'l0' } },
  };
  const state = treeOf({
    ...{ form: more.form ?? 'open-vase', trunk: { length: 80, mm: 60, headed: true } },
    limbs: [...limbs, shoot],
  });
  const scene = sceneOf(state) as FormScene;
  const [s, l0] = ['s', 'l0'].map((id) => stemOf(state.tree, id) as Stem) as [Stem, Stem];
  const frame = (more.frame ?? ['l0', 'l1', 'l2', 'l3']).map((id) => stemOf(state.tree, id) as Stem);
  return sectorCost(scene, s, l0, frame);
}

describe('a side shoot that grows across', () => {
  it('costs by how far its tip has gone past half way to the next limb: atan(80 / 60) is 53 of 45 deg, 60 * 0.6 * 0.3 is 11', () => {
    const [told] = against(90, 80);
    expect(told?.other).toBe('l1');
    expect(told?.one.points).toBeGreaterThan(9);
    expect(told?.one.points).toBeLessThan(13);
  });

  it('costs the same to either side, and nothing short of half way', () => {
    expect(against(270, 80)[0]?.other).toBe('l3');
    expect(against(270, 80)[0]?.one.points).toBeCloseTo(against(90, 80)[0]?.one.points ?? 0, 6);
    expect(against(90, 55)).toEqual([]);
  });

  it('costs nothing where no limb of the frame is next to it, nor on a wall', () => {
    expect(against(90, 80, { frame: ['l0', 'l3'] })).toEqual([]);
    expect(against(90, 80, { form: 'fan' })).toEqual([]);
  });
});
