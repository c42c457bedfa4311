import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { pointsOf, settle } from '../bending/beam';
import { PIECES } from '../bending/limb-beam';
import { sceneOf } from '../judging/scene';
import { reading } from '../readings/reading';
import { runs } from '../testing/deep';
import { treeOf, type TestTree } from '../testing/trees';
import { stakingOf } from './stake';
import { free, gustMps, standing, tied } from './upright';

const NEW: TestTree = {
  ...{ form: 'central-leader', trunk: { length: 180, mm: 14 }, cameAs: 'bare-rooted' },
  ...{ visitedOn: '2026-11-14', planted: '2026-11-10', site: { windFromDeg: 240 } },
  limbs: [0, 1, 2, 3].map((i) => ({
    ...{ id: `f${i}`, h: 70 + 22 * i, bearing: 100 * i, angle: 50, length: 50, mm: 7 },
  })),
};
function staked(more: Partial<TestTree> = {}, stock?: 'weak' | 'strong') {
  const state = treeOf({ ...NEW, ...more });
  if (stock) state.record.stockVigour = stock;
  const scene = sceneOf(state);
  return stakingOf(scene, scene.laid.trunk as never);
}
/** A trunk alone, as thick at its top as at its foot. */
const pole = (length: number, mm: number): TestTree => ({
  ...NEW,
  trunk: { length, mm, headed: true, more: { endDiameter: reading('diameter', mm, 'gauge') } },
  limbs: [],
});

describe('a stem that stands by itself', () => {
  it('lies down when it is longer than a column bears of its own weight (Greenhill 1881)', () => {
    const scene = sceneOf(treeOf(pole(300, 10)));
    const { limb } = standing(scene, scene.laid.trunk as never);
    // Weight and stiffness of the foot all along: L^3 = 7.8373 E I / w.
    const stiffness = limb.beam.stiffness[0] as number;
    const lean = (lengthCm: number): number => {
      const w = 0.004;
      const pieceCm = lengthCm / PIECES;
      const beam = {
        ...{ pieceCm, clampRad: Math.PI / 2 - 1e-5, stiffness: new Float64Array(PIECES).fill(stiffness) },
        ...{
          rest: new Float64Array(PIECES),
          weight: Array.from({ length: PIECES }, () => [0, -w * pieceCm] as const),
        },
      };
      const angles = settle(beam, new Float64Array(PIECES).fill(beam.clampRad), []);
      const [x, y] = pointsOf(beam, angles)[PIECES - 1] as readonly [number, number];
      return Math.atan2(Math.abs(x), y);
    };
    const most = Math.cbrt((7.8373 * stiffness) / 0.004);
    expect(lean(0.94 * most)).toBeLessThan(0.01);
    expect(lean(1.04 * most)).toBeGreaterThan(0.2);
  });

  it('bears at its foot the wind on all above it: force times height, summed by hand', () => {
    const scene = sceneOf(treeOf(pole(100, 40)));
    const stem = standing(scene, scene.laid.trunk as never);
    // 0.6 kg/m3 v^2 on 40 mm of wood, by piece, each at its outer end; the foot's lean adds its weight, which is little.
    const { pieceCm } = stem.limb.beam;
    const byHand = Array.from(stem.windN, (n, i) => (n * (i + 1) * pieceCm) / 100).reduce((a, b) => a + b, 0);
    const bare = 0.6 * gustMps(scene) ** 2 * 0.04 * (pieceCm / 100);
    expect(stem.windN[0]).toBeCloseTo(bare, 6);
    expect(free(stem).footNm / byHand).toBeGreaterThan(0.98);
    expect(free(stem).footNm / byHand).toBeLessThan(1.15);
  });

  it('tied, its foot bears less the higher the tie is, and the tie the less', () => {
    const scene = sceneOf(treeOf(NEW));
    const stem = standing(scene, scene.laid.trunk as never);
    const [low, high] = [tied(stem, 7), tied(stem, 16)];
    expect(high?.footNm).toBeLessThan(low?.footNm ?? NaN);
    expect(low?.footNm).toBeLessThan(free(stem).footNm);
    expect(high?.pullN).toBeGreaterThan(0);
  });

  it('answers for any stem', () => {
    fc.assert(
      fc.property(
        fc.record({ mm: fc.integer({ min: 4, max: 80 }), length: fc.integer({ min: 30, max: 450 }) }),
        fc.constantFrom('2026-01-10', '2026-06-10', '2026-10-10'),
        fc.constantFrom('weak', 'strong', undefined),
        (trunk, visitedOn, stock) => {
          const { slenderness, alone, staked: how } = staked({ trunk, visitedOn, limbs: [] }, stock);
          expect([slenderness, alone.leanDeg, alone.footNm].every(Number.isFinite)).toBe(true);
          if (!how) return;
          expect(how.tieCm).toBeLessThanOrEqual(how.by === 'cane' ? trunk.length : trunk.length);
          if (how.by === 'guys') return;
          expect(how.depthCm / how.lengthCm).toBeGreaterThanOrEqual(0.25);
          expect(how.depthCm / how.lengthCm).toBeLessThanOrEqual(0.345);
          expect(how.offBy === undefined || how.offBy > visitedOn).toBe(true);
        },
      ),
      { numRuns: runs(2000, 60), seed: 151 },
    );
  });
});

describe('a stake', () => {
  it('is wanted by a slender tree just planted, not by a stout one nor by one that has stood for years', () => {
    expect(staked().staked).toMatchObject({ by: 'stake', why: 'roots', sideDeg: 240, ties: 1 });
    expect(staked({ trunk: { length: 120, mm: 45 } }).staked).toBeUndefined();
    expect(staked({ planted: '2022-02-01' }).staked).toBeUndefined();
  });

  it('stands a third in the ground, its tie just under its top, on the side the school says', () => {
    const how = staked().staked;
    expect(how?.depthCm).toBe(Math.round((how?.lengthCm ?? NaN) / 3));
    expect(how?.tieCm).toBe((how?.lengthCm ?? NaN) - (how?.depthCm ?? NaN) - 5);
    const state = treeOf(NEW);
    const scene = sceneOf(state);
    const lee = stakingOf(
      { ...scene, answers: { ...scene.answers, stake: 'leeward' } },
      scene.laid.trunk as never,
    );
    expect(lee.staked?.sideDeg).toBe(60);
    expect(staked({ site: {} }).staked?.sideDeg).toBeUndefined();
  });

  it('comes off after a season or two, and stays for good on a weak stock', () => {
    const off = staked({}, 'strong').staked?.offBy ?? '';
    expect(off > '2027-08-01' && off < '2028-12-01').toBe(true);
    expect(staked({}, 'weak').staked?.offBy).toBeUndefined();
    expect(staked({ planted: '2022-02-01' }, 'weak').staked?.why).toBe('stock');
  });

  it('is longer or thicker in an open place than in a sheltered one; a thin stem runs up a cane', () => {
    const [calm, open] = (['sheltered', 'open'] as const).map(
      (exposure) => staked({ site: { exposure }, trunk: { length: 220, mm: 20 } }).staked,
    );
    expect(open?.pullKg).toBeGreaterThan(calm?.pullKg ?? 0);
    expect(staked({ trunk: { length: 220, mm: 6 }, limbs: [] }).staked?.by).toBe('cane');
    expect(staked({ trunk: { length: 420, mm: 24 } }).staked).toMatchObject({
      by: 'guys',
      ties: 3,
      depthCm: 0,
    });
  });

  it('bears at the ground what its tie is pulled with: 8 N to the square millimetre at most', () => {
    const how = staked({ trunk: { length: 260, mm: 30 }, site: { exposure: 'open' } }).staked;
    const { pullKg = 0, lengthCm = 0, depthCm = 0, thickMm = 0 } = how ?? {};
    const moment = pullKg * 9.81 * (lengthCm - depthCm) * 10;
    expect((32 * moment) / (Math.PI * thickMm ** 3)).toBeLessThan(8.1);
  });
});
