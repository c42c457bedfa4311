import type { Scene } from '../../findings/finding';
import { direction, dot, subtract, type Vec3 } from '../../geometry/vector';
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

/** What a limb costs that turns back through the middle, with or without a leader there. */
export function inwardCost({ laid, limits }: Scene, { stem, lengthCm }: LimbView): Consideration[] {
  if (stem.parent.kind !== 'stem') return [];
  const course = laid.courses.get(stem.id) as Course;
  const away = direction(stem.bearing.value, 90);
  const behind = -dot(subtract(tipOf(course), course.points[0] as Vec3), away) / stem.length.value;
  const points =
    limits('weigh.inward').value * Math.min(1, lengthCm / FULL_CM) * meanOn(BEHIND, behind, 0.05);
  return [{ what: 'inward', points, measured: behind }];
}
