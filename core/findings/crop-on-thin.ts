import { mm, told } from '../words/message';
import type { FindingRule } from './finding';

/** Fruit or blossom on wood too thin or too newly planted to carry it. */
export const cropOnThin: FindingRule = {
  id: 'crop-on-thin',
  look({ laid, limits, when }) {
    const limit = limits('crop.thinMm');
    return laid.tree.stems
      .filter(({ bears }) => bears === 'blossom' || bears === 'fruit')
      .filter(({ diameter }) => when.seasonsGrown <= 1 || diameter.value < limit.value)
      .map((stem) => ({
        rule: 'crop-on-thin',
        stemId: stem.id,
        gravity: 'slight',
        measured: { value: stem.diameter.value, unit: 'mm', sure: stem.diameter.sure },
        limit,
        crop: stem.bears ?? '',
        isNew: when.seasonsGrown <= 1,
      }));
  },
  explain({ measured, limit, crop, isNew }) {
    return isNew
      ? told('finding.crop-on-thin.new', { crop: crop ?? '' })
      : told('finding.crop-on-thin', {
          crop: crop ?? '',
          thick: mm(measured?.value ?? 0),
          limit: mm(limit?.value ?? 0),
        });
  },
};
