import { describe, expect, it } from 'vitest';
import { treeOf, type TestTree } from '../testing/trees';
import { layOut } from '../tree/course';
import { dot, norm, subtract, type Vec3 } from '../geometry/vector';
import { stemOf, type Stem } from '../tree/stem';
import { cutRim, faceOf } from './cut-face';
import { ageAt, drawnLimb, drawnWound, type DrawnLimb } from './sections';

const TREE: TestTree = {
  form: 'open-vase',
  trunk: { length: 100, mm: 40, headed: true, more: { growthCm: { '2026': 30, '2025': 50 } } },
  limbs: [
    { id: 'a', h: 50, bearing: 90, angle: 60, length: 80, mm: 12 },
    { id: 'stout', h: 60, bearing: 0, angle: 60, length: 80, mm: 60 },
  ],
};
const { tree } = treeOf(TREE);
const laid = layOut(tree);
const drawn = (id: string): DrawnLimb => drawnLimb(laid, stemOf(tree, id) as Stem, 2026);
const halfAt = (limb: DrawnLimb, sCm: number): number =>
  limb.sections.reduce((best, one) => (Math.abs(one.sCm - sCm) < Math.abs(best.sCm - sCm) ? one : best))
    .halfCm;

describe('a limb as it is drawn', () => {
  it('begins within the bark of its stem, seven tenths of the way out of it', () => {
    // The trunk is 4 cm thick at its datum and loses 0.08 mm a cm from 10 cm up: 36.8 mm at 50 cm. A limb at 60 deg
    // passes its bark after 1.84 / sin 60 = 2.12 cm.
    expect(drawn('a').sections[0]?.sCm).toBeCloseTo((0.7 * 1.84) / Math.sin(Math.PI / 3), 2);
  });

  it('swells to a collar at its foot, never wider than what carries it, and has its own thickness beyond', () => {
    const { sections } = drawn('a');
    expect(sections[0]?.halfCm).toBeCloseTo(0.6 * 1.55, 2);
    expect(halfAt(drawn('a'), 8)).toBeLessThan(0.62);
    const widths = sections.map(({ halfCm }) => halfCm);
    expect(widths).toEqual([...widths].sort((x, y) => y - x));
    // One as stout as its carrier gets none: 3 cm is more than 0.94 of 1.8.
    expect(drawn('stout').sections[0]?.halfCm).toBeCloseTo(3, 6);
  });

  it('swells at the ground and at the graft', () => {
    const trunk = drawn('trunk');
    expect(trunk.sections[0]?.halfCm).toBeGreaterThan(2 * 1.7);
    expect(halfAt(trunk, 10)).toBeGreaterThan(halfAt(trunk, 14));
    const onOwnRoots = drawnLimb(layOut({ ...tree, ownRooted: true }), stemOf(tree, 'trunk') as Stem, 2026);
    expect(halfAt(onOwnRoots, 10)).toBeLessThan(halfAt(trunk, 10) - 0.2);
  });

  it('has wood of the years it grew in, the youngest at the end', () => {
    const { wood } = drawn('trunk');
    expect([5, 25, 69, 71].map((cm) => ageAt(wood, cm))).toEqual([2, 1, 1, 0]);
    expect(drawn('a').carrier).toEqual({ ageSeasons: 1 });
    expect(drawn('trunk').carrier).toBeUndefined();
  });
});

describe('a wound as it is drawn', () => {
  const wound = {
    limbId: 'gone',
    tag: 'g',
    on: 'trunk',
    originCm: 40,
    bearingDeg: 90,
    angleDeg: 45,
    diameterMm: 20,
    pegCm: 0,
    since: '2025-01-01',
  };

  it('lies on the bark at its height, on the side the limb left by', () => {
    const found = drawnWound(laid, wound);
    // Half of 40 - 0.08 * 30 mm is 1.88 cm to the east.
    expect(found?.at.map((x) => Math.round(x * 100) / 100)).toEqual([1.88, 0, 40]);
    expect(found?.facing.map(Math.round)).toEqual([1, 0, 0]);
    expect(found?.halfCm).toBe(1);
  });

  it('is gone with the wood it was on', () => {
    expect(drawnWound(laid, { ...wound, originCm: 101 })).toBeUndefined();
    expect(drawnWound(laid, { ...wound, on: 'nobody' })).toBeUndefined();
    expect(drawnWound(laid, { ...wound, on: 'a', originCm: 79 })?.on.id).toBe('a');
  });
});

describe('the rim of a cut', () => {
  const run: Vec3 = [0, 0, 1];
  const cut = { at: [0, 0, 10] as Vec3, run, facing: [0, 1, 0] as Vec3, halfCm: 2, slopeDeg: 45 };

  it('at 45 deg is highest at the bud, and falls across by as much as the limb is thick', () => {
    const rim = cutRim(cut);
    const heights = rim.map(([, , z]) => z);
    expect(Math.max(...heights)).toBeCloseTo(10, 9);
    expect(Math.min(...heights)).toBeCloseTo(6, 9);
    expect(rim[heights.indexOf(Math.max(...heights))]?.[1]).toBeCloseTo(2, 9);
    for (const [x, y] of rim) expect(Math.hypot(x, y)).toBeCloseTo(2, 9);
  });

  it('lies in one plane, square to its face', () => {
    const rim = cutRim({ ...cut, slopeDeg: 30 });
    const face = faceOf({ ...cut, slopeDeg: 30 });
    for (const point of rim) expect(dot(face, subtract(point, rim[0] as Vec3))).toBeCloseTo(0, 9);
    expect(norm(face)).toBeCloseTo(1 / Math.cos(Math.PI / 6), 9);
  });

  it('is square where there is no bud', () => {
    for (const [, , z] of cutRim({ ...cut, facing: undefined })) expect(z).toBeCloseTo(10, 9);
  });
});
