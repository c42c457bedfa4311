import { tipOf, courseFrom, type Course } from '../tree/course';
import type { Vec3 } from '../geometry/vector';
import { clearanceLimit, limbsOf } from './measures';
import { joinHeightCm } from '../tree/joins';
import type { FindingRule } from './finding';

/**
 * A limb that starts high enough, but whose tip will hang below the clearance once it is bent to the form's angle and
 * laden: its run is taken to drop by `laden.dropDeg` from there (working value, until the bending of wood is computed).
 */
export const lowWhenLaden: FindingRule = {
  id: 'low-when-laden',
  title: 'Tip too low once laden',
  look(scene) {
    const { laid, limits, runDeg } = scene;
    const drop = limits('laden.dropDeg');
    return limbsOf(scene).flatMap((stem) => {
      const limit = clearanceLimit(scene, stem.runBearing.value);
      if (joinHeightCm(laid, stem) < limit.value) return [];
      const bentDeg = Math.min(Math.max(stem.set.value, runDeg.from), runDeg.to);
      const angle = { ...stem.set, value: bentDeg + drop.value };
      const base = (laid.courses.get(stem.id) as Course).points[0] as Vec3;
      const tipCm = tipOf(courseFrom({ ...stem, set: angle, tipAngle: angle }, base))[2];
      if (tipCm >= limit.value) return [];
      const measured = { value: Math.max(0, tipCm), unit: 'cm' as const, sure: stem.length.sure };
      return [{ rule: 'low-when-laden', stemId: stem.id, gravity: 'slight' as const, measured, limit }];
    });
  },
  explain({ measured, limit }, say) {
    const why = limit?.from === 'site' ? ` (${limit.source})` : '';
    return `Bent and laden, its tip comes down to ${say.length(measured?.value ?? 0)}; this side is to stay clear to ${say.length(limit?.value ?? 0)}${why}.`;
  },
};
