import { assembled } from '../choosing/assemble';
import { withCorrections } from '../choosing/corrections';
import type { Form } from './form';
import { LEADER_PLACE, leaderCandidacies, underLeader } from './leader-place';
import { storeyCandidacy, storeyPlace, storeysOf, storeyWhip } from './storeys';

/** A slender leader with many weak limbs bent to or just below flat. */
export const bentDownAxis: Form = {
  id: 'bent-down-axis',
  rules: {
    'thick.ratio': 0.5,
    'weigh.node': 2,
    'set.fromDeg': 90,
    'set.toDeg': 100,
    'hang.pastDeg': 110,
    'clearance.cm': 45,
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
    return assembled(scene, {
      places: [...storeys.map((storey, i) => storeyPlace(scene, storey, i, 'bearer')), LEADER_PLACE],
      candidacies: [
        ...scene.limbs.flatMap((limb) =>
          withCorrections(scene, limb, (stem) => storeyCandidacy(scene, stem, storeys, scene.site.reachCm)),
        ),
        ...leaderCandidacies(scene, storeys.length),
      ],
      ...underLeader(scene, storeys.length),
    });
  },
  whip: storeyWhip,
};
