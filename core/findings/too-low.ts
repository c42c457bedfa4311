import { cm, told } from '../words/message';
import { clearanceLimit, limbsOf } from './measures';
import { joinHeightCm } from '../tree/joins';
import type { FindingRule } from './finding';

/** A limb that starts below the clearance its side of the tree needs. */
export const tooLow: FindingRule = {
  id: 'too-low',
  look(scene) {
    const { laid } = scene;
    if (scene.standsOn === 'stems') return [];
    return limbsOf(scene).flatMap((stem) => {
      const limit = clearanceLimit(scene, stem.bearing.value);
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
  explain({ measured, limit }) {
    const args = { height: cm(measured?.value ?? 0), limit: cm(limit?.value ?? 0) };
    return limit && 'site' in limit && limit.why
      ? told('finding.too-low.site', { ...args, why: limit.why })
      : told('finding.too-low', args);
  },
};
