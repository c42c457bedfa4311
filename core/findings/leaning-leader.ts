import { deg, told } from '../words/message';
import { tipOf, type Course } from '../tree/course';
import type { Vec3 } from '../geometry/vector';
import type { FindingRule } from './finding';

/** A difference smaller than this is arithmetic, not the tree's, deg. */
const ROUNDING_DEG = 1e-6;

/** A leader whose top stands well out over its foot. */
export const leaningLeader: FindingRule = {
  id: 'leaning-leader',
  look({ laid, limits, hasLeader }) {
    const { trunk } = laid;
    if (!hasLeader || !trunk) return [];
    const course = laid.courses.get(trunk.id) as Course;
    const [foot, top] = [course.points[0] as Vec3, tipOf(course)];
    const outCm = Math.hypot(top[0] - foot[0], top[1] - foot[1]);
    const exactDeg = (Math.atan2(outCm, top[2] - foot[2]) * 180) / Math.PI;
    const leanDeg = Math.round(exactDeg / ROUNDING_DEG) * ROUNDING_DEG;
    const limit = limits('leader.leanDeg');
    if (leanDeg <= limit.value) return [];
    return [
      {
        rule: 'leaning-leader',
        stemId: trunk.id,
        gravity: 'serious',
        measured: { value: leanDeg, unit: 'deg', sure: trunk.shape.run.sure },
        limit,
      },
    ];
  },
  explain({ measured, limit }) {
    return told('finding.leaning-leader', { lean: deg(measured?.value ?? 0), limit: deg(limit?.value ?? 0) });
  },
};
