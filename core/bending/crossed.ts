import { segmentApproach } from '../geometry/segments';
import type { Vec3 } from '../geometry/vector';
import { positionAt, type LaidTree } from '../tree/course';
import { withDescendants, type Stem } from '../tree/stem';
import { diameterAt } from '../tree/taper';

/** A cord nearer than this to bark rubs on it, cm. Working value. */
const RUBS_CM = 1;
/** A stem's course is looked at in pieces of so many points. */
const EVERY = 4;

/** The first other limb that a cord between two places, cm, would rub on; the limb that is tied, what it carries and what carries it do not count. */
export function crossedBy(laid: LaidTree, stem: Stem, from: Vec3, to: Vec3): Stem | undefined {
  const own = withDescendants(laid.tree, stem.id);
  const carrierId = stem.parent.kind === 'stem' ? stem.parent.stemId : undefined;
  return laid.tree.stems.find((other) => {
    const course = laid.courses.get(other.id);
    if (!course || own.has(other.id) || other.id === carrierId || other.id === laid.trunk?.id) return false;
    const { points, lengthCm, taper } = course;
    for (let i = 0; i + 1 < points.length; i += EVERY) {
      const end = Math.min(points.length - 1, i + EVERY);
      const near = segmentApproach(from, to, points[i] as Vec3, points[end] as Vec3);
      const alongCm = ((i + (end - i) * near.t) / (points.length - 1)) * lengthCm;
      if (near.distanceCm < diameterAt(taper, alongCm) / 20 + RUBS_CM) return true;
    }
    return false;
  });
}

/** The first other limb that a cord straight down from a place of a stem, cm along it, would rub on. */
export function crossedUnder(laid: LaidTree, stem: Stem, atCm: number): Stem | undefined {
  const course = laid.courses.get(stem.id);
  if (!course) return undefined;
  const from = positionAt(course, Math.min(course.lengthCm, atCm));
  return crossedBy(laid, stem, from, [from[0], from[1], 0]);
}
