import { clearanceAt } from '../sites/site';
import { joinHeightCm, limbsOf } from './measures';
import type { FindingRule } from './finding';

/** A limb that starts below the clearance its side of the tree needs. */
export const tooLow: FindingRule = {
  id: 'too-low',
  title: 'Too low',
  look(scene) {
    const { laid, limits, site } = scene;
    const general = limits('clearance.cm');
    return limbsOf(scene).flatMap((stem) => {
      const sector = clearanceAt(site, stem.bearing.value);
      const limit =
        sector.heightCm > general.value
          ? { ...general, value: sector.heightCm, source: sector.why, from: 'site' as const }
          : general;
      const heightCm = joinHeightCm(laid, stem);
      if (heightCm >= limit.value) return [];
      return [
        {
          rule: 'too-low',
          stemId: stem.id,
          gravity: 'must-go' as const,
          measured: { value: heightCm, unit: 'cm' as const, sure: stem.origin.sure },
          limit,
        },
      ];
    });
  },
  explain({ measured, limit }, say) {
    const why = limit?.from === 'site' ? ` (${limit.source})` : '';
    return `It starts at ${say.length(measured?.value ?? 0)}; limbs on this side start at ${say.length(limit?.value ?? 0)} or higher${why}.`;
  },
};
