import { cm, tagOf, told } from '../words/message';
import { limbPairs } from './measures';
import { onBoth } from './on-both';
import type { FindingRule } from './finding';

/** Two limbs on one bearing with too little height between: the lower stands in the upper's shade. */
export const oneAboveAnother: FindingRule = {
  id: 'one-above-another',
  look(scene) {
    const { limits } = scene;
    const height = limits('shade.heightCm');
    const turn = limits('shade.bearingDeg');
    return limbPairs(scene)
      .filter(({ heightCm, turnDeg }) => turnDeg < turn.value && heightCm < height.value)
      .flatMap((pair) => onBoth('one-above-another', pair, height));
  },
  explain({ measured, limit, otherStemId, observed }, tree) {
    const isUnder = observed === 'lower';
    return told(isUnder ? 'finding.one-above-another.under' : 'finding.one-above-another.over', {
      other: tagOf(tree, otherStemId ?? ''),
      apart: cm(measured?.value ?? 0),
      limit: cm(limit?.value ?? 0),
    });
  },
};
