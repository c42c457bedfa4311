import { told } from '../words/message';
import type { FindingRule } from './finding';

/** A leader that ends in a flower bud: it will stop and fork. */
export const flowerTip: FindingRule = {
  id: 'flower-tip',
  look({ laid, hasLeader }) {
    const { trunk } = laid;
    if (!hasLeader || trunk?.endBud !== 'flower' || trunk.headed) return [];
    return [{ rule: 'flower-tip', stemId: trunk.id, gravity: 'serious', observed: 'flower bud' }];
  },
  explain: () => told('finding.flower-tip'),
};
