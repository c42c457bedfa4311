import { lateralsOf } from './measures';
import type { FindingRule } from './finding';

/** A shoot that rises from the join of the limb that carries it: it swells and weakens the join. */
export const footOfAnother: FindingRule = {
  id: 'foot-of-another',
  title: 'From the foot of another limb',
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
  explain({ measured, limit, otherStemId }, say) {
    return `It rises ${say.length(measured?.value ?? 0)} from the foot of ${say.stem(otherStemId ?? '')}, within ${say.length(limit?.value ?? 0)}: it swells and weakens that join.`;
  },
};
