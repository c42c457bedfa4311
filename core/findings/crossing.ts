import { cm, tagOf, told } from '../words/message';
import { closestApproach } from '../tree/approach';
import type { Course } from '../tree/course';
import { withDescendants, type Stem } from '../tree/stem';
import type { Finding, FindingRule, Scene } from './finding';

/** Limbs that touch now, or will when both have thickened. */
export const crossing: FindingRule = {
  id: 'crossing',
  look(scene) {
    const { laid, limits } = scene;
    const shortest = limits('scaffold.shortestCm').value;
    const limbs = laid.tree.stems.filter(
      (stem) => (stem.parent.kind === 'stem' || scene.standsOn === 'stems') && stem.length.value >= shortest,
    );
    const kin = new Map(limbs.map((stem) => [stem.id, withDescendants(laid.tree, stem.id)]));
    return limbs.flatMap((a, i) =>
      limbs.slice(i + 1).flatMap((b) => {
        if (kin.get(a.id)?.has(b.id) || kin.get(b.id)?.has(a.id)) return [];
        const found = meeting(scene, courseOf(scene, a), courseOf(scene, b));
        return found
          ? [
              { ...found, stemId: a.id, otherStemId: b.id },
              { ...found, stemId: b.id, otherStemId: a.id },
            ]
          : [];
      }),
    );
  },
  explain({ measured, limit, otherStemId, gravity }, tree) {
    const other = tagOf(tree, otherStemId ?? '');
    const gap = measured?.value ?? 0;
    if (gravity !== 'must-go') return told('finding.crossing.later', { other, seasons: limit?.value ?? 0 });
    return gap <= 0
      ? told('finding.crossing.touch', { other })
      : told('finding.crossing.near', { gap: cm(gap), other, limit: cm(limit?.value ?? 0) });
  },
};

const courseOf = ({ laid }: Scene, stem: Stem): LaidLimb => ({
  stem,
  course: laid.courses.get(stem.id) as Course,
});

/** A limb with its course, as it stands or as a correction would lay it. */
export interface LaidLimb {
  stem: Stem;
  course: Course;
}

/** What is found where two limbs come near each other, now or once thickened; undefined when they keep clear. */
export function meeting(
  { limits, kind }: Scene,
  a: LaidLimb,
  b: LaidLimb,
): Omit<Finding, 'stemId' | 'otherStemId'> | undefined {
  const touch = limits('cross.touchCm');
  const seasons = limits('cross.seasons');
  const skipCm = limits('cross.joinCm').value;
  const thickenedMm = seasons.value * kind.thickeningMm.value;
  const thickMm = a.stem.diameter.value + b.stem.diameter.value;
  const withinCm = touch.value + (thickMm + 2 * thickenedMm) / 20;
  const later = closestApproach(a.course, b.course, { skipCm, withinCm, thickenedMm });
  if (!later) return undefined;
  const now = closestApproach(a.course, b.course, { skipCm, withinCm, thickenedMm: 0 });
  const sure = Math.hypot(a.stem.bearing.sure, b.stem.bearing.sure) * 0.5;
  if (now && now.gapCm < touch.value) {
    const measured = { value: now.gapCm, unit: 'cm' as const, sure };
    return { rule: 'crossing', gravity: 'must-go', measured, limit: touch };
  }
  if (later.gapCm >= 0) return undefined;
  const measured = { value: later.gapCm, unit: 'cm' as const, sure };
  return { rule: 'crossing', gravity: 'serious', measured, limit: seasons };
}
