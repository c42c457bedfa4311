import { deg, told } from '../words/message';
import type { FindingRule } from './finding';

/** A limb whose run hangs below what its form wants: it weakens and shades what is under it. */
export const hanging: FindingRule = {
  id: 'hanging',
  look({ laid, limits }) {
    const limit = limits('hang.pastDeg');
    const shortest = limits('scaffold.shortestCm').value;
    return laid.tree.stems
      .filter((stem) => stem.id !== laid.trunk?.id && stem.length.value >= shortest)
      .filter(({ shape }) => shape.run.value > limit.value)
      .map((stem) => ({
        rule: 'hanging',
        stemId: stem.id,
        gravity: 'serious',
        measured: { value: stem.shape.run.value, unit: 'deg', sure: stem.shape.run.sure },
        limit,
      }));
  },
  explain({ measured, limit }) {
    return told('finding.hanging', { run: deg(measured?.value ?? 0), limit: deg(limit?.value ?? 0) });
  },
};
