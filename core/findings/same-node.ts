import { limbPairs, type LimbPair } from './measures';
import { onBoth } from './on-both';
import type { FindingRule, Scene } from './finding';

/** Limbs that share a node or a bud-space: the join swells, is weak, and none gets enough. */
export const sameNode: FindingRule = {
  id: 'same-node',
  title: 'Same node or cluster',
  look(scene) {
    const { limits } = scene;
    const limit = limits('cluster.bandCm');
    return limbPairs(scene)
      .filter((pair) => sharesNode(scene, pair))
      .flatMap((pair) => onBoth('same-node', pair, limit));
  },
  explain({ measured, limit, otherStemId }, say) {
    return `It starts ${say.length(measured?.value ?? 0)} from ${say.stem(otherStemId ?? '')}, within one bud-space (${say.length(limit?.value ?? 0)}): a shared join swells and is weak.`;
  },
};

/** Whether two limbs start within one bud-space and do not face as far apart as the form lets a pair. */
export function sharesNode({ limits }: Pick<Scene, 'limits'>, { heightCm, turnDeg }: LimbPair): boolean {
  return heightCm < limits('cluster.bandCm').value && turnDeg <= limits('cluster.turnDeg').value;
}
