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

/** Outline of a piece of a stem: down one edge, back along the other. */
export function outline(
  course: Course,
  project: Projection,
  fromCm: number,
  toCm: number,
  leastWidthCm: number,
): readonly (readonly [x: number, y: number])[] {
  const share = (toCm - fromCm) / Math.max(course.lengthCm, 1e-6);
  const pieces = isStraight(course) ? 1 : Math.max(2, Math.ceil(share * OUTLINE_PIECES));
  const axis = Array.from({ length: pieces + 1 }, (_, i) => {
    const s = fromCm + ((toCm - fromCm) * i) / pieces;
    const { x, y } = project(positionAt(course, s));
    return { x, y, half: Math.max(leastWidthCm, diameterAt(course.taper, s) / 10) / 2 };
  });
  const left: [number, number][] = [];
  const right: [number, number][] = [];
  axis.forEach(({ x, y, half }, i) => {
    const before = axis[Math.max(0, i - 1)] as (typeof axis)[number];
    const after = axis[Math.min(axis.length - 1, i + 1)] as (typeof axis)[number];
    const [dx, dy] = [after.x - before.x, after.y - before.y];
    const n = Math.hypot(dx, dy) || 1;
    left.push([x - (dy / n) * half, y + (dx / n) * half]);
    right.push([x + (dy / n) * half, y - (dx / n) * half]);
  });
  return [...left, ...right.reverse()];
}

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
