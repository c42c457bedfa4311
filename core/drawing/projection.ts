import { dot, type Vec3 } from '../geometry/vector';
import { positionAt, type Course } from '../tree/course';
import { diameterAt } from '../tree/taper';

/** A point of a drawing, cm: x to the right, y up; `near` grows toward the one who looks. */
export interface DrawnPoint {
  x: number;
  y: number;
  near: number;
}

export type Projection = (point: Vec3) => DrawnPoint;

/**
 * The tree as seen from where one stands, without perspective.
 * @param standingDeg bearing from the tree to the one who looks; 180 stands south and looks north, east on the right
 */
export function elevationFrom(standingDeg: number): Projection {
  const a = (standingDeg * Math.PI) / 180;
  const [sin, cos] = [Math.sin(a), Math.cos(a)];
  return ([x, y, z]) => ({ x: -cos * x + sin * y, y: z, near: sin * x + cos * y });
}

/** The tree from above, north at the top and east on the right. */
export const planView: Projection = ([x, y, z]) => ({ x, y, near: z });

/** A point of a stem's axis and half the width drawn there, cm. */
export interface AxisPoint {
  at: Vec3;
  half: number;
}

/** The axis of a piece of a stem with its half widths, cm: what its outline is drawn from, wherever one stands. */
export function axisOf(course: Course, fromCm: number, toCm: number, leastWidthCm: number): AxisPoint[] {
  const share = (toCm - fromCm) / Math.max(course.lengthCm, 1e-6);
  const pieces = isStraight(course) ? 1 : Math.max(2, Math.ceil(share * OUTLINE_PIECES));
  return Array.from({ length: pieces + 1 }, (_, i) => {
    const s = fromCm + ((toCm - fromCm) * i) / pieces;
    return {
      at: positionAt(course, s),
      half: Math.max(leastWidthCm, diameterAt(course.taper, s) / 10) / 2,
    };
  });
}

/** Outline of a stem's axis as seen: down one edge, back along the other. */
export function outlineOf(
  axis: readonly AxisPoint[],
  project: Projection,
): readonly (readonly [x: number, y: number])[] {
  const seen = axis.map(({ at }) => project(at));
  const last = seen.length - 1;
  const edge = new Array<[number, number]>(2 * seen.length);
  seen.forEach(({ x, y }, i) => {
    const before = seen[Math.max(0, i - 1)] as DrawnPoint;
    const after = seen[Math.min(last, i + 1)] as DrawnPoint;
    const [dx, dy] = [after.x - before.x, after.y - before.y];
    const half = (axis[i] as AxisPoint).half / (Math.hypot(dx, dy) || 1);
    edge[i] = [x - dy * half, y + dx * half];
    edge[2 * last + 1 - i] = [x + dy * half, y - dx * half];
  });
  return edge;
}

/** Outline of a piece of a stem: down one edge, back along the other. */
export const outline = (
  course: Course,
  project: Projection,
  fromCm: number,
  toCm: number,
  leastWidthCm: number,
): readonly (readonly [x: number, y: number])[] =>
  outlineOf(axisOf(course, fromCm, toCm, leastWidthCm), project);

const OUTLINE_PIECES = 12;

const straight = new WeakMap<Course, boolean>();

/** Whether a stem runs as it departs to its tip: then its two ends say all of its outline. */
export function isStraight(course: Course): boolean {
  const known = straight.get(course);
  if (known !== undefined) return known;
  const first = course.directions[0] as Vec3;
  const found = course.directions.every((way) => dot(way, first) > STRAIGHT_COSINE);
  straight.set(course, found);
  return found;
}

/** Cosine of half a degree. */
const STRAIGHT_COSINE = 0.99996;
