import { mm, told } from '../words/message';
import { limbsOf } from './measures';
import type { FindingRule } from './finding';

/** A limb thinner than a pencil: weak for a scaffold now, not a reason to go if it fills the place. */
export const tooThin: FindingRule = {
  id: 'too-thin',
  look(scene) {
    const { limits } = scene;
    const limit = limits('thin.diameterMm');
    return limbsOf(scene)
      .filter((stem) => stem.diameter.value < limit.value)
      .map((stem) => ({
        rule: 'too-thin',
        stemId: stem.id,
        gravity: 'slight',
        measured: { value: stem.diameter.value, unit: 'mm', sure: stem.diameter.sure },
        limit,
      }));
  },
  explain({ measured, limit }) {
    return told('finding.too-thin', { thick: mm(measured?.value ?? 0), limit: mm(limit?.value ?? 0) });
  },
};
