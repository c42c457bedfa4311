import { share, told } from '../words/message';
import { limbsOf } from './measures';
import { ratioSure, thicknessRatio } from '../tree/joins';
import type { FindingRule } from './finding';

/** A limb too strong for the stem that carries it; nearly as thick and upright, it is a second leader. */
export const tooThick: FindingRule = {
  id: 'too-thick',
  look(scene) {
    const { laid, limits } = scene;
    const strong = limits('thick.ratio');
    const rival = limits('thick.rivalRatio');
    return limbsOf(scene).flatMap((stem) => {
      const ratio = thicknessRatio(laid, stem);
      if (ratio === undefined || ratio <= strong.value) return [];
      const isRival = ratio > rival.value && stem.shape.run.value < limits('rival.uprightDeg').value;
      return [
        {
          rule: 'too-thick',
          stemId: stem.id,
          gravity: isRival ? ('must-go' as const) : ('serious' as const),
          measured: { value: ratio, unit: 'ratio' as const, sure: ratioSure(ratio, stem, laid) },
          limit: isRival ? rival : strong,
        },
      ];
    });
  },
  explain({ measured, limit, gravity }) {
    return told(gravity === 'must-go' ? 'finding.too-thick.rival' : 'finding.too-thick', {
      ratio: share(measured?.value ?? 0),
      limit: share(limit?.value ?? 0),
    });
  },
};
