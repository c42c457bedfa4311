import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { PIECES } from './limb-beam';
import { energyOf, momentsAt, pointsOf, restFrom, settle, type Beam, type Load, type Vec2 } from './beam';

/** A straight weightless beam of E I 1 and length 1, clamped level, with so many pieces. */
function level(n: number, stiffness: (s: number) => number = () => 1): Beam {
  return {
    ...{ pieceCm: 1 / n, clampRad: 0, rest: new Float64Array(n) },
    stiffness: Float64Array.from({ length: n }, (_, i) => stiffness(i / n)),
    weight: Array.from({ length: n }, (): Vec2 => [0, 0]),
  };
}
const straight = (n: number): Float64Array => new Float64Array(n);
const tip = (n: number, force: Vec2): Load[] => [{ piece: n - 1, force }];

/** Tip of a level cantilever under a dead load P at its end, by P L^2 / (E I): sag and shortening over L, slope of the end, rad (Mattiasson 1981). */
const MATTIASSON = [
  [1, 0.30172, 0.05643, 0.46135],
  [2, 0.49346, 0.16064, 0.78175],
  [5, 0.71379, 0.38763, 1.21537],
  [10, 0.81061, 0.555, 1.43029],
] as const;

describe('a uniform cantilever', () => {
  it.each(MATTIASSON)(
    'under P L^2 / E I = %d in as many pieces as the program takes lies as published, to 0.1 %%',
    (p, sag, shorter, slope) => {
      const n = PIECES;
      const angles = settle(level(n), straight(n), tip(n, [0, -p]));
      const [x, y] = pointsOf(level(n), angles).at(-1) as Vec2;
      expect(Math.abs(-y / sag - 1)).toBeLessThan(1e-3);
      expect(Math.abs((1 - x) / shorter - 1)).toBeLessThan(1e-3);
      expect(Math.abs(-(angles.at(-1) as number) / slope - 1)).toBeLessThan(1e-3);
    },
  );

  it('comes nearer with the square of the number of pieces', () => {
    const sagOf = (n: number): number =>
      -(pointsOf(level(n), settle(level(n), straight(n), tip(n, [0, -5]))).at(-1) as Vec2)[1];
    const [a, b, c] = [sagOf(16), sagOf(32), sagOf(64)];
    const order = Math.log2(Math.abs((a - b) / (b - c)));
    expect(order).toBeGreaterThan(1.8);
    expect(order).toBeLessThan(2.2);
  });

  it('told apart: a pull that turns with the tip, square to it, bends it further than one that keeps its direction', () => {
    const n = 96;
    let angles: Float64Array = straight(n);
    for (let turn = 0; turn < 200; turn++) {
      const end = angles.at(-1) as number;
      angles = settle(level(n), angles, tip(n, [2 * Math.sin(end), -2 * Math.cos(end)]));
    }
    // Square to the tip everywhere, the moment at arc s from the tip obeys theta'' = -P cos(end - theta): a pendulum let go level, by quadrature below.
    const end = follower(2);
    expect(angles.at(-1)).toBeCloseTo(-end, 2);
    expect(end).toBeGreaterThan(0.78175);
  });
});

/** End slope of a uniform cantilever under a follower force square to its tip: with u = slope past the tip's, u'' = P cos u along from the tip, by small steps. */
function follower(p: number): number {
  let [u, v] = [0, 0];
  const ds = 1e-5;
  for (let s = 0; s < 1; s += ds) {
    v += p * Math.cos(u) * ds;
    u += v * ds;
  }
  return u;
}

describe('a cone', () => {
  it('in small deflection sags by P L^3 / (3 E I_root) times root over tip thickness', () => {
    const [n, p, ratio] = [400, 0.01, 4];
    const cone = level(n, (s) => (1 - s * (1 - 1 / ratio)) ** 4);
    const [, y] = pointsOf(cone, settle(cone, straight(n), tip(n, [0, -p]))).at(-1) as Vec2;
    expect(-y / ((p / 3) * ratio)).toBeCloseTo(1, 2);
  });
});

const limb = fc.record({
  n: fc.integer({ min: 8, max: 40 }),
  cm: fc.double({ min: 10, max: 400, noNaN: true }),
  rootMm: fc.double({ min: 2, max: 60, noNaN: true }),
  tipShare: fc.double({ min: 0.1, max: 1, noNaN: true }),
  gpa: fc.double({ min: 0.2, max: 12, noNaN: true }),
  clampRad: fc.double({ min: -1.2, max: 1.57, noNaN: true }),
  curl: fc.double({ min: -1.5, max: 1.5, noNaN: true }),
  at: fc.double({ min: 0.2, max: 1, noNaN: true }),
  pull: fc.double({ min: 0, max: 400, noNaN: true }),
  pullRad: fc.double({ min: -3.1, max: 3.1, noNaN: true }),
});

function drawn({
  n,
  cm,
  rootMm,
  tipShare,
  gpa,
  clampRad,
  curl,
}: typeof limb extends fc.Arbitrary<infer T> ? T : never) {
  const mm = (i: number): number => rootMm * (1 - (i / n) * (1 - tipShare));
  const beam = {
    ...{ pieceCm: cm / n, clampRad },
    stiffness: Float64Array.from({ length: n }, (_, i) => gpa * 1e5 * (Math.PI / 64) * (mm(i) / 10) ** 4),
    weight: Array.from({ length: n }, (_, i): Vec2 => [
      0,
      -9.81e-3 * (cm / n) * (Math.PI / 4) * (mm(i) / 10) ** 2,
    ]),
  };
  const angles = Float64Array.from({ length: n }, (_, i) => clampRad + (curl * (i + 1)) / n);
  return { beam: { ...beam, rest: restFrom(beam, angles) }, angles };
}

describe('any limb', () => {
  it('lies where it lies while nothing pulls at it', () => {
    fc.assert(
      fc.property(limb, (of) => {
        const { beam, angles } = drawn(of);
        settle(beam, angles, []).forEach((rad, i) => expect(rad).toBeCloseTo(angles[i] as number, 8));
      }),
      { numRuns: 100, seed: 131 },
    );
  });

  it('answers under any pull: in balance, never with more energy than it started with, and what the pull did is stored', () => {
    fc.assert(
      fc.property(limb, (of) => {
        const { beam, angles } = drawn(of);
        const piece = Math.max(0, Math.ceil(of.at * of.n) - 1);
        const force: Vec2 = [of.pull * Math.cos(of.pullRad), of.pull * Math.sin(of.pullRad)];
        const loads = [{ piece, force }];
        const then = settle(beam, angles, loads);
        expect(then.every(Number.isFinite)).toBe(true);
        expect(energyOf(beam, then, loads)).toBeLessThanOrEqual(energyOf(beam, angles, loads) + 1e-9);
        const moments = momentsAt(beam, then, loads);
        const scale = Math.max(1, ...moments.map(Math.abs));
        moments.forEach((moment, i) => {
          const before = i === 0 ? beam.clampRad : (then[i - 1] as number);
          const hinge = ((beam.stiffness[i] as number) * (i === 0 ? 2 : 1)) / beam.pieceCm;
          const own = hinge * ((then[i] as number) - before - (beam.rest[i] as number));
          expect(Math.abs(own - moment) / Math.max(scale, hinge)).toBeLessThan(1e-5);
        });
      }),
      { numRuns: process.env['DEEP'] ? 10_000 : 300, seed: 132 },
    );
  });
});
