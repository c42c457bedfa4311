import { told } from '../words/message';
import type { Candidacy, FormScene, Place } from '../choosing/candidacy';
import type { FormParts } from '../choosing/assemble';
import { felt, type Consideration } from '../choosing/consideration';
import { hundredths, meanOn, onCurve, type Curve } from '../choosing/curve';
import { woodOf } from '../acts/wood';
import { taperOf, woodBetween } from '../tree/taper';
import { rivalOf } from '../choosing/weigh/domination';
import { joinCost } from '../choosing/weigh/join';
import { viewOf, livingCm } from '../choosing/weigh/view';
import { mustGo } from '../choosing/weigh/soundness';
import { topsOf } from '../findings/measures';
import { endsAtItsLimbs } from '../tree/carrier';
import { isOnTrunk, joinHeightCm } from '../tree/joins';
import { bearingDifference, bearingOf, fromUprightOf, subtract, type Vec3 } from '../geometry/vector';
import type { Answers } from '../schools/questions';
import { tipOf, type Course } from '../tree/course';
import { childrenOf, type Stem } from '../tree/stem';

/** What a tree costs its form that has no leader, points. Working value. */
const NO_LEADER = 100;

/** The one place at the top of a tree with a leader. */
export const LEADER_PLACE: Place = {
  role: 'leader',
  word: 'leader',
  heightCm: 0,
  circle: {
    name: 'leader',
    called: told('place.leader'),
    fewest: 1,
    wish: 1,
    most: 1,
    ...{ short: hundredths(NO_LEADER), empty: 0, over: 0 },
    gap: [],
  },
  spreads: [],
};

/**
 * Who could lead: the trunk's own top, and every sound upright shoot whose tip nears it, as it is or cut to a shoot of
 * its own that stands better over the trunk.
 */
export function leaderCandidacies(scene: FormScene, place: number): Candidacy[] {
  const { trunk, tree } = scene.laid;
  if (!trunk) return [];
  const tops = topsOf(scene, scene.limbs).filter((stem) => !mustGo(scene.findings, { stem }));
  const own: Candidacy = { stem: trunk, place, against: felt(trunkAgainst(scene, trunk, tops)), spread: [] };
  const others = tops.flatMap((stem): Candidacy[] => {
    const asItIs = { stem, place, spread: [], against: felt(topAgainst(scene, stem, stem)) };
    const onIt = topsOf(scene, childrenOf(tree, stem.id)).filter(
      (to) => !mustGo(scene.findings, { stem: to }) && (scene.laid.joins.get(to.id) ?? 0) <= livingCm(stem),
    );
    const cut = onIt.map((to): Candidacy => ({
      ...{ stem, place, spread: [], against: felt(topAgainst(scene, stem, to)) },
      correction: { kind: 'cut-to', to: to.id },
    }));
    return [asItIs, ...cut];
  });
  return [own, ...others];
}

/** Points by how far a top leans off the trunk's line, deg: a little is put right by the side of a bud, from year to year. Working values. */
const LEAN: Curve = [
  [5, 0],
  [15, 8],
  [25, 45],
  [45, 90],
];
/** Share of these, and points for a mm of wound and of the top's own thickness, by school. Working values. */
const TOP_WEIGHTS: Record<Answers['which-top'], { lean: number; wound: number; thick: number }> = {
  straightest: { lean: 1, wound: 0.3, thick: 0 },
  'fewest-wounds': { lean: 0.6, wound: 1, thick: 0 },
  calmest: { lean: 0.6, wound: 0.5, thick: 0.6 },
};
/** The top that leads already does so: another must be better by this, points, less the further its tip has outgrown the trunk's own, cm. Working values. */
const LEADS_ALREADY: Curve = [
  [10, 25],
  [40, 5],
];
/** Points for a leader that ends in a flower bud, and for one whose end was cut while shoots stand ready to lead. Working values. */
const FLOWER_TIP = 3;
const ENDED = 40;
const ENDED_ALONE = 3;
/** A cut of its own to a better shoot, points. */
const CUT_TO = 3;

/** How far a top is from standing over the foot, deg: the mean of its own lean and of its tip's, seen from the foot. */
function leanOf({ laid }: FormScene, stem: Stem): number {
  const foot = (laid.courses.get(laid.trunk?.id ?? stem.id) as Course).points[0] as Vec3;
  const tip = tipOf(laid.courses.get(stem.id) as Course);
  const toTip = subtract(tip, foot);
  const ofTip = fromUprightOf(toTip);
  const { run, runBearing } = stem.shape;
  // What leans back toward the foot straightens the tree.
  const isBack = bearingDifference(runBearing.value, bearingOf(toTip)) > 90;
  return Math.abs((isBack ? -run.value : run.value) + ofTip) / 2;
}

function ownAgainst(scene: FormScene, stem: Stem): Consideration[] {
  const weigh = TOP_WEIGHTS[scene.answers['which-top']];
  const lean = leanOf(scene, stem);
  const endsInFlower = stem.endBud === 'flower' && !stem.headed;
  return [
    { what: 'lean', points: meanOn(LEAN, lean, stem.shape.run.sure) * weigh.lean, measured: lean },
    { what: 'flower-tip', points: endsInFlower ? FLOWER_TIP : 0 },
  ];
}

/** What of a sharp join still counts where the stem above it goes. Working value. */
const JOIN_LEFT = 0.4;
const inPart = (of: readonly Consideration[]): Consideration[] =>
  of.map((one) => (one.what === 'join' ? { ...one, points: one.points * JOIN_LEFT } : one));

function trunkAgainst(scene: FormScene, trunk: Stem, tops: readonly Stem[]): Consideration[] {
  const isEnded = endsAtItsLimbs(scene.laid, trunk);
  const points = !isEnded ? 0 : tops.length > 0 ? ENDED : ENDED_ALONE;
  return [...ownAgainst(scene, trunk), { what: 'headed-top', points }];
}

/** @param to the shoot that then stands at the top: the top itself, or one of its own that it is cut to */
function topAgainst(scene: FormScene, top: Stem, to: Stem): Consideration[] {
  const weigh = TOP_WEIGHTS[scene.answers['which-top']];
  const { trunk } = scene.laid;
  const isAtEnd = trunk !== undefined && endsAtItsLimbs(scene.laid, trunk);
  return [
    ...ownAgainst(scene, to),
    // What rises from the cut end of the stem runs on in its line; elsewhere the fork is gone once the end above it is cut, but not at once.
    ...(isAtEnd ? [] : inPart(joinCost(scene, viewOf(scene, top)))),
    ...(isAtEnd ? [] : topLoss(scene, trunk, top)),
    { what: 'strong-top', points: to.diameter.value * weigh.thick },
    {
      what: 'top-wound',
      points: isAtEnd ? 0 : top.diameter.value * weigh.wound,
      measured: top.diameter.value,
    },
    { what: 'cut', points: to === top ? 0 : CUT_TO },
  ];
}

/** How high a stem's tip stands, cm. */
const heightOf = ({ courses }: FormScene['laid'], { id }: Stem): number =>
  tipOf(courses.get(id) as Course)[2];

/** What cutting the trunk back to a top takes: its own end, and that it led. */
function topLoss({ laid, limits }: FormScene, trunk: Stem | undefined, top: Stem): Consideration[] {
  if (!trunk) return [];
  const atCm = laid.joins.get(top.id) ?? 0;
  const endCm = trunk.length.value - atCm;
  const shootsCm = laid.tree.stems.reduce(
    (sum, { parent, length }) => sum + (parent.kind === 'stem' ? length.value : 0),
    endCm,
  );
  const wood = woodBetween(taperOf(trunk), atCm, trunk.length.value) / Math.max(1, woodOf(laid.tree));
  return [
    { what: 'leads-already', points: onCurve(LEADS_ALREADY, heightOf(laid, top) - heightOf(laid, trunk)) },
    { what: 'wood', points: limits('weigh.wood').value * wood, measured: wood },
    { what: 'leaf', points: (limits('weigh.leaf').value * endCm) / shootsCm, measured: endCm / shootsCm },
  ];
}

/**
 * What the leader's place asks of the others: limbs above a shoot that leads in the trunk's place go with the trunk's top; and
 * what leads wants no room of what it carries.
 */
export function underLeader(
  scene: FormScene,
  leaderPlace: number,
): Required<Pick<FormParts, 'pair' | 'beside' | 'wantRoom'>> {
  const { laid } = scene;
  const isNewTop = (c: Candidacy): boolean => c.place === leaderPlace && c.stem.id !== laid.trunk?.id;
  const goesWith = (top: Candidacy, stem: Stem): boolean =>
    isNewTop(top) &&
    stem.id !== laid.trunk?.id &&
    stem.id !== top.stem.id &&
    joinHeightCm(laid, stem) > joinHeightCm(laid, top.stem);
  const gone: readonly Consideration[] = [{ what: 'goes-with-top', points: 0, must: true }];
  const isEnded = laid.trunk !== undefined && endsAtItsLimbs(laid, laid.trunk);
  const rivals = (top: Candidacy, stem: Stem): readonly Consideration[] =>
    isEnded && isNewTop(top) && isOnTrunk(laid, stem) && stem.id !== top.stem.id
      ? felt([rivalOf(scene, top.stem, viewOf(scene, stem))])
      : [];
  const besideTop = (top: Candidacy, stem: Stem): readonly Consideration[] =>
    goesWith(top, stem) ? gone : rivals(top, stem);
  return {
    pair: (a, b) => [...besideTop(a, b.stem), ...besideTop(b, a.stem)],
    beside: besideTop,
    wantRoom: (a) => a.place !== leaderPlace,
  };
}
