import { limbsOf } from './measures';
import { ratioSure, thicknessRatio } from '../tree/joins';
import type { FindingRule } from './finding';

/** A limb too strong for the stem that carries it; nearly as thick and upright, it is a second leader. */
export const tooThick: FindingRule = {
  id: 'too-thick',
  title: 'Too thick for the stem',
  look(scene) {
    const { laid, limits } = scene;
    const strong = limits('thick.ratio');
    const rival = limits('thick.rivalRatio');
    return limbsOf(scene).flatMap((stem) => {
      const ratio = thicknessRatio(laid, stem);
      if (ratio === undefined || ratio <= strong.value) return [];
      const isRival = ratio > rival.value && stem.set.value < limits('rival.uprightDeg').value;
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
  explain({ measured, limit, gravity }, say) {
    const share = `It is ${say.ratio(measured?.value ?? 0)} as thick as the stem at its join, over ${say.ratio(limit?.value ?? 0)}`;
    return gravity === 'must-go'
      ? `${share}, and upright: a second leader.`
      : `${share}: it will outgrow the stem that carries it.`;
  },
};
