import { wrapBearing } from '../../../../core';

/** A limb as it was pulled on the drawing: three of its readings, deg and cm. */
export interface PulledLimb {
  bearingDeg: number;
  angleDeg: number;
  lengthCm: number;
}

/**
 * The limb that a pull from its join to its tip draws, seen side-on from where one stands: pulled to the right it points a
 * quarter turn short of that bearing, to the left a quarter turn past it.
 * @param from where its join is drawn, px, y down
 * @param to where its tip was let go, px
 * @param scale px for each cm
 */
export function pulledLimb(
  from: readonly [number, number],
  to: readonly [number, number],
  standingDeg: number,
  scale: number,
): PulledLimb {
  const [right, up] = [to[0] - from[0], from[1] - to[1]];
  return {
    bearingDeg: Math.round(wrapBearing(standingDeg + (right >= 0 ? -90 : 90))) % 360,
    angleDeg: Math.round((Math.atan2(Math.abs(right), up) * 180) / Math.PI),
    lengthCm: Math.round(Math.hypot(right, up) / scale),
  };
}
