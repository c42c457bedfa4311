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
import { LIKE_VIGOUR } from './grades';
import { LEADER_PLACE, leaderCandidacies, underLeader } from './leader-place';
import { scaffoldCircle } from './ring';
import { seated } from './seat';

/** One leader, limbs in tiers with light between, each limb's tip below the leader's. */
export const centralLeader: Form = {
  id: 'central-leader',
  rules: {
    'thick.ratio': 0.5,
    'weigh.node': 6,
    'set.fromDeg': 60,
    'set.toDeg': 80,
    'scaffold.highestCm': 400,
    'clearance.cm': 50,
  },
  figures: [
    ...([
      'tier.firstCm',
      'tier.depthCm',
      'tier.gapCm',
      'tier.count',
      'scaffold.fewest',
      'scaffold.wish',
    ] as const),
    ...(['scaffold.most', 'set.fromDeg', 'set.toDeg', 'leader.clearCm'] as const),
  ],
  typicalOf: ['apple', 'sweet-cherry', 'european-pear', 'persimmon', 'walnut', 'pecan'],
  standsOn: 'trunk',
  hasLeader: true,
  headsScaffolds: false,
  hasSecondaries: true,
  topCm: (limits) => limits('tier.firstCm').value + limits('tier.gapCm').value * limits('tier.count').value,
  holdsHeight: false,
  spreadCm: 300,
  build(scene) {
    const tiers = tierStretches(scene);
    return assembled(scene, {
      places: [...tiers.map((tier, i) => tierPlace(scene, tier, i)), LEADER_PLACE],
      candidacies: [
        ...scene.limbs
          .filter((limb) => offTiersCm(scene, limb, tiers) <= SLACK_CM)
          .flatMap((limb) => withCorrections(scene, limb, (stem) => tierCandidacy(scene, stem, tiers))),
        ...leaderCandidacies(scene, tiers.length),
      ],
      ...underLeader(scene, tiers.length),
    });
  },
  whip({ limits }) {
    const fromCm = limits('tier.firstCm').value;
    const toCm = fromCm + limits('tier.depthCm').value;
    const circle = scaffoldCircle('tier 1', told('place.tier', { n: 1 }), limits);
    return {
      places: [{ circle, fromCm, toCm, apartCm: limits('spacing.wishCm').value }],
      headAnywayCm: toCm + 5,
    };
  },
};

interface Stretch {
  fromCm: number;
  toCm: number;
}

/** A top this near a tier's height is at it, not past it. */
const ROUNDING_CM = 1e-6;

/** Stretches of trunk each tier rises from, as far up as the tree has grown; one at the least. */
function tierStretches({ limits, laid }: FormScene): Stretch[] {
  const trunkTop = laid.trunk ? tipOf(laid.courses.get(laid.trunk.id) as Course)[2] : 0;
  const stretches: Stretch[] = [];
  for (let i = 0; i < limits('tier.count').value; i++) {
    const fromCm = limits('tier.firstCm').value + i * limits('tier.gapCm').value;
    const toCm = fromCm + limits('tier.depthCm').value;
    if (i === 0 || toCm < trunkTop - ROUNDING_CM) stretches.push({ fromCm, toCm });
  }
  return stretches;
}

/** What a place in a tier over the first is worth against one in the first: the leader makes more as it grows. Working value. */
const TIER_SHARE = 0.35;

function tierPlace({ limits }: FormScene, stretch: Stretch, i: number): Place {
  return {
    role: 'scaffold',
    word: 'scaffold',
    heightCm: (stretch.fromCm + stretch.toCm) / 2,
    circle: scaffoldCircle(
      `tier ${i + 1}`,
      told('place.tier', { n: i + 1 }),
      limits,
      i === 0 ? 1 : TIER_SHARE,
    ),
    spreads: [{ name: 'like-vigour', of: 'ratio', grades: LIKE_VIGOUR }],
  };
}

/** Height beyond a tier's ends at which a limb may still serve in it, cm: further off it is left between the tiers, or goes. */
const SLACK_CM = 20;

const offTiersCm = ({ laid }: FormScene, stem: Stem, tiers: readonly Stretch[]): number => {
  const height = joinHeightCm(laid, stem);
  return Math.min(...tiers.map(({ fromCm, toCm }) => Math.max(fromCm - height, height - toCm, 0)));
};

/** A limb serves in the tier whose stretch it rises from, or is nearest to; between tiers light is kept. */
function tierCandidacy(scene: FormScene, stem: Stem, tiers: readonly Stretch[]): Candidacy {
  const height = joinHeightCm(scene.laid, stem);
  const off = (tier: Stretch): number => Math.max(tier.fromCm - height, height - tier.toCm, 0);
  const place = tiers.reduce((best, tier, i) => (off(tier) < off(tiers[best] as Stretch) ? i : best), 0);
  const { fromCm, toCm } = tiers[place] as Stretch;
  const asks = (view: LimbView): Consideration[] => [
    ...bandCost(view, fromCm, toCm),
    ...overtopCost(scene, view),
  ];
  return seated(scene, stem, place, asks, [stem.diameter.value]);
}
