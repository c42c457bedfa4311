import { cm, tagOf, told } from '../words/message';
import { lateralsOf } from './measures';
import type { FindingRule } from './finding';

/** A shoot that rises from the join of the limb that carries it: it swells and weakens the join. */
export const footOfAnother: FindingRule = {
  id: 'foot-of-another',
  look(scene) {
    const limit = scene.limits('foot.joinCm');
    return lateralsOf(scene)
      .filter(({ origin }) => origin.value < limit.value)
      .map((stem) => ({
        rule: 'foot-of-another',
        stemId: stem.id,
        ...(stem.parent.kind === 'stem' && { otherStemId: stem.parent.stemId }),
        gravity: 'must-go',
        measured: { value: stem.origin.value, unit: 'cm', sure: stem.origin.sure },
        limit,
      }));
  },
  explain({ measured, limit, otherStemId }, tree) {
    return told('finding.foot-of-another', {
      apart: cm(measured?.value ?? 0),
      other: tagOf(tree, otherStemId ?? ''),
      limit: cm(limit?.value ?? 0),
    });
  },
};
