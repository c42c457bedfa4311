import { cm, tagOf, told } from '../words/message';
import { tipOf, type Course } from '../tree/course';
import type { SetRule } from './finding';

/** A limb no longer than this rivals no leader yet, cm. Working value. */
export const RIVALS_FROM_CM = 40;

/** On a tree with a leader, a limb that stays whose tip comes too near the leader's height: the cone is lost. */
export const overtopping: SetRule = {
  id: 'overtopping',
  look({ laid, limits, hasLeader, wallDeg }, { places, leaderId }) {
    if (!hasLeader || leaderId === undefined || !laid.courses.has(leaderId)) return [];
    const limit = limits('leader.clearCm');
    // An arm that lies on its wire, or will, rivals no leader: it need only be lower.
    const clearCm = wallDeg === undefined ? limit.value : 0;
    const tip = (id: string): number => tipOf(laid.courses.get(id) as Course)[2];
    return places
      .flatMap(({ limbs }) => limbs)
      .filter(({ length }) => length.value > RIVALS_FROM_CM)
      .filter((stem) => stem.id !== leaderId && tip(leaderId) - tip(stem.id) < clearCm)
      .map((stem) => ({
        rule: 'overtopping',
        stemId: stem.id,
        otherStemId: leaderId,
        gravity: 'serious',
        measured: { value: tip(leaderId) - tip(stem.id), unit: 'cm', sure: stem.length.sure },
        limit,
      }));
  },
  explain({ measured, limit, otherStemId }, tree) {
    const under = measured?.value ?? 0;
    return told(under >= 0 ? 'finding.overtopping.under' : 'finding.overtopping.over', {
      by: cm(Math.abs(under)),
      other: tagOf(tree, otherStemId ?? ''),
      limit: cm(limit?.value ?? 0),
    });
  },
};
