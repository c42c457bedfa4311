import { limbPairs } from './measures';
import { onBoth } from './on-both';
import type { FindingRule } from './finding';

/** Limbs that share a node or a bud-space: the join swells, is weak, and none gets enough. */
export const sameNode: FindingRule = {
  id: 'same-node',
  title: 'Same node or cluster',
  look({ laid, limits }) {
    const limit = limits('cluster.bandCm');
    return limbPairs(laid, limits('scaffold.shortestCm').value)
      .filter(({ heightCm }) => heightCm < limit.value)
      .flatMap((pair) => onBoth('same-node', pair, limit));
  },
  explain({ measured, limit, otherStemId }, say) {
    return `It starts ${say.length(measured?.value ?? 0)} from ${say.stem(otherStemId ?? '')}, within one bud-space (${say.length(limit?.value ?? 0)}): a shared join swells and is weak.`;
  },
};
