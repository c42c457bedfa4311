import { cm, tagOf, told } from '../words/message';
import { limbPairs, type LimbPair } from './measures';
import { onBoth } from './on-both';
import type { FindingRule, Scene } from './finding';

/** Limbs that share a node or a bud-space: the join swells, is weak, and none gets enough. */
export const sameNode: FindingRule = {
  id: 'same-node',
  look(scene) {
    const { limits } = scene;
    const limit = limits('cluster.bandCm');
    return limbPairs(scene)
      .filter((pair) => sharesNode(scene, pair))
      .flatMap((pair) => onBoth('same-node', pair, limit));
  },
  explain({ measured, limit, otherStemId }, tree) {
    return told('finding.same-node', {
      apart: cm(measured?.value ?? 0),
      other: tagOf(tree, otherStemId ?? ''),
      limit: cm(limit?.value ?? 0),
    });
  },
};

/** Whether two limbs start within one bud-space and do not face as far apart as the form lets a pair. */
export function sharesNode({ limits }: Pick<Scene, 'limits'>, { heightCm, turnDeg }: LimbPair): boolean {
  return heightCm < limits('cluster.bandCm').value && turnDeg <= limits('cluster.turnDeg').value;
}
