import { limbsOf } from './measures';
import { crotchDeg } from '../tree/joins';
import type { Finding, FindingRule } from './finding';

/** A join too narrow to hold, or with bark seen trapped in it, which weighs more than the angle. */
export const narrowCrotch: FindingRule = {
  id: 'narrow-crotch',
  title: 'Narrow crotch',
  look(scene) {
    const { laid, limits } = scene;
    const narrow = limits('crotch.narrowDeg');
    const doubtful = limits('crotch.doubtfulDeg');
    return limbsOf(scene).flatMap((stem): Finding[] => {
      const crotch = crotchDeg(laid, stem);
      if (crotch === undefined) return [];
      const measured = { value: crotch, unit: 'deg' as const, sure: stem.departure.sure };
      const found = { rule: 'narrow-crotch', stemId: stem.id, measured };
      if (stem.barkTrapped) {
        return [{ ...found, gravity: 'must-go', limit: narrow, observed: 'bark-trapped' }];
      }
      if (crotch < narrow.value) return [{ ...found, gravity: 'must-go', limit: narrow }];
      return crotch < doubtful.value ? [{ ...found, gravity: 'slight', limit: doubtful }] : [];
    });
  },
  explain({ measured, limit, gravity, observed }, say) {
    const crotch = say.angle(Math.floor(measured?.value ?? 0));
    if (observed)
      return `Bark is trapped in its join (crotch ${crotch}): the join has not knit and may split.`;
    const below = `Its crotch is ${crotch}, under ${say.angle(limit?.value ?? 0)}`;
    return gravity === 'must-go'
      ? `${below}: bark gets trapped there and the join may split under load.`
      : `${below}: a doubtful join, which can be widened only while soft.`;
  },
};
