import { told } from '../words/message';
import type { Candidacy, FormScene, Place } from '../choosing/candidacy';
import { withCorrections } from '../choosing/corrections';
import { faultsOf, outsideBand, overtops, tooStrong } from '../choosing/faults';
import { limbPairPrices } from '../choosing/pairs';
import { joinHeightCm } from '../tree/joins';
import { tipOf, type Course } from '../tree/course';
import type { Stem } from '../tree/stem';
import type { Form } from './form';
import { GAP_GRADES, LIKE_VIGOUR_GRADES } from './grades';
import { LEADER_PLACE, leaderCandidacies, withLeader } from './leader-place';
import { scaffoldCircle } from './ring';

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
    ...([
      'top.fromCm',
      'top.wish',
      'top.most',
      'top.limbRatio',
      'top.overCm',
      'set.fromDeg',
      'set.toDeg',
    ] as const),
  ],
  typicalOf: ['european-pear', 'apple', 'walnut', 'pecan', 'persimmon', 'pistachio', 'asian-pear'],
  standsOn: 'trunk',
  hasLeader: true,
  headsScaffolds: false,
  holdsTopOver: { large: 'scaffold', small: 'top' },
  holdsHeight: false,
  spreadCm: 350,
  build(scene) {
    const places = [largeLimbs(scene), ...(hasTop(scene) ? [smallLimbs(scene)] : []), LEADER_PLACE];
    return {
      places,
      candidacies: [
        ...scene.limbs.flatMap((stem) => candidaciesOf(scene, stem)),
        ...leaderCandidacies(scene, places.length - 1),
      ],
      pairPrice: withLeader(
        scene,
        places.length - 1,
        limbPairPrices(scene, scene.limits('spacing.wishCm').value),
      ),
    };
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

/** Height beyond the large limbs' stretch at which a limb is still looked at, cm. */
const SLACK_CM = 15;

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
    spreads: [{ name: 'like-vigour', of: 'ratio', grades: LIKE_VIGOUR_GRADES }],
  };
}

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
      offWish: 5,
      empty: 10,
      gap: GAP_GRADES,
    },
    spreads: [],
  };
}

/** Below `top.fromCm` a limb may be a large one; above it a small one, if it is thin enough to be held back. */
function candidaciesOf(scene: FormScene, stem: Stem): Candidacy[] {
  const { limits, laid, findings } = scene;
  const height = joinHeightCm(laid, stem);
  const fromTop = limits('top.fromCm').value;
  const own = [...faultsOf(scene, stem, findings), overtops(scene, stem)];
  if (hasTop(scene) && height >= fromTop) {
    return [{ stem, place: 1, faults: [...own, ...tooStrong(scene, stem, 'top.limbRatio')], spread: [] }];
  }
  const lowest = limits('scaffold.lowestCm').value;
  const band = outsideBand(scene, stem, lowest, lowest + limits('scaffold.bandCm').value, SLACK_CM);
  return withCorrections(scene, { stem, place: 0, faults: [...own, ...band], spread: [stem.diameter.value] });
}
