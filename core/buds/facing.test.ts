import { tell } from '../testing/tell';
import { describe, expect, it } from 'vitest';
import { bearingOf, direction, fromUprightOf, type Vec3 } from '../geometry/vector';
import { facingInSpace, facingToward, facingCalled, shootDirection } from './facing';

const close = (a: Vec3, b: Vec3): void => a.forEach((x, i) => expect(x).toBeCloseTo(b[i] as number, 9));
const BREAK = { breakDeg: 35, liftDeg: 0 };
const angle = (limbDeg: number, facingDeg: number, liftDeg = 0): number => {
  const run = direction(90, limbDeg);
  return fromUprightOf(shootDirection(run, facingInSpace(run, 90, facingDeg), { breakDeg: 35, liftDeg }));
};

describe('a bud’s facing in space', () => {
  it('on a flat limb to the east: up is up, right is south, under is down, left is north', () => {
    const run = direction(90, 90);
    close(facingInSpace(run, 90, 0), [0, 0, 1]);
    close(facingInSpace(run, 90, 90), [0, -1, 0]);
    close(facingInSpace(run, 90, 180), [0, 0, -1]);
    close(facingInSpace(run, 90, 270), [0, 1, 0]);
  });

  // Run (sin 45, 0, cos 45) to the east. Upright less its part along the run: (0, 0, 1) - 0.7071 (0.7071, 0, 0.7071)
  // = (-0.5, 0, 0.5), made a unit: (-0.7071, 0, 0.7071). Under is its opposite: half outward, half down.
  it('on a limb at 45 deg to the east, under faces half outward and half down', () => {
    close(facingInSpace(direction(90, 45), 90, 180), [Math.SQRT1_2, 0, -Math.SQRT1_2]);
  });

  it('on a limb hanging at 120 deg, up faces outward and up: (cos 60... worked: (0.5, 0, 0.8660))', () => {
    // Run (sin 120, 0, cos 120) = (0.8660, 0, -0.5); (0,0,1) + 0.5 (0.8660, 0, -0.5) = (0.4330, 0, 0.75), length 0.8660.
    close(facingInSpace(direction(90, 120), 90, 0), [0.5, 0, Math.sqrt(3) / 2]);
  });

  it('on a plumb stem the upper side is the one away from where it would lean', () => {
    close(facingInSpace([0, 0, 1], 90, 0), [-1, 0, 0]);
    close(facingInSpace([0, 0, 1], 90, 180), [1, 0, 0]);
  });

  it('is found again from its direction, all the way round', () => {
    const run = direction(200, 63);
    for (let deg = 0; deg < 360; deg += 15) {
      expect(facingToward(run, 200, facingInSpace(run, 200, deg))).toBeCloseTo(deg, 6);
    }
  });

  it('is told as on a clock seen from the foot, and by the compass on a stem nearly plumb', () => {
    const run = direction(90, 50);
    expect([0, 90, 180, 270, 135].map((deg) => tell(facingCalled(run, 90, deg)))).toEqual([
      ...['upper side', 'right side', 'under side', 'left side', 'lower right side'],
    ]);
    expect(tell(facingCalled(direction(0, 2), 0, 90))).toBe('E side');
  });
});

describe('the way a shoot takes', () => {
  // In the limb's upright plane the angles add: up lessens the angle by the break, under widens it.
  it.each([
    [20, 180, 55],
    [50, 0, 15],
    [50, 180, 85],
    [90, 0, 55],
    [120, 0, 85],
    [120, 180, 155],
  ])(
    'from a limb at %d deg, a bud facing %d deg leads %d deg from upright',
    (limbDeg, facingDeg, expected) => {
      expect(angle(limbDeg, facingDeg)).toBeCloseTo(expected, 9);
    },
  );

  // Sideways: z = cos 35 cos 50 = 0.8192 * 0.6428 = 0.5265, acos 58.23 deg; east = cos 35 sin 50 = 0.6275, south = sin 35
  // = 0.5736, so it bears 90 + atan(0.5736 / 0.6275) = 90 + 42.43.
  it('from a side bud on a limb at 50 deg to the east leads 58.2 deg from upright, bearing 132.4', () => {
    const run = direction(90, 50);
    const way = shootDirection(run, facingInSpace(run, 90, 90), BREAK);
    expect(fromUprightOf(way)).toBeCloseTo(58.23, 1);
    expect(bearingOf(way)).toBeCloseTo(132.43, 1);
  });

  it('rises of itself by the lift, and never past upright', () => {
    expect(angle(50, 180, 10)).toBeCloseTo(75, 9);
    expect(angle(40, 0, 10)).toBeCloseTo(0, 6);
  });

  it('from an arched limb follows the limb where it is cut: at 80 deg an upper bud leads 45, at 40 it leads 5', () => {
    expect([angle(80, 0), angle(40, 0)].map(Math.round)).toEqual([45, 5]);
  });
});
