// The second scorer's own geometry: limbs that leave a plumb trunk one way and turn, in their first fifth (15 cm at
// most), to run another. Walked in small steps; no code of core/geometry or core/tree.

/** A limb as it is laid: heights, lengths cm, diameters mm, angles deg from upright, bearings deg. */
export interface Laid {
  id: string;
  h: number;
  bearing: number;
  angle: number;
  runBearing: number;
  set: number;
  length: number;
  mm: number;
  /** Where it leaves the ground or the trunk, cm east and north. */
  foot: readonly [number, number];
  /** How far from its foot it was measured, cm. */
  datum: number;
  /** Thickness where it was cut, mm; undefined where it was not. */
  endMm?: number | undefined;
}

type Point = [number, number, number];

const STEP = 0.25;
const walked = new Map<Laid, Point[]>();

const heading = (bearing: number, angle: number): Point => {
  const [t, z] = [(bearing * Math.PI) / 180, (angle * Math.PI) / 180];
  return [Math.sin(z) * Math.sin(t), Math.sin(z) * Math.cos(t), Math.cos(z)];
};
const dot = (a: Point, b: Point): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];

/** Part of the way along the great circle from one heading to another. */
function between(a: Point, b: Point, share: number): Point {
  const angle = Math.acos(Math.min(1, Math.max(-1, dot(a, b))));
  if (angle < 1e-9) return b;
  const [p, q] = [Math.sin((1 - share) * angle) / Math.sin(angle), Math.sin(share * angle) / Math.sin(angle)];
  return [a[0] * p + b[0] * q, a[1] * p + b[1] * q, a[2] * p + b[2] * q];
}

function walk(l: Laid): Point[] {
  const known = walked.get(l);
  if (known) return known;
  const [from, to] = [heading(l.bearing, l.angle), heading(l.runBearing, l.set)];
  const turnCm = Math.min(15, l.length / 5);
  const count = Math.ceil(l.length / STEP);
  const each = l.length / count;
  const points: Point[] = [[l.foot[0], l.foot[1], l.h]];
  for (let i = 0; i < count; i++) {
    const way = between(from, to, Math.min(1, ((i + 0.5) * each) / turnCm));
    const [x, y, z] = points[i] as Point;
    points.push([x + way[0] * each, y + way[1] * each, z + way[2] * each]);
  }
  walked.set(l, points);
  return points;
}

export function at(l: Laid, s: number): Point {
  const points = walk(l);
  const x = (s / l.length) * (points.length - 1);
  const i = Math.min(points.length - 2, Math.floor(x));
  const [p, q] = [points[i] as Point, points[i + 1] as Point];
  return [p[0] + (q[0] - p[0]) * (x - i), p[1] + (q[1] - p[1]) * (x - i), p[2] + (q[2] - p[2]) * (x - i)];
}

export const tipHeight = (l: Laid): number => at(l, l.length)[2];

/** Angle from upright at which a tip is seen from the tree's foot, deg. */
export function overFootDeg(l: Laid): number {
  const [x, y, z] = at(l, l.length);
  return (Math.atan2(Math.hypot(x, y), z) * 180) / Math.PI;
}

/** Where a run stands in an east-west wall's plane: 0 flat or hanging east, 90 upright, 180 flat or hanging west. */
export function planeAtDeg(l: Laid): number {
  const way = heading(l.runBearing, l.set);
  return (Math.atan2(Math.max(0, way[2]), way[0]) * 180) / Math.PI;
}

/** How far a run stands out of that plane, deg. */
export const outOfPlaneDeg = (l: Laid): number =>
  (Math.asin(Math.min(1, Math.abs(heading(l.runBearing, l.set)[1]))) * 180) / Math.PI;

/** Angle between two runs, deg, to a millionth. */
export function angleDeg(a: Laid, b: Laid): number {
  const cosine = dot(heading(a.runBearing, a.set), heading(b.runBearing, b.set));
  return Math.round(((Math.acos(Math.min(1, cosine)) * 180) / Math.PI) * 1e6) / 1e6;
}

/** Distance between the feet of two limbs, cm. */
export const feetApartCm = (a: Laid, b: Laid): number =>
  Math.hypot(a.foot[0] - b.foot[0], a.foot[1] - b.foot[1], a.h - b.h);

/** Turn between two runs, and distance from the middle of the shorter, foot to tip, to the line of the other. */
export function besideCm(lower: Laid, upper: Laid): { turnDeg: number; apartCm: number } {
  const [short, long] = lower.length <= upper.length ? [lower, upper] : [upper, lower];
  const way = heading(long.runBearing, long.set);
  const turnDeg = (Math.acos(Math.min(1, dot(way, heading(short.runBearing, short.set)))) * 180) / Math.PI;
  const tip = at(short, short.length);
  const off: Point = [
    (short.foot[0] + tip[0]) / 2 - long.foot[0],
    (short.foot[1] + tip[1]) / 2 - long.foot[1],
    (short.h + tip[2]) / 2 - long.h,
  ];
  const along = dot(off, way);
  return { turnDeg, apartCm: Math.sqrt(Math.max(0, dot(off, off) - along * along)) };
}

/** Least bark-to-bark distance of two limbs further than `joinCm` out, by stepping along both, cm. */
export function barkGap(a: Laid, b: Laid, gainMm: number, joinCm: number): number {
  if (a.length <= joinCm || b.length <= joinCm) return Infinity;
  const half = (l: Laid, s: number): number => {
    const datum = Math.min(l.datum, l.length / 2);
    const mm =
      s <= datum ? l.mm : l.mm + (((l.endMm ?? Math.min(3, l.mm)) - l.mm) * (s - datum)) / (l.length - datum);
    return (mm * (1 + gainMm / l.mm)) / 20;
  };
  let least = Infinity;
  let [fa, ta, fb, tb] = [joinCm, a.length, joinCm, b.length];
  for (let zoom = 0; zoom < 3; zoom++) {
    let [bestA, bestB] = [fa, fb];
    const [da, db] = [(ta - fa) / 60, (tb - fb) / 60];
    for (let i = 0; i <= 60; i++) {
      for (let j = 0; j <= 60; j++) {
        const [sa, sb] = [fa + i * da, fb + j * db];
        const [p, q] = [at(a, sa), at(b, sb)];
        const d = Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2]) - half(a, sa) - half(b, sb);
        if (d < least) [least, bestA, bestB] = [d, sa, sb];
      }
    }
    [fa, ta] = [Math.max(joinCm, bestA - 2 * da), Math.min(a.length, bestA + 2 * da)];
    [fb, tb] = [Math.max(joinCm, bestB - 2 * db), Math.min(b.length, bestB + 2 * db)];
  }
  return least;
}
