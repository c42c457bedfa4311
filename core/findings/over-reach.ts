import { tipOf, type Course } from '../tree/course';
import type { FindingRule } from './finding';

/** A top above the highest point the grower picks from the ground. */
export const overReach: FindingRule = {
  id: 'over-reach',
  title: 'Over reach',
  look({ laid, limits, site }) {
    const { trunk } = laid;
    if (!trunk) return [];
    const topCm = tipOf(laid.courses.get(trunk.id) as Course)[2];
    if (topCm <= site.reachCm) return [];
    const limit = {
      ...limits('clearance.cm'),
      value: site.reachCm,
      source: 'this site',
      from: 'site' as const,
    };
    return [
      {
        rule: 'over-reach',
        stemId: trunk.id,
        gravity: 'slight',
        measured: { value: topCm, unit: 'cm', sure: trunk.length.sure },
        limit,
      },
    ];
  },
  explain({ measured, limit }, say) {
    return `Its top stands at ${say.length(measured?.value ?? 0)}, over the reach of ${say.length(limit?.value ?? 0)}: it is held at a side shoot below that once the limbs have calmed it, never cut to a stump.`;
  },
};
