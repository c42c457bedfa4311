import type { FindingRule } from './finding';

/** Shoots of the rootstock: from below the union, or from the roots. On own-rooted bushes they are stems. */
export const belowUnion: FindingRule = {
  id: 'below-union',
  title: 'From below the union',
  look({ laid, limits }) {
    const { tree, trunk } = laid;
    if (tree.ownRooted) return [];
    return tree.stems
      .filter((stem) => stem.id !== trunk?.id)
      .filter(({ parent, origin }) => {
        if (parent.kind !== 'stem') return true;
        return parent.stemId === trunk?.id && origin.value < tree.unionCm;
      })
      .map((stem) => {
        const heightCm = stem.parent.kind === 'ground' ? 0 : stem.origin.value;
        return {
          rule: 'below-union',
          stemId: stem.id,
          gravity: 'must-go',
          measured: { value: heightCm, unit: 'cm', sure: stem.origin.sure },
          limit: { ...limits('clearance.cm'), value: tree.unionCm, source: 'this tree', from: 'tree' },
        };
      });
  },
  explain({ measured, limit }, say) {
    const rises =
      measured && measured.value > 0 ? `rises at ${say.length(measured.value)}` : 'rises from the roots';
    return `It ${rises}, below the graft union at ${say.length(limit?.value ?? 0)}: it is the rootstock, not the variety.`;
  },
};
