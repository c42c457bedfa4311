import { describe, expect, it } from 'vitest';
import { sceneOf } from '../judging/scene';
import { treeOf, type TestTree } from '../testing/trees';
import { inPlane } from './fan';
import { storeyPlace, storeysOf } from './storeys';

const axis = (length: number, more: Partial<TestTree> = {}) =>
  sceneOf(treeOf({ form: 'spiral-leader', trunk: { length, mm: 40 }, limbs: [], ...more }));

describe('storeys up a leader', () => {
  it('are as many as it has grown, the last in proportion', () => {
    const found = storeysOf(axis(185)).map(({ fromCm, toCm, share }) => [fromCm, toCm, share]);
    expect(found).toEqual([
      [50, 140, 1],
      [140, 185, 0.5],
    ]);
  });

  it('count a short rest to the one below', () => {
    expect(storeysOf(axis(168)).map(({ toCm }) => toCm)).toEqual([168]);
    expect(storeysOf(axis(171)).map(({ toCm }) => toCm)).toEqual([140, 171]);
  });

  it('are one at the least, and none above where the tree is held', () => {
    expect(storeysOf(axis(40))).toHaveLength(1);
    expect(storeysOf(axis(300), 185).map(({ toCm }) => toCm)).toEqual([140, 185]);
  });

  it('wish for limbs in proportion: of 2, 3 and 4 half is 1, 2 and 2', () => {
    const scene = axis(185);
    const half = storeysOf(scene)[1];
    expect(half && storeyPlace(scene, half, 1, 'limb').circle).toMatchObject({ fewest: 1, wish: 2, most: 2 });
  });
});

describe('a rib in the plane of its wall', () => {
  const rib = (bearing: number, angle: number) => {
    const state = treeOf({
      ...{ form: 'fan', trunk: { length: 40, mm: 30 } },
      limbs: [{ id: 'a', h: 25, bearing, angle, length: 60, mm: 10 }],
    });
    const stem = state.tree.stems[1];
    if (!stem) throw new Error('no limb');
    return inPlane(stem, 90);
  };

  it.each([
    [90, 90, 0, 0],
    [90, 30, 60, 0],
    [270, 30, 120, 0],
    [270, 90, 180, 0],
    [0, 0, 90, 0],
    [0, 50, 90, 50],
    [90, 110, 0, 0],
    [270, 110, 180, 0],
  ])('facing %d at %d from upright stands at %d, %d out of it', (bearing, angle, at, off) => {
    const found = rib(bearing, angle);
    expect(found.atDeg).toBeCloseTo(at, 6);
    expect(found.offDeg).toBeCloseTo(off, 6);
  });
});
