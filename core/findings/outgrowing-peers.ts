import { share, told } from '../words/message';
import { limbsOf } from './measures';
import { joinHeightCm } from '../tree/joins';
import type { FindingRule, Scene } from './finding';
import type { Stem } from '../tree/stem';

/** Fewest peers a limb is compared with. */
const FEWEST_PEERS = 2;

/** A limb much thicker than those that stand at like heights: it takes the tree to its side. */
export const outgrowingPeers: FindingRule = {
  id: 'outgrowing-peers',
  look(scene) {
    const limit = scene.limits('peers.ratio');
    return limbsOf(scene).flatMap((stem) => {
      const peers = peersOf(scene, stem).map(({ diameter }) => diameter.value);
      if (peers.length < FEWEST_PEERS) return [];
      const ratio = stem.diameter.value / median(peers);
      if (ratio <= limit.value) return [];
      const sure = ratio * (stem.diameter.sure / stem.diameter.value);
      return [
        {
          rule: 'outgrowing-peers',
          stemId: stem.id,
          gravity: 'slight' as const,
          measured: { value: ratio, unit: 'ratio' as const, sure },
          limit,
        },
      ];
    });
  },
  explain({ measured, limit }) {
    return told('finding.outgrowing-peers', {
      ratio: share(measured?.value ?? 0),
      limit: share(limit?.value ?? 0),
    });
  },
};

/** Sound limbs that start within the depth of a band of scaffolds of this one; a spare is no peer of what was chosen. */
function peersOf(scene: Scene, stem: Stem): Stem[] {
  const near = scene.limits('scaffold.bandCm').value;
  const height = joinHeightCm(scene.laid, stem);
  return limbsOf(scene).filter(
    (other) =>
      other.id !== stem.id &&
      other.condition === 'sound' &&
      (other.part?.role !== 'spare' || stem.part?.role === 'spare') &&
      Math.abs(joinHeightCm(scene.laid, other) - height) <= near,
  );
}

function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const middle = Math.floor(sorted.length / 2);
  const upper = sorted[middle] as number;
  return sorted.length % 2 === 1 ? upper : (upper + (sorted[middle - 1] as number)) / 2;
}
