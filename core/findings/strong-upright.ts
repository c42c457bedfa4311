import { deg, told } from '../words/message';
import { lateralsOf } from './measures';
import type { FindingRule } from './finding';

/** A water sprout: a strong shoot standing nearly upright on a limb, which takes the sap from what lies beyond it. */
export const strongUpright: FindingRule = {
  id: 'strong-upright',
  look(scene) {
    const limit = scene.limits('sprout.uprightDeg');
    const long = scene.limits('scaffold.shortestCm').value;
    return lateralsOf(scene)
      .filter((stem) => stem.shape.run.value < limit.value && stem.length.value >= long)
      .map((stem) => ({
        rule: 'strong-upright',
        stemId: stem.id,
        gravity: 'serious',
        measured: { value: stem.shape.run.value, unit: 'deg', sure: stem.shape.run.sure },
        limit,
      }));
  },
  explain({ measured, limit }) {
    return told('finding.strong-upright', { run: deg(measured?.value ?? 0), limit: deg(limit?.value ?? 0) });
  },
};
