import { assembled } from '../choosing/assemble';
import type { Form } from './form';
import { LEADER_PLACE, leaderCandidacies, underLeader } from './leader-place';
import { storeyCandidacy, storeyPlace, storeysOf, storeyWhip } from './storeys';

/** A narrow tree on one stem: nothing near the ground, short side shoots all the way up that are renewed, height held. */
export const slimColumn: Form = {
  id: 'slim-column',
  rules: {
    'thick.ratio': 0.5,
    'set.fromDeg': 20,
    'set.toDeg': 90,
    'clearance.cm': 35,
    'storey.firstCm': 35,
    'storey.heightCm': 45,
    'shade.heightCm': 20,
    'scaffold.fewest': 1,
    'scaffold.wish': 4,
    'scaffold.most': 8,
    'spacing.wishCm': 5,
    'weigh.node': 2,
    'weigh.empty': 2,
    'weigh.gap': 15,
    // What fruited goes back to a stub every year: that is no loss of its frame.
    'shoots.capRatio': 0.85,
    'shoots.firstRatio': 0.9,
  },
  figures: [
    ...(['storey.firstCm', 'storey.heightCm', 'scaffold.wish', 'scaffold.most', 'clearance.cm'] as const),
    ...(['renew.stubCm', 'renew.longCm', 'shade.heightCm'] as const),
  ],
  typicalOf: ['peach', 'nectarine', 'apricot', 'japanese-plum', 'sweet-cherry'],
  standsOn: 'trunk',
  hasLeader: true,
  headsScaffolds: false,
  renewsShoots: true,
  holdsHeight: true,
  spreadCm: 110,
  build(scene) {
    const storeys = storeysOf(scene, scene.site.reachCm);
    return assembled(scene, {
      places: [...storeys.map((storey, i) => storeyPlace(scene, storey, i, 'bearer')), LEADER_PLACE],
      candidacies: [
        ...scene.limbs.map((limb) => storeyCandidacy(scene, limb, storeys, scene.site.reachCm)),
        ...leaderCandidacies(scene, storeys.length),
      ],
      ...underLeader(scene, storeys.length),
    });
  },
  whip: storeyWhip,
};
