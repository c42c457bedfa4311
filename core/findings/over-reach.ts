import { cm, told } from '../words/message';
import { tipOf, type Course } from '../tree/course';
import type { FindingRule } from './finding';

/** A top above the highest point the grower picks from the ground. */
export const overReach: FindingRule = {
  id: 'over-reach',
  look({ laid, site }) {
    const { trunk } = laid;
    if (!trunk) return [];
    const topCm = tipOf(laid.courses.get(trunk.id) as Course)[2];
    if (topCm <= site.reachCm) return [];
    return [
      {
        rule: 'over-reach',
        stemId: trunk.id,
        gravity: 'slight',
        measured: { value: topCm, unit: 'cm', sure: trunk.length.sure },
        limit: { site: 'reach', value: site.reachCm },
      },
    ];
  },
  explain({ measured, limit }) {
    return told('finding.over-reach', { top: cm(measured?.value ?? 0), reach: cm(limit?.value ?? 0) });
  },
};
