import { faultsOf, outsideBand } from '../choosing/faults';
import { limbPairCosts } from '../choosing/pairs';
import { joinHeightCm } from '../findings/measures';
import type { Form } from './form';
import { GAP_GRADES, LIKE_VIGOUR_GRADES } from './grades';

/** Height beyond the band's ends at which a limb is still looked at, cm. */
const SLACK_CM = 15;

/** Three to five limbs round a short trunk, an open centre, no leader. */
export const openVase: Form = {
  id: 'open-vase',
  summary: 'Three to five limbs from a short band of trunk, 40° to 60° from upright, around an open centre.',
  rules: {},
  hasLeader: false,
  headsScaffolds: true,
  runDeg: ({ limits }) => ({ from: limits('set.fromDeg').value, to: limits('set.toDeg').value }),
  build(scene) {
    const { limits, findings, limbs, laid } = scene;
    const bandCm = limits('scaffold.bandCm').value;
    const lowest = limits('scaffold.lowestCm').value;
    const run = this.runDeg(scene);
    return {
      places: [
        {
          role: 'scaffold',
          heightCm: lowest + bandCm / 2,
          circle: {
            name: 'vase',
            fewest: limits('scaffold.fewest').value,
            wish: limits('scaffold.wish').value,
            most: limits('scaffold.most').value,
            offWish: 10,
            empty: 40,
            gap: GAP_GRADES,
          },
          spreads: [
            {
              name: 'band',
              of: 'range',
              grades: [
                [bandCm, 0],
                [bandCm * 1.2, 10],
                [bandCm * 1.5, 30],
                [Infinity, 60],
              ],
            },
            { name: 'like-vigour', of: 'ratio', grades: LIKE_VIGOUR_GRADES },
          ],
        },
      ],
      candidacies: limbs.map((stem) => ({
        stem,
        place: 0,
        faults: [
          ...faultsOf(scene, stem, findings, run.from, run.to),
          ...outsideBand(scene, stem, lowest, limits('scaffold.highestCm').value, SLACK_CM),
        ],
        spread: [joinHeightCm(laid, stem), stem.diameter.value],
      })),
      pairs: limbPairCosts(scene, findings, limits('spacing.wishCm').value),
    };
  },
};
