import { cm, told } from '../words/message';
import { tipOf, type Course } from '../tree/course';
import type { SetRule } from './finding';

/** In a tree without a leader, a limb whose tip stands far over the lowest of its fellows takes the sap. */
export const unevenTips: SetRule = {
  id: 'uneven-tips',
  look({ laid, limits, hasLeader, standsOn }, { places }) {
    if (hasLeader || standsOn === 'stems') return [];
    const limit = limits('tips.apartCm');
    return places.flatMap(({ limbs, arcDeg }) => {
      if (arcDeg < 360 || limbs.length < 2) return [];
      const tips = limbs.map((stem) => ({ stem, tipCm: tipOf(laid.courses.get(stem.id) as Course)[2] }));
      const lowest = Math.min(...tips.map(({ tipCm }) => tipCm));
      return tips
        .filter(({ tipCm }) => tipCm - lowest > limit.value)
        .map(({ stem, tipCm }) => ({
          rule: 'uneven-tips',
          stemId: stem.id,
          gravity: 'slight' as const,
          measured: { value: tipCm - lowest, unit: 'cm' as const, sure: stem.length.sure },
          limit,
        }));
    });
  },
  explain({ measured, limit }) {
    return told('finding.uneven-tips', { over: cm(measured?.value ?? 0), limit: cm(limit?.value ?? 0) });
  },
};
