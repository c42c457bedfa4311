import { tooStrong } from '../choosing/faults';
import { limbPairPrices } from '../choosing/pairs';
import type { Form } from './form';
import { LEADER_PLACE, leaderCandidacies, withLeader } from './leader-place';
import { storeyCandidacy, storeyPlace, storeysOf, storeyWhip } from './storeys';

/** A slender leader with many weak limbs bent to or just below flat. */
export const bentDownAxis: Form = {
  id: 'bent-down-axis',
  rules: {
    'thick.ratio': 0.5,
    'set.fromDeg': 90,
    'set.toDeg': 100,
    'hang.pastDeg': 110,
    'clearance.cm': 40,
    'crotch.idealToDeg': 90,
    'shade.heightCm': 30,
    'storey.heightCm': 45,
    'scaffold.fewest': 2,
    'scaffold.wish': 4,
    'scaffold.most': 6,
    'spacing.wishCm': 5,
  },
  figures: [
    ...(['storey.firstCm', 'storey.heightCm', 'scaffold.fewest', 'scaffold.wish', 'scaffold.most'] as const),
    ...(['thick.ratio', 'set.fromDeg', 'set.toDeg', 'shade.heightCm'] as const),
  ],
  typicalOf: ['apple', 'european-pear'],
  standsOn: 'trunk',
  hasLeader: true,
  headsScaffolds: false,
  isBentToBear: true,
  holdsHeight: true,
  spreadCm: 150,
  build(scene) {
    const storeys = storeysOf(scene, scene.site.reachCm);
    const wishCm = scene.limits('spacing.wishCm').value;
    return {
      places: [...storeys.map((storey, i) => storeyPlace(scene, storey, i, 'bearer')), LEADER_PLACE],
      candidacies: [
        ...scene.limbs.map((stem) =>
          storeyCandidacy(scene, stem, storeys, tooStrong(scene, stem, 'thick.ratio'), scene.site.reachCm),
        ),
        ...leaderCandidacies(scene, storeys.length),
      ],
      pairPrice: withLeader(scene, storeys.length, limbPairPrices(scene, wishCm)),
    };
  },
  whip: storeyWhip,
};
