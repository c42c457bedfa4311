import { closestApproach } from '../tree/approach';
import type { Course } from '../tree/course';
import { withDescendants, type Stem } from '../tree/stem';
import type { Finding, FindingRule, Scene } from './finding';

/** Limbs that touch now, or will when both have thickened. */
export const crossing: FindingRule = {
  id: 'crossing',
  title: 'Crossing or rubbing',
  look(scene) {
    const { laid, limits } = scene;
    const shortest = limits('scaffold.shortestCm').value;
    const limbs = laid.tree.stems.filter(
      (stem) => stem.parent.kind === 'stem' && stem.length.value >= shortest,
    );
    const kin = new Map(limbs.map((stem) => [stem.id, withDescendants(laid.tree, stem.id)]));
    return limbs.flatMap((a, i) =>
      limbs.slice(i + 1).flatMap((b) => {
        if (kin.get(a.id)?.has(b.id) || kin.get(b.id)?.has(a.id)) return [];
        const found = meeting(scene, a, b);
        return found
          ? [
              { ...found, stemId: a.id, otherStemId: b.id },
              { ...found, stemId: b.id, otherStemId: a.id },
            ]
          : [];
      }),
    );
  },
  explain({ measured, limit, otherStemId, gravity }, say) {
    const other = say.stem(otherStemId ?? '');
    const gap = measured?.value ?? 0;
    if (gravity === 'must-go') {
      return gap <= 0
        ? `It crosses ${other}: they touch, and bark will rub through.`
        : `It passes ${say.length(gap)} from ${other}, nearer than ${say.length(limit?.value ?? 0)}: they rub in wind.`;
    }
    return `It will rub on ${other} once both have thickened for ${limit?.value ?? 0} seasons.`;
  },
};

function meeting(
  { laid, limits, kind }: Scene,
  a: Stem,
  b: Stem,
): Omit<Finding, 'stemId' | 'otherStemId'> | undefined {
  const courseA = laid.courses.get(a.id) as Course;
  const courseB = laid.courses.get(b.id) as Course;
  const touch = limits('cross.touchCm');
  const seasons = limits('cross.seasons');
  const skipCm = limits('cross.joinCm').value;
  const thickenedMm = seasons.value * kind.thickeningMm;
  const withinCm = touch.value + (a.diameter.value + b.diameter.value + 2 * thickenedMm) / 20;
  const later = closestApproach(courseA, courseB, { skipCm, withinCm, thickenedMm });
  if (!later) return undefined;
  const now = closestApproach(courseA, courseB, { skipCm, withinCm, thickenedMm: 0 });
  const sure = Math.hypot(a.bearing.sure, b.bearing.sure) * 0.5;
  if (now && now.gapCm < touch.value) {
    const measured = { value: now.gapCm, unit: 'cm' as const, sure };
    return { rule: 'crossing', gravity: 'must-go', measured, limit: touch };
  }
  if (later.gapCm >= 0) return undefined;
  const measured = { value: later.gapCm, unit: 'cm' as const, sure };
  return { rule: 'crossing', gravity: 'serious', measured, limit: seasons };
}
