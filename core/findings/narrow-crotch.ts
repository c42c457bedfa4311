import { deg, told } from '../words/message';
import { limbsOf } from './measures';
import { crotchDeg, hangsOnCane } from '../tree/joins';
import type { Finding, FindingRule } from './finding';

/** A join too narrow to hold, or with bark seen trapped in it, which weighs more than the angle. */
export const narrowCrotch: FindingRule = {
  id: 'narrow-crotch',
  look(scene) {
    const { laid, limits } = scene;
    const narrow = limits('crotch.narrowDeg');
    const doubtful = limits('crotch.doubtfulDeg');
    return limbsOf(scene).flatMap((stem): Finding[] => {
      const crotch = crotchDeg(laid, stem);
      if (crotch === undefined) return [];
      const measured = { value: crotch, unit: 'deg' as const, sure: stem.shape.departure.sure };
      const found = { rule: 'narrow-crotch' as const, stemId: stem.id, measured };
      if (stem.barkTrapped) {
        return [{ ...found, gravity: 'must-go', limit: narrow, observed: 'bark-trapped' }];
      }
      if (hangsOnCane(scene, stem)) return [];
      if (crotch < narrow.value) return [{ ...found, gravity: 'must-go', limit: narrow }];
      return crotch < doubtful.value ? [{ ...found, gravity: 'slight', limit: doubtful }] : [];
    });
  },
  explain({ measured, limit, gravity, observed }) {
    const crotch = deg(Math.floor(measured?.value ?? 0));
    if (observed) return told('finding.narrow-crotch.bark', { crotch });
    return told(gravity === 'must-go' ? 'finding.narrow-crotch.narrow' : 'finding.narrow-crotch.doubtful', {
      crotch,
      limit: deg(limit?.value ?? 0),
    });
  },
};
