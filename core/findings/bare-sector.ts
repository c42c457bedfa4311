import type { SetRule } from './finding';

/**
 * A gap between the limbs that stay so wide that a limb should be made there: over a share of the even gap for the
 * number that stand, or that are wished for if those are more.
 */
export const bareSector: SetRule = {
  id: 'bare-sector',
  title: 'Bare sector',
  look({ laid, limits }, { places }) {
    const share = limits('sector.bareRatio');
    const { trunk } = laid;
    if (!trunk) return [];
    return places
      .filter(({ limbs }) => limbs.length > 1)
      .filter(({ largestGapDeg, evenGapDeg }) => largestGapDeg > evenGapDeg * share.value)
      .map(({ name, limbs, largestGapDeg, evenGapDeg }) => ({
        rule: 'bare-sector',
        stemId: trunk.id,
        gravity: 'serious',
        measured: {
          value: largestGapDeg,
          unit: 'deg',
          sure: Math.max(...limbs.map(({ runBearing }) => runBearing.sure)),
        },
        limit: { ...share, value: evenGapDeg * share.value },
        observed: name,
      }));
  },
  explain({ measured, limit, observed }, say) {
    return `In ${observed ?? 'it'} the largest gap is ${say.angle(measured?.value ?? 0)}, over ${say.angle(limit?.value ?? 0)}: a limb is made there.`;
  },
};
