// What the parts of the second scorer share: rows of corners, turns, and limbs as they were read.
import type { Laid } from './brute-geometry';
import type { Limb } from './trees';

export function asRead({ id, h, bearing, angle, length, mm, more }: Limb): Laid {
  const ground = more?.parent?.kind === 'ground' ? more.parent : undefined;
  return {
    ...{ id, h, bearing, angle, length, mm, runBearing: bearing, set: angle },
    foot: ground ? [ground.eastCm, ground.northCm] : [0, 0],
    datum: ground || id === 'trunk' ? 10 : 2,
  };
}

/** The side a stem fills: where it leans to, or where its foot is when it hardly leans. */
export function leansTo({ foot, angle, bearing }: Laid): number {
  if (angle >= 8 || Math.hypot(...foot) <= 1) return bearing;
  return ((Math.atan2(foot[0], foot[1]) * 180) / Math.PI + 360) % 360;
}

export const turn = (a: number, b: number): number => Math.abs(((((a - b) % 360) + 540) % 360) - 180);

/** Costs met so far that lie half way between two tenths, where rounding may go either way. */
export const halves = { met: 0 };

/** Straight between corners, rounded to whole tenths. */
export function line(corners: readonly (readonly number[])[], x: number): number {
  const points = corners as [number, number][];
  const after = points.findIndex(([at]) => x <= at);
  if (after === 0) return (points[0] as [number, number])[1];
  if (after < 0) return (points.at(-1) as [number, number])[1];
  const [[x0, y0], [x1, y1]] = [points[after - 1], points[after]] as [[number, number], [number, number]];
  const tenths = y0 + ((y1 - y0) * (x - x0)) / (x1 - x0);
  if (Math.abs(tenths - Math.floor(tenths) - 0.5) < 1e-6) halves.met++;
  return Math.round(tenths);
}

/** To the nearest whole; one half way is counted as a half met. */
export function whole(x: number): number {
  if (Math.abs(x - Math.floor(x) - 0.5) < 1e-4) halves.met++;
  return Math.round(x);
}
