import { expect, it } from 'vitest';
import { pulledLimb } from './pulled-limb';

it('reads a pull to the right a quarter turn short of where one stands, to the left a quarter turn past it', () => {
  // 30 px right and 40 px up at half a px a cm: 50 px are 100 cm, and atan(30/40) is 36.87 deg.
  expect(pulledLimb([100, 200], [130, 160], 180, 0.5)).toEqual({
    bearingDeg: 90,
    angleDeg: 37,
    lengthCm: 100,
  });
  expect(pulledLimb([100, 200], [70, 160], 180, 0.5)).toEqual({
    bearingDeg: 270,
    angleDeg: 37,
    lengthCm: 100,
  });
  expect(pulledLimb([100, 200], [130, 160], 0, 0.5).bearingDeg).toBe(270);
});

it('reads one pulled level as 90 deg, and one pulled down as more', () => {
  expect(pulledLimb([0, 0], [40, 0], 90, 1)).toEqual({ bearingDeg: 0, angleDeg: 90, lengthCm: 40 });
  expect(pulledLimb([0, 0], [40, 40], 90, 1).angleDeg).toBe(135);
});
