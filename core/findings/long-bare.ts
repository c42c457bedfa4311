import { cm, told } from '../words/message';
import { childrenOf } from '../tree/stem';
import { limbsOf } from './measures';
import type { FindingRule } from './finding';

/** A long limb on which the grower counted no side shoot and the book has none: it stays thin and whips. */
export const longBare: FindingRule = {
  id: 'long-bare',
  look(scene) {
    const limit = scene.limits('bare.longCm');
    return limbsOf(scene)
      .filter((stem) => stem.sideShoots === 0 && childrenOf(scene.laid.tree, stem.id).length === 0)
      .filter(({ length }) => length.value >= limit.value)
      .map((stem) => ({
        rule: 'long-bare',
        stemId: stem.id,
        gravity: 'slight',
        measured: { value: stem.length.value, unit: 'cm', sure: stem.length.sure },
        limit,
      }));
  },
  explain({ measured, limit }) {
    return told('finding.long-bare', { long: cm(measured?.value ?? 0), limit: cm(limit?.value ?? 0) });
  },
};
