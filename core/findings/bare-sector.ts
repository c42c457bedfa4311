import { deg, told } from '../words/message';
import type { SetRule } from './finding';

/**
 * A gap between the limbs that stay so wide that a limb should be made there: over a share of the even gap for the
 * number that stand, or that are wished for if those are more.
 */
export const bareSector: SetRule = {
  id: 'bare-sector',
  look({ laid, limits }, { places }) {
    const share = limits('sector.bareRatio');
    const { trunk } = laid;
    if (!trunk) return [];
    return places
      .filter(({ limbs }) => limbs.length > 1)
      .filter(({ largestGapDeg, evenGapDeg }) => largestGapDeg > evenGapDeg * share.value)
      .map(({ called, limbs, largestGapDeg, evenGapDeg }) => ({
        rule: 'bare-sector',
        stemId: trunk.id,
        gravity: 'serious',
        measured: {
          value: largestGapDeg,
          unit: 'deg',
          sure: Math.max(...limbs.map(({ shape }) => shape.runBearing.sure)),
        },
        limit: { ...share, value: evenGapDeg * share.value },
        place: called,
      }));
  },
  explain({ measured, limit, place }) {
    return told('finding.bare-sector', {
      place: place ?? '',
      gap: deg(measured?.value ?? 0),
      limit: deg(limit?.value ?? 0),
    });
  },
};
