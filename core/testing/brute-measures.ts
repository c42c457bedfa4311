// What the parts of the second scorer share: rows of corners, turns, and limbs as they were read.
import type { Laid } from './brute-geometry';
import type { Limb } from './trees';

export function asRead({ id, h, bearing, angle, length, mm, more }: Limb): Laid {
  const ground = more?.parent?.kind === 'ground' ? more.parent : undefined;
  return {
    ...{ id, h, bearing, angle, length, mm, runBearing: bearing, set: angle },
    foot: ground ? [ground.eastCm, ground.northCm] : [0, 0],
    datum: ground || id === 'trunk' ? 10 : 2,
    endMm: more?.headed ? Math.max(mm / 2, mm - 0.08 * Math.max(0, length - 2)) : undefined,
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

type Table = readonly (readonly [number, number])[];

/** Costs by largest gap, by unlike vigour, by depth of a vase's band. */
export const GAP: Table = [
  ...([
    [1.15, 0],
    [1.3, 5],
    [1.4, 8],
    [1.5, 12],
    [1.75, 30],
    [2, 50],
    [3, 80],
    [5, 110],
    [9e9, 140],
  ] as const),
];
export const LIKE: Table = [
  ...([
    [1.5, 0],
    [2, 10],
    [3, 25],
    [9e9, 40],
  ] as const),
];
export const BAND: Table = [
  ...([
    [50, 0],
    [60, 10],
    [75, 30],
    [9e9, 60],
  ] as const),
];

export function widestGap(at: readonly number[], isArc: boolean): number {
  const around = [...at].sort((x, y) => x - y);
  if (around.length === 0) return 360;
  const [first, last] = [around[0] as number, around.at(-1) as number];
  const between = around.slice(1).map((x, i) => x - (around[i] as number));
  const ends = isArc ? [2 * first, 2 * (180 - last)] : [first + 360 - last];
  return Math.max(...between, ...ends);
}

export const step = (table: Table, x: number): number => table.find(([limit]) => x <= limit)?.[1] ?? 0;
