import { told } from '../words/message';
import type { FormScene, Place } from '../choosing/candidacy';
import { withCorrections } from '../choosing/corrections';
import { assembled } from '../choosing/assemble';
import { bandCost } from '../choosing/weigh/fit';
import { joinHeightCm } from '../tree/joins';
import type { Form } from './form';
import { bandCurve, LIKE_VIGOUR } from './grades';
import { scaffoldCircle } from './ring';
import { seated } from './seat';

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
  hasSecondaries: true,
  baresItsBark: true,
  holdsHeight: false,
  spreadCm: 400,
  build(scene) {
    const { limits, limbs, laid } = scene;
    const [lowest, highest] = [limits('scaffold.lowestCm').value, limits('scaffold.highestCm').value];
    return assembled(scene, {
      places: [vase(scene)],
      candidacies: limbs.flatMap((limb) =>
        withCorrections(scene, limb, (stem) =>
          seated(scene, stem, 0, (view) => bandCost(view, lowest, highest), [
            joinHeightCm(laid, stem),
            stem.diameter.value,
          ]),
        ),
      ),
    });
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
      { name: 'band', of: 'range', grades: bandCurve(bandCm) },
      { name: 'like-vigour', of: 'ratio', grades: LIKE_VIGOUR },
    ],
  };
}
