import { cm, tagOf, told } from '../words/message';
import { angleBetween, direction, subtract, add, dot, norm, scale, type Vec3 } from '../geometry/vector';
import { tipOf, type Course } from '../tree/course';
import { limbPairs } from './measures';
import { areKin } from '../tree/joins';
import { onBoth } from './on-both';
import type { FindingRule, Scene } from './finding';
import type { Stem } from '../tree/stem';

/** Two limbs that run side by side through one space: each shades and starves the other. */
export const parallelPair: FindingRule = {
  id: 'parallel-pair',
  look(scene) {
    const limit = scene.limits('parallel.apartCm');
    return limbPairs(scene).flatMap((pair) => {
      const apartCm = sideBySideCm(scene, pair.lower, pair.upper);
      return apartCm === undefined ? [] : onBoth('parallel-pair', { ...pair, heightCm: apartCm }, limit);
    });
  },
  explain({ measured, limit, otherStemId }, tree) {
    return told('finding.parallel-pair', {
      other: tagOf(tree, otherStemId ?? ''),
      apart: cm(measured?.value ?? 0),
      limit: cm(limit?.value ?? 0),
    });
  },
};

/** Nobody measures nearer than this, cm. */
const WITHIN_CM = 0.5;

/**
 * Distance between two limbs that run the same way, cm: from the middle of the shorter to the line of the other.
 * Undefined when one carries the other, their runs turn from each other by `parallel.turnDeg` or more, or they are far enough apart.
 */
export function sideBySideCm({ laid, limits }: Scene, a: Stem, b: Stem): number | undefined {
  if (areKin(a, b)) return undefined;
  const run = (stem: Stem): Vec3 => direction(stem.shape.runBearing.value, stem.shape.run.value);
  if (angleBetween(run(a), run(b)) >= limits('parallel.turnDeg').value) return undefined;
  const [short, long] = a.length.value <= b.length.value ? [a, b] : [b, a];
  const foot = (stem: Stem): Vec3 => (laid.courses.get(stem.id) as Course).points[0] as Vec3;
  const tip = tipOf(laid.courses.get(short.id) as Course);
  const middle = scale(add(foot(short), tip), 0.5);
  const across = subtract(middle, foot(long));
  const along = dot(across, run(long));
  const apartCm = norm(subtract(across, scale(run(long), along)));
  return apartCm < limits('parallel.apartCm').value - WITHIN_CM ? apartCm : undefined;
}
