import { assembled } from '../choosing/assemble';
import { withCorrections } from '../choosing/corrections';
import type { Form } from './form';
import { LEADER_PLACE, leaderCandidacies, underLeader } from './leader-place';
import { storeyCandidacy, storeyPlace, storeysOf, storeyWhip } from './storeys';

/** One leader with limbs up it in a spiral, none straight over another. */
export const spiralLeader: Form = {
  id: 'spiral-leader',
  rules: {
    'thick.ratio': 0.5,
    'weigh.node': 6,
    'set.fromDeg': 60,
    'set.toDeg': 80,
    'clearance.cm': 50,
    'spacing.wishCm': 25,
    'scaffold.fewest': 2,
    'scaffold.wish': 3,
    'scaffold.most': 4,
  },
  figures: [
    ...(['storey.firstCm', 'storey.heightCm', 'scaffold.fewest', 'scaffold.wish', 'scaffold.most'] as const),
    ...(['spacing.wishCm', 'set.fromDeg', 'set.toDeg', 'leader.clearCm'] as const),
  ],
  typicalOf: ['apple', 'sweet-cherry', 'european-pear'],
  standsOn: 'trunk',
  hasLeader: true,
  headsScaffolds: false,
  holdsHeight: false,
  spreadCm: 280,
  build(scene) {
    const storeys = storeysOf(scene);
    return assembled(scene, {
      places: [...storeys.map((storey, i) => storeyPlace(scene, storey, i, 'scaffold')), LEADER_PLACE],
      candidacies: [
        ...scene.limbs.flatMap((limb) =>
          withCorrections(scene, limb, (stem) => storeyCandidacy(scene, stem, storeys)),
        ),
        ...leaderCandidacies(scene, storeys.length),
      ],
      ...underLeader(scene, storeys.length),
    });
  },
  whip: storeyWhip,
};
