import { share, told } from '../words/message';
import { direction, dot, subtract, type Vec3 } from '../geometry/vector';
import { tipOf, type Course } from '../tree/course';
import { limbsOf } from './measures';
import type { FindingRule } from './finding';

/** A limb that turns back: its tip ends behind the side it left the trunk from. */
export const growingInward: FindingRule = {
  id: 'growing-inward',
  look(scene) {
    const { laid, limits } = scene;
    const limit = limits('inward.shareOfTip');
    return limbsOf(scene).flatMap((stem) => {
      const course = laid.courses.get(stem.id) as Course;
      const away = direction(stem.bearing.value, 90);
      const behind = -dot(subtract(tipOf(course), course.points[0] as Vec3), away) / stem.length.value;
      if (behind <= limit.value) return [];
      return [
        {
          rule: 'growing-inward',
          stemId: stem.id,
          gravity: 'serious' as const,
          measured: { value: behind, unit: 'ratio' as const, sure: stem.shape.runBearing.sure / 180 },
          limit,
        },
      ];
    });
  },
  explain({ measured, limit }) {
    return told('finding.growing-inward', {
      back: share(measured?.value ?? 0),
      limit: share(limit?.value ?? 0),
    });
  },
};
