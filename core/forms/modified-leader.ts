import { told } from '../words/message';
import type { Candidacy, FormScene, Place } from '../choosing/candidacy';
import { withCorrections } from '../choosing/corrections';
import { assembled } from '../choosing/assemble';
import type { Consideration } from '../choosing/consideration';
import { bandCost, overtopCost } from '../choosing/weigh/fit';
import type { LimbView } from '../choosing/weigh/view';
import { joinHeightCm } from '../tree/joins';
import { tipOf, type Course } from '../tree/course';
import type { Stem } from '../tree/stem';
import type { Form } from './form';
import { gapCurve, LIKE_VIGOUR } from './grades';
import { LEADER_PLACE, leaderCandidacies, underLeader } from './leader-place';
import { placeCosts, scaffoldCircle } from './ring';
import { seated } from './seat';

/** Large limbs strong enough to hold back a shortened top of small limbs, renewed each year. */
export const modifiedLeader: Form = {
  id: 'modified-leader',
  rules: {
    'set.fromDeg': 40,
    'set.toDeg': 65,
    'scaffold.lowestCm': 55,
    'scaffold.most': 4,
    'scaffold.bandCm': 60,
    'leader.clearCm': 0,
  },
  figures: [
    ...([
      'scaffold.lowestCm',
      'scaffold.bandCm',
      'scaffold.fewest',
      'scaffold.wish',
      'scaffold.most',
    ] as const),
    ...(['top.fromCm', 'top.wish', 'top.most', 'top.overCm', 'set.fromDeg', 'set.toDeg'] as const),
  ],
  typicalOf: ['european-pear', 'apple', 'walnut', 'pecan', 'persimmon', 'pistachio', 'asian-pear'],
  standsOn: 'trunk',
  hasLeader: true,
  headsScaffolds: false,
  hasSecondaries: true,
  holdsTopOver: { large: 'scaffold', small: 'top' },
  holdsHeight: false,
  spreadCm: 350,
  build(scene) {
    const places = [largeLimbs(scene), ...(hasTop(scene) ? [smallLimbs(scene)] : []), LEADER_PLACE];
    return assembled(scene, {
      places,
      candidacies: [
        ...scene.limbs.flatMap((stem) => candidaciesOf(scene, stem)),
        ...leaderCandidacies(scene, places.length - 1),
      ],
      ...underLeader(scene, places.length - 1),
    });
  },
  whip({ limits }) {
    const fromCm = limits('scaffold.lowestCm').value;
    const toCm = fromCm + limits('scaffold.bandCm').value;
    const circle = scaffoldCircle('large limbs', told('place.large-limbs'), limits);
    return {
      places: [{ circle, fromCm, toCm, apartCm: limits('spacing.wishCm').value }],
      headAnywayCm: toCm,
    };
  },
};

/** Whether the tree has grown a top above its large limbs. */
function hasTop({ laid, limits }: FormScene): boolean {
  const topCm = laid.trunk ? tipOf(laid.courses.get(laid.trunk.id) as Course)[2] : 0;
  return topCm > limits('top.fromCm').value;
}

function largeLimbs({ limits }: FormScene): Place {
  return {
    role: 'scaffold',
    word: 'scaffold',
    heightCm: limits('scaffold.lowestCm').value + limits('scaffold.bandCm').value / 2,
    circle: scaffoldCircle('large limbs', told('place.large-limbs'), limits),
    spreads: [{ name: 'like-vigour', of: 'ratio', grades: LIKE_VIGOUR }],
  };
}

/** What a place in the top is worth against one of the frame: it is renewed every year. Working value. */
const TOP_SHARE = 0.3;

function smallLimbs({ limits }: FormScene): Place {
  return {
    role: 'scaffold',
    word: 'top',
    heightCm: limits('top.fromCm').value + 20,
    circle: {
      name: 'renewed top',
      called: told('place.renewed-top'),
      fewest: 0,
      wish: limits('top.wish').value,
      most: limits('top.most').value,
      ...placeCosts(limits, TOP_SHARE),
      gap: gapCurve(limits, TOP_SHARE),
    },
    spreads: [],
  };
}

/** Below `top.fromCm` a limb may be a large one; above it a small one. */
function candidaciesOf(scene: FormScene, limb: Stem): Candidacy[] {
  const { limits, laid } = scene;
  const fromTop = limits('top.fromCm').value;
  const tall = (view: LimbView): Consideration[] => overtopCost(scene, view);
  if (hasTop(scene) && joinHeightCm(laid, limb) >= fromTop) return [seated(scene, limb, 1, tall)];
  const lowest = limits('scaffold.lowestCm').value;
  const highest = lowest + limits('scaffold.bandCm').value;
  return withCorrections(scene, limb, (stem) =>
    seated(scene, stem, 0, (view) => [...bandCost(view, lowest, highest), ...tall(view)], [
      stem.diameter.value,
    ]),
  );
}
