import type { Candidacy, FormScene, Place } from '../choosing/build';
import { faultsOf, onCurve, outsideBand, type Fault } from '../choosing/faults';
import { limbPairCosts } from '../choosing/pairs';
import { joinHeightCm } from '../findings/measures';
import { tipOf, type Course } from '../tree/course';
import type { Stem } from '../tree/stem';
import type { Form } from './form';
import { GAP_GRADES, LIKE_VIGOUR_GRADES } from './grades';
import { cutWithTheTop, LEADER_PLACE, leaderCandidacies } from './leader-place';

/** One leader, limbs in tiers with light between, each limb's tip below the leader's. */
export const centralLeader: Form = {
  id: 'central-leader',
  summary:
    'One leader with tiers of three to five limbs, each tier well above the last, in the outline of a cone.',
  rules: {
    'thick.ratio': 0.5,
    'set.fromDeg': 60,
    'set.toDeg': 80,
    'scaffold.highestCm': 400,
    'clearance.cm': 50,
  },
  hasLeader: true,
  headsScaffolds: false,
  runDeg: ({ limits }) => ({ from: limits('set.fromDeg').value, to: limits('set.toDeg').value }),
  build(scene) {
    const tiers = tierStretches(scene);
    const leaders = leaderCandidacies(scene, tiers.length);
    const run = this.runDeg(scene);
    return {
      places: [...tiers.map((tier, i) => tierPlace(scene, tier, i)), LEADER_PLACE],
      candidacies: [...scene.limbs.map((stem) => tierCandidacy(scene, stem, tiers, run)), ...leaders],
      pairs: [...limbPairCosts(scene, scene.findings, 0), ...cutWithTheTop(scene, leaders)],
    };
  },
};

interface Stretch {
  fromCm: number;
  toCm: number;
}

/** A top this near a tier's height is at it, not past it. */
const ROUNDING_CM = 1e-6;

/** Height beyond a tier's ends at which a limb may still serve in it, cm. */
const SLACK_CM = 12;

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

function tierPlace({ limits }: FormScene, stretch: Stretch, i: number): Place {
  return {
    role: 'scaffold',
    heightCm: (stretch.fromCm + stretch.toCm) / 2,
    circle: {
      name: `tier ${i + 1}`,
      fewest: limits('scaffold.fewest').value,
      wish: limits('scaffold.wish').value,
      most: limits('scaffold.most').value,
      offWish: 10,
      empty: 40,
      gap: GAP_GRADES,
    },
    spreads: [{ name: 'like-vigour', of: 'ratio', grades: LIKE_VIGOUR_GRADES }],
  };
}

/** A limb serves in the tier whose stretch it rises from, or is nearest to; between tiers light is kept. */
function tierCandidacy(
  scene: FormScene,
  stem: Stem,
  tiers: readonly Stretch[],
  run: { from: number; to: number },
): Candidacy {
  const height = joinHeightCm(scene.laid, stem);
  const off = (tier: Stretch): number => Math.max(tier.fromCm - height, height - tier.toCm, 0);
  const place = tiers.reduce((best, tier, i) => (off(tier) < off(tiers[best] as Stretch) ? i : best), 0);
  const { fromCm, toCm } = tiers[place] as Stretch;
  return {
    stem,
    place,
    faults: [
      ...faultsOf(scene, stem, scene.findings, run.from, run.to),
      ...outsideBand(scene, stem, fromCm, toCm, SLACK_CM),
      overtopping(scene, stem),
    ],
    spread: [stem.diameter.value],
  };
}

/** Cost of shortening a limb that stands higher than the cone allows: a point for every 4 cm it is too high. */
function overtopping({ laid, limits }: FormScene, stem: Stem): Fault {
  const tip = (id: string): number => tipOf(laid.courses.get(id) as Course)[2];
  const overCm = laid.trunk ? tip(stem.id) - (tip(laid.trunk.id) - limits('leader.clearCm').value) : 0;
  return {
    rank: 'merit',
    what: 'overtops',
    points: onCurve(
      [
        [0, 0],
        [24, 60],
      ],
      overCm,
    ),
  };
}
