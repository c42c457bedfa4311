import type { FindingRule } from './finding';

/** Fruit or blossom on wood too thin or too newly planted to carry it. */
export const cropOnThin: FindingRule = {
  id: 'crop-on-thin',
  title: 'Crop on thin or new wood',
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
        observed: `${when.seasonsGrown <= 1 ? 'first-year ' : ''}${stem.bears ?? ''}`,
      }));
  },
  explain({ measured, limit, observed }, say) {
    const crop = observed?.endsWith('fruit') ? 'fruit' : 'blossom';
    return observed?.startsWith('first-year')
      ? `It carries ${crop} in its first season here: take it off, so that the tree roots and grows.`
      : `It carries ${crop} on wood of ${say.diameter(measured?.value ?? 0)}, under ${say.diameter(limit?.value ?? 0)}: take it off, or leave one.`;
  },
};
