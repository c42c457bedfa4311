import { limbPairs } from './measures';
import { onBoth } from './on-both';
import type { FindingRule } from './finding';

/** Two limbs on one bearing with too little height between: the lower stands in the upper's shade. */
export const oneAboveAnother: FindingRule = {
  id: 'one-above-another',
  title: 'One above another',
  look(scene) {
    const { limits } = scene;
    const height = limits('shade.heightCm');
    const turn = limits('shade.bearingDeg');
    return limbPairs(scene)
      .filter(({ heightCm, turnDeg }) => turnDeg < turn.value && heightCm < height.value)
      .flatMap((pair) => onBoth('one-above-another', pair, height));
  },
  explain({ measured, limit, otherStemId, observed }, say) {
    const apart = `with ${say.length(measured?.value ?? 0)} between, and ${say.length(limit?.value ?? 0)} is needed`;
    return observed === 'lower'
      ? `It stands under ${say.stem(otherStemId ?? '')} on the same bearing, ${apart}: it would be shaded.`
      : `It stands over ${say.stem(otherStemId ?? '')} on the same bearing, ${apart}: it would shade it.`;
  },
};
