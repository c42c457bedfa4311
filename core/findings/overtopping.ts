import { tipOf, type Course } from '../tree/course';
import type { SetRule } from './finding';

/** On a tree with a leader, a limb that stays whose tip comes too near the leader's height: the cone is lost. */
export const overtopping: SetRule = {
  id: 'overtopping',
  title: 'Too near the leader’s height',
  look({ laid, limits, hasLeader }, { places, leaderId, onTheirWay }) {
    if (!hasLeader || leaderId === undefined || !laid.courses.has(leaderId)) return [];
    const limit = limits('leader.clearCm');
    const clearCm = (id: string): number => (onTheirWay.includes(id) ? 0 : limit.value);
    const tip = (id: string): number => tipOf(laid.courses.get(id) as Course)[2];
    return places
      .flatMap(({ limbs }) => limbs)
      .filter((stem) => stem.id !== leaderId && tip(leaderId) - tip(stem.id) < clearCm(stem.id))
      .map((stem) => ({
        rule: 'overtopping',
        stemId: stem.id,
        otherStemId: leaderId,
        gravity: 'serious',
        measured: { value: tip(leaderId) - tip(stem.id), unit: 'cm', sure: stem.length.sure },
        limit,
      }));
  },
  explain({ measured, limit, otherStemId }, say) {
    const under = measured?.value ?? 0;
    const where = under >= 0 ? `${say.length(under)} under` : `${say.length(-under)} over`;
    return `Its tip stands ${where} that of ${say.stem(otherStemId ?? '')}, and ${say.length(limit?.value ?? 0)} under is wanted: it would rival it.`;
  },
};
