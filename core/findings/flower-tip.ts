import type { FindingRule } from './finding';

/** A leader that ends in a flower bud: it will stop and fork. */
export const flowerTip: FindingRule = {
  id: 'flower-tip',
  title: 'Leader ends in a flower bud',
  look({ laid, hasLeader }) {
    const { trunk } = laid;
    if (!hasLeader || trunk?.endBud !== 'flower' || trunk.headed) return [];
    return [{ rule: 'flower-tip', stemId: trunk.id, gravity: 'serious', observed: 'flower bud' }];
  },
  explain: () =>
    'It is recorded as ending in a flower bud: it will stop and fork there, so it is cut back to a leaf bud.',
};
