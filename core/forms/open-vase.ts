import { told } from '../words/message';
import type { FormScene, Place } from '../choosing/candidacy';
import { withCorrections } from '../choosing/corrections';
import { faultsOf, outsideBand } from '../choosing/faults';
import { limbPairPrices } from '../choosing/pairs';
import { joinHeightCm } from '../tree/joins';
import type { Form } from './form';
import { bandGrades, LIKE_VIGOUR_GRADES } from './grades';
import { scaffoldCircle } from './ring';

/** Height beyond the band's ends at which a limb is still looked at, cm. */
const SLACK_CM = 15;

/** Three to five limbs round a short trunk, an open centre, no leader. */
export const openVase: Form = {
  id: 'open-vase',
  rules: {},
  figures: [
    ...([
      'scaffold.lowestCm',
      'scaffold.bandCm',
      'scaffold.fewest',
      'scaffold.wish',
      'scaffold.most',
    ] as const),
    ...(['spacing.wishCm', 'set.fromDeg', 'set.toDeg'] as const),
  ],
  typicalOf: [
    'peach',
    'nectarine',
    'apricot',
    'almond',
    'european-plum',
    'japanese-plum',
    'sour-cherry',
    'apple',
    'asian-pear',
    'pistachio',
    'citrus',
  ],
  standsOn: 'trunk',
  hasLeader: false,
  headsScaffolds: true,
  baresItsBark: true,
  holdsHeight: false,
  spreadCm: 400,
  build(scene) {
    const { limits, findings, limbs, laid } = scene;
    const lowest = limits('scaffold.lowestCm').value;
    return {
      places: [vase(scene)],
      candidacies: limbs.flatMap((stem) =>
        withCorrections(scene, {
          stem,
          place: 0,
          faults: [
            ...faultsOf(scene, stem, findings),
            ...outsideBand(scene, stem, lowest, limits('scaffold.highestCm').value, SLACK_CM),
          ],
          spread: [joinHeightCm(laid, stem), stem.diameter.value],
        }),
      ),
      pairPrice: limbPairPrices(scene, limits('spacing.wishCm').value),
    };
  },
  whip({ limits }) {
    const fromCm = limits('scaffold.lowestCm').value;
    const headAtCm = fromCm + limits('scaffold.bandCm').value * 0.75;
    const circle = scaffoldCircle('vase', told('place.vase'), limits);
    const apartCm = limits('spacing.wishCm').value;
    return { places: [{ circle, fromCm, toCm: headAtCm, apartCm }], headAtCm, headAnywayCm: headAtCm };
  },
};

function vase({ limits }: FormScene): Place {
  const bandCm = limits('scaffold.bandCm').value;
  return {
    role: 'scaffold',
    word: 'scaffold',
    heightCm: limits('scaffold.lowestCm').value + bandCm / 2,
    circle: scaffoldCircle('vase', told('place.vase'), limits),
    spreads: [
      { name: 'band', of: 'range', grades: bandGrades(bandCm) },
      { name: 'like-vigour', of: 'ratio', grades: LIKE_VIGOUR_GRADES },
    ],
  };
}
