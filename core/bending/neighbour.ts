import { dot, norm, subtract, type Vec3 } from '../geometry/vector';
import { withDescendants, type Stem } from '../tree/stem';
import { diameterAt, taperOf } from '../tree/taper';
import { positionAt, type LaidTree } from '../tree/course';
import { crossedBy } from './crossed';

/** A place on another limb that a cord is made fast to: which, how far along it, and how far from the tie, cm. */
export interface Anchor {
  stem: Stem;
  atCm: number;
  distanceCm: number;
}

/** A neighbour is nearer than a hand is long never, and further than an arm reaches never, cm; and lies the way the limb is drawn within so much, deg. Working values. */
const NEAREST_CM = 12;
const FURTHEST_CM = 110;
const OFF_DEG = 25;
/** It gives under the same pull by no more than this share of what the limb it holds does. Working value. */
const GIVES = 1 / 4;
/** Places along a neighbour that are tried, cm apart. */
const EVERY_CM = 5;

/** How far a stem gives under a pull at a place, up to its stiffness: that of a uniform cantilever, s^3 / d^4. */
const givesAt = (stem: Stem, atCm: number): number => atCm ** 3 / diameterAt(taperOf(stem), atCm) ** 4;

/**
 * The nearest place on another limb of a tree that is so much stiffer than a limb tied at a place that it holds it, along a direction; undefined where there is
 * none. The limb itself, what it carries and what carries it hold nothing.
 * @param laid the tree as the work leaves it
 * @param there where the limb is tied, as it will lie, cm
 * @param way unit vector it is drawn along
 */
export function neighbourAlong(
  laid: LaidTree,
  stem: Stem,
  { tieCm, there, way }: { tieCm: number; there: Vec3; way: Vec3 },
): Anchor | undefined {
  const own = withDescendants(laid.tree, stem.id);
  const carrierId = stem.parent.kind === 'stem' ? stem.parent.stemId : laid.trunk?.id;
  const least = Math.cos((OFF_DEG * Math.PI) / 180);
  const most = GIVES * givesAt(stem, tieCm);
  let found: Anchor | undefined;
  for (const other of laid.tree.stems) {
    const course = laid.courses.get(other.id);
    if (!course || own.has(other.id) || other.id === carrierId || other.condition !== 'sound') continue;
    for (let atCm = EVERY_CM; atCm < course.lengthCm; atCm += EVERY_CM) {
      const to = subtract(positionAt(course, atCm), there);
      const distanceCm = norm(to);
      if (distanceCm < NEAREST_CM || distanceCm > (found?.distanceCm ?? FURTHEST_CM)) continue;
      if (dot(to, way) < least * distanceCm || givesAt(other, atCm) > most) continue;
      found = { stem: other, atCm, distanceCm };
    }
  }
  return found;
}

/** Whether a cord to a neighbour would rub on a third limb. */
export function isFree(laid: LaidTree, stem: Stem, there: Vec3, { stem: other, atCm }: Anchor): boolean {
  const course = laid.courses.get(other.id);
  if (!course) return false;
  const crossed = crossedBy(laid, stem, there, positionAt(course, atCm));
  return crossed === undefined || crossed.id === other.id;
}
