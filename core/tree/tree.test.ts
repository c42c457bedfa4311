import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { elevationFrom } from '../drawing/projection';
import { woodByAge } from './wood-age';
import { segmentApproach } from '../geometry/segments';
import { bearingDifference, bearingOf, direction, fromUprightOf, type Vec3 } from '../geometry/vector';
import { reading } from '../readings/reading';
import { treeOf, type Limb } from '../testing/trees';
import { closestApproach } from './approach';
import { layOut, positionAt, runAt, tipOf, type Course } from './course';
import { diameterAt, taperOf, woodBetween } from './taper';
import type { Stem } from './stem';
import type { StemReadings } from './stem-readings';

const trunk = { length: 100, mm: 40 };
const limb = (
  id: string,
  h: number,
  bearing: number,
  angle: number,
  length: number,
  more: StemReadings = {},
): Limb => ({
  ...{ id, h, bearing, angle, length, mm: 15, more },
});
const laidWith = (...limbs: Limb[]) => layOut(treeOf({ form: 'open-vase', trunk, limbs }).tree);
const course = (laid: ReturnType<typeof laidWith>, id: string): Course => laid.courses.get(id) as Course;
const near = (point: Vec3, expected: Vec3): void =>
  point.forEach((x, i) => expect(x).toBeCloseTo(expected[i] as number, 6));

describe('directions', () => {
  it('bearing 90 at 90 from upright is due east, level', () => near(direction(90, 90), [1, 0, 0]));

  it('come back from a vector as they were read', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 359, noNaN: true }),
        fc.double({ min: 1, max: 179, noNaN: true }),
        (b, a) => {
          const v = direction(b, a);
          expect(bearingDifference(bearingOf(v), b)).toBeLessThan(1e-6);
          expect(fromUprightOf(v)).toBeCloseTo(a, 6);
        },
      ),
    );
  });

  it('seen from the south, a limb at bearing 90 is drawn to the right; from the north, to the left', () => {
    expect(elevationFrom(180)(direction(90, 90)).x).toBeCloseTo(1, 9);
    expect(elevationFrom(0)(direction(90, 90)).x).toBeCloseTo(-1, 9);
    expect(elevationFrom(180)(direction(180, 90)).near).toBeCloseTo(1, 9);
  });
});

describe('the course of a limb', () => {
  it('is a straight line where it runs as it departs: 50 cm at 60 from upright, bearing 90, from 40 cm up', () => {
    // x = 50 sin 60, z = 40 + 50 cos 60
    near(tipOf(course(laidWith(limb('a', 40, 90, 60, 50)), 'a')), [43.30127018922193, 0, 65]);
  });

  it('turns from its departure to its run within the first fifth, and is as long as it was measured', () => {
    const bent = course(laidWith(limb('a', 40, 0, 30, 100, { set: reading('angle', 90, 'gauge') })), 'a');
    expect(fromUprightOf(runAt(bent, 0))).toBeCloseTo(30, 6);
    expect(fromUprightOf(runAt(bent, 60))).toBeCloseTo(90, 6);
    // Even turning over 15 cm is an arc of radius 15 / (pi/3): rise R (sin 90 - sin 30) = 7.162 cm, then level.
    expect(Math.abs(tipOf(bent)[2] - (40 + (15 / (Math.PI / 3)) * 0.5))).toBeLessThan(0.1);
  });

  it('may arch over: a tip turned past level hangs below the highest point', () => {
    const arched = course(
      laidWith(limb('a', 60, 0, 50, 120, { tipAngle: reading('angle', 140, 'gauge') })),
      'a',
    );
    const highest = Math.max(...arched.points.map((p) => p[2]));
    expect(tipOf(arched)[2]).toBeLessThan(highest - 10);
    expect(fromUprightOf(runAt(arched, 120))).toBeCloseTo(140, 6);
  });

  it('starts on a leaning trunk at the height that was read', () => {
    const state = treeOf({ form: 'open-vase', trunk, limbs: [limb('a', 50, 0, 50, 40)] });
    const plumb = state.tree.stems[0] as Stem;
    const lean = reading('angle', 20, 'gauge');
    const leaning = { ...plumb, shape: { ...plumb.shape, departure: lean, run: lean, tip: lean } };
    const laid = layOut({ ...state.tree, stems: [leaning, ...state.tree.stems.slice(1)] });
    expect(course(laid, 'a').points[0]?.[2]).toBeCloseTo(50, 6);
    expect(laid.joins.get('a')).toBeCloseTo(50 / Math.cos((20 * Math.PI) / 180), 6);
  });
});

describe('taper', () => {
  it('weighs wood as the numeric integral of d squared does', () => {
    const stem = treeOf({ form: 'open-vase', trunk, limbs: [limb('a', 40, 0, 50, 90)] }).tree
      .stems[1] as Stem;
    const taper = taperOf(stem);
    let sum = 0;
    for (let s = 0.005; s < 90; s += 0.01) sum += diameterAt(taper, s) ** 2 * 0.01;
    expect(woodBetween(taper, 0, 90)).toBeCloseTo(sum, 0);
    expect(woodBetween(taper, 0, 40) + woodBetween(taper, 40, 90)).toBeCloseTo(woodBetween(taper, 0, 90), 6);
  });

  it('of a headed trunk stays thick: 40 mm less 0.08 mm for each of 90 cm past the datum', () => {
    const stem = treeOf({ form: 'open-vase', trunk: { ...trunk, headed: true }, limbs: [] }).tree
      .stems[0] as Stem;
    expect(diameterAt(taperOf(stem), 100)).toBeCloseTo(32.8, 9);
  });
});

describe('the nearest approach', () => {
  it('of two segments is never beaten by points on them, and is reached', () => {
    const point = fc.tuple(
      fc.integer({ min: -20, max: 20 }),
      fc.integer({ min: -20, max: 20 }),
      fc.integer({ min: -20, max: 20 }),
    );
    fc.assert(
      fc.property(point, point, point, point, (p1, q1, p2, q2) => {
        const { distanceCm } = segmentApproach(p1, q1, p2, q2);
        let least = Infinity;
        const at = (p: Vec3, q: Vec3, t: number): Vec3 => [
          p[0] + (q[0] - p[0]) * t,
          p[1] + (q[1] - p[1]) * t,
          p[2] + (q[2] - p[2]) * t,
        ];
        for (let i = 0; i <= 40; i++) {
          for (let j = 0; j <= 40; j++) {
            const [a, b] = [at(p1, q1, i / 40), at(p2, q2, j / 40)];
            least = Math.min(least, Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]));
          }
        }
        expect(distanceCm).toBeLessThanOrEqual(least + 1e-9);
        expect(distanceCm).toBeGreaterThan(least - 1.5);
      }),
      { numRuns: 60 },
    );
  });

  it('of two limbs side by side is their distance less both radii, and shrinks as they thicken', () => {
    const laid = laidWith(limb('a', 40, 0, 90, 80), limb('b', 50, 0, 90, 80));
    const ask = (thickenedMm: number) =>
      closestApproach(course(laid, 'a'), course(laid, 'b'), { skipCm: 8, withinCm: 50, thickenedMm })
        ?.gapCm ?? NaN;
    // 10 cm between axes; at 8 cm out each is 15 - 12 (6/78) = 14.077 mm thick, so 10 - 1.4077.
    expect(ask(0)).toBeCloseTo(10 - 1.4077, 3);
    // 15 mm more at the datum doubles each: 10 - 2.8154.
    expect(ask(15)).toBeCloseTo(10 - 2.8154, 3);
  });
});

describe('the age of wood', () => {
  it('is told from the tip back: this season, last season, and what was there before', () => {
    const stem = treeOf({
      form: 'open-vase',
      trunk,
      limbs: [limb('a', 40, 0, 50, 100, { growthCm: { '2026': 40, '2025': 35 } })],
    }).tree.stems[1] as Stem;
    expect(woodByAge(stem, 2026)).toEqual([
      { fromCm: 0, toCm: 25, ageSeasons: 2 },
      { fromCm: 25, toCm: 60, ageSeasons: 1 },
      { fromCm: 60, toCm: 100, ageSeasons: 0 },
    ]);
  });

  it('positions run evenly along the length', () => {
    const straight = course(laidWith(limb('a', 40, 90, 90, 60)), 'a');
    near(positionAt(straight, 30), [30, 0, 40]);
  });
});
