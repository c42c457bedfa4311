import type { Scene } from '../../findings/finding';
import { add, direction, dot, norm, scale, subtract, unit, type Vec3 } from '../../geometry/vector';
import { tipOf, type Course } from '../../tree/course';
import { meanOn, type Curve } from '../curve';
import type { Consideration } from '../consideration';
import type { LimbView } from './view';

/** Cost, 0 to 1, by how far its tip ends behind the side it left from, as a share of its length. */
const BEHIND: Curve = [
  [0, 0],
  [0.15, 0.4],
  [0.4, 1],
];
const FULL_CM = 40;

/** A foot nearer the middle of its bush than this stands in it, cm. */
const IN_MIDDLE_CM = 3;

/** The way out from the middle of a bush's feet at one of them; undefined for one that stands in the middle. */
function fromMiddle({ tree, courses }: Scene['laid'], foot: Vec3): Vec3 | undefined {
  const feet = tree.stems
    .filter(({ parent }) => parent.kind === 'ground')
    .flatMap(({ id }): Vec3[] => [courses.get(id)?.points[0] ?? [0, 0, 0]]);
  const middle = scale(feet.reduce<Vec3>(add, [0, 0, 0]), 1 / Math.max(1, feet.length));
  const out = subtract(foot, middle);
  return norm(out) < IN_MIDDLE_CM ? undefined : unit(out);
}

/** What a limb costs that turns back through the middle, with or without a leader there. */
export function inwardCost({ laid, limits }: Scene, { stem, lengthCm }: LimbView): Consideration[] {
  const course = laid.courses.get(stem.id) as Course;
  const foot = course.points[0] as Vec3;
  const away = stem.parent.kind === 'stem' ? direction(stem.bearing.value, 90) : fromMiddle(laid, foot);
  if (!away) return [];
  const behind = -dot(subtract(tipOf(course), foot), away) / stem.length.value;
  const points =
    limits('weigh.inward').value * Math.min(1, lengthCm / FULL_CM) * meanOn(BEHIND, behind, 0.05);
  return [{ what: 'inward', points, measured: behind }];
}
