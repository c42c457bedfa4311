import { cm, told } from '../words/message';
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
  look(scene) {
    const { laid, limits, runDeg } = scene;
    const drop = limits('laden.dropDeg');
    return limbsOf(scene).flatMap((stem) => {
      const limit = clearanceLimit(scene, stem.shape.runBearing.value);
      if (joinHeightCm(laid, stem) < limit.value) return [];
      const bentDeg = Math.min(Math.max(stem.shape.run.value, runDeg.from), runDeg.to);
      const angle = { ...stem.shape.run, value: bentDeg + drop.value };
      const base = (laid.courses.get(stem.id) as Course).points[0] as Vec3;
      const tipCm = tipOf(courseFrom({ ...stem, shape: { ...stem.shape, run: angle, tip: angle } }, base))[2];
      if (tipCm >= limit.value) return [];
      const measured = { value: Math.max(0, tipCm), unit: 'cm' as const, sure: stem.length.sure };
      return [{ rule: 'low-when-laden', stemId: stem.id, gravity: 'slight' as const, measured, limit }];
    });
  },
  explain({ measured, limit }) {
    const args = { tip: cm(measured?.value ?? 0), limit: cm(limit?.value ?? 0) };
    return limit && 'site' in limit && limit.why
      ? told('finding.low-when-laden.site', { ...args, why: limit.why })
      : told('finding.low-when-laden', args);
  },
};
