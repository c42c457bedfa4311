import { share, tagOf, told } from '../words/message';
import { tipOf, type Course } from '../tree/course';
import { limbsOf, topsOf } from './measures';
import type { FindingRule } from './finding';

/** Shoots that reach for the top beside the leader: one is kept. */
export const severalTops: FindingRule = {
  id: 'several-tops',
  look(scene) {
    const { laid, limits, hasLeader } = scene;
    const { trunk } = laid;
    if (!hasLeader || !trunk) return [];
    const topCm = tipOf(laid.courses.get(trunk.id) as Course)[2];
    return topsOf(scene, limbsOf(scene)).map((stem) => ({
      rule: 'several-tops',
      stemId: stem.id,
      otherStemId: trunk.id,
      gravity: 'serious',
      measured: {
        value: tipOf(laid.courses.get(stem.id) as Course)[2] / topCm,
        unit: 'ratio',
        sure: stem.length.sure / topCm,
      },
      limit: limits('top.heightShare'),
    }));
  },
  explain({ measured, limit, otherStemId }, tree) {
    return told('finding.several-tops', {
      height: share(measured?.value ?? 0),
      other: tagOf(tree, otherStemId ?? ''),
      limit: share(limit?.value ?? 0),
    });
  },
};
