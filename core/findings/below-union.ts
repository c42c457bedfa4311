import { cm, told } from '../words/message';
import type { FindingRule } from './finding';

/** Shoots of the rootstock, or of the roots of a tree on one stem: from below the union or the ground. On own-rooted bushes they are stems. */
export const belowUnion: FindingRule = {
  id: 'below-union',
  look({ laid, standsOn }) {
    const { tree, trunk } = laid;
    if (tree.ownRooted && standsOn === 'stems') return [];
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
          limit: { tree: 'union', value: tree.unionCm },
        };
      });
  },
  explain({ measured, limit }) {
    const union = cm(limit?.value ?? 0);
    return measured && measured.value > 0
      ? told('finding.below-union', { height: cm(measured.value), union })
      : told('finding.below-union.roots', { union });
  },
};
