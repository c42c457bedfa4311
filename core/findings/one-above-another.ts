import { limbPairs } from './measures';
import type { FindingRule } from './finding';

/** Two limbs on one bearing with too little height between: the lower stands in the upper's shade. */
export const oneAboveAnother: FindingRule = {
  id: 'one-above-another',
  title: 'One above another',
  look({ laid, limits }) {
    const height = limits('shade.heightCm');
    const turn = limits('shade.bearingDeg');
    return limbPairs(laid, limits('scaffold.shortestCm').value)
      .filter(({ heightCm, turnDeg }) => turnDeg < turn.value && heightCm < height.value)
      .flatMap(({ lower, upper, heightCm }) =>
        [[lower, upper] as const, [upper, lower] as const].map(([stem, other]) => ({
          rule: 'one-above-another',
          stemId: stem.id,
          otherStemId: other.id,
          gravity: 'serious' as const,
          measured: {
            value: heightCm,
            unit: 'cm' as const,
            sure: Math.hypot(lower.origin.sure, upper.origin.sure),
          },
          limit: height,
          observed: stem === lower ? 'lower' : 'upper',
        })),
      );
  },
  explain({ measured, limit, otherStemId, observed }, say) {
    const apart = `with ${say.length(measured?.value ?? 0)} between, and ${say.length(limit?.value ?? 0)} is needed`;
    return observed === 'lower'
      ? `It stands under ${say.stem(otherStemId ?? '')} on the same bearing, ${apart}: it would be shaded.`
      : `It stands over ${say.stem(otherStemId ?? '')} on the same bearing, ${apart}: it would shade it.`;
  },
};
