import type { FindingRule } from './finding';

/** A limb whose run hangs below what its form wants: it weakens and shades what is under it. */
export const hanging: FindingRule = {
  id: 'hanging',
  title: 'Hanging',
  look({ laid, limits }) {
    const limit = limits('hang.pastDeg');
    const shortest = limits('scaffold.shortestCm').value;
    return laid.tree.stems
      .filter((stem) => stem.id !== laid.trunk?.id && stem.length.value >= shortest)
      .filter(({ set }) => set.value > limit.value)
      .map((stem) => ({
        rule: 'hanging',
        stemId: stem.id,
        gravity: 'serious',
        measured: { value: stem.set.value, unit: 'deg', sure: stem.set.sure },
        limit,
      }));
  },
  explain({ measured, limit }, say) {
    return `Its run is ${say.angle(measured?.value ?? 0)} from upright, past ${say.angle(limit?.value ?? 0)}: it hangs, weakens, and throws uprights where it turns over.`;
  },
};
