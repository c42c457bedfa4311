import type { Scene } from '../../findings/finding';
import { tipOf, type Course } from '../../tree/course';
import { endsAtItsLimbs } from '../../tree/carrier';
import { meanOn, onCurve, type Curve } from '../curve';
import type { Consideration } from '../consideration';
import { childrenOf, type Stem } from '../../tree/stem';
import { viewOf, type LimbView } from './view';

/** How much a limb takes of its stem, 0 to 1, by its thickness over the stem's past the form's limit. */
const TAKES: Curve = [
  [-0.1, 0],
  [0, 0.1],
  [0.2, 0.55],
  [0.5, 1],
];
/** ... and by how upright it runs, deg: upright wood takes more. */
const UPRIGHT: Curve = [
  [20, 1],
  [40, 0.7],
  [60, 0.35],
  [90, 0.08],
];
/** A limb that outgrows those that rise beside it, 0 to 1, by its thickness over the middle one of theirs; how near those rise, cm; how many there must be. */
const OUTGROWS: Curve = [
  [1.5, 0],
  [2.2, 0.6],
  [3, 1],
];
/** ... but only where it takes much of its stem, by its thickness over the stem's: beside twigs any limb is thick. */
const DRAWS: Curve = [
  [0.3, 0],
  [0.5, 1],
];
const BESIDE_CM = 30;
const FEWEST_PEERS = 2;
/** A twig takes no tree over, however thin its stem is there: 0 to 1, by its thickness over the trunk's at its foot. */
const GROWN: Curve = [
  [0.15, 0],
  [0.4, 1],
];
/** A shoot rivals the leader by standing as upright, as high and as thick as it: shares of the whole, 0 to 1. */
const RIVAL_RUN: Curve = [
  [12, 1],
  [22, 0.9],
  [30, 0.5],
  [38, 0.08],
  [45, 0],
];
const RIVAL_TIP: Curve = [
  [0.65, 0],
  [0.8, 0.4],
  [0.9, 0.85],
  [1, 1],
];
const RIVAL_THICK: Curve = [
  [0.3, 0],
  [0.5, 0.6],
  [0.7, 1],
];
/** In a form without a leader: a limb that stands up in its open middle. */
const IN_THE_MIDDLE: Curve = [
  [8, 1],
  [18, 0.6],
  [28, 0.15],
  [36, 0],
];
const MIDDLE_SHARE = 0.5;

/** A feathered tree was grown for its feathers: in its first season they are brought down, not judged by the thin stem beside them. Working value. */
const NOT_YET = 0.4;

/** What a limb costs that takes the tree over: too thick and upright for its stem, or a second leader. */
export function dominationCost(scene: Scene, view: LimbView): Consideration[] {
  const { limits, laid, hasLeader } = scene;
  const { ratio, ratioSure, runDeg, runSure, size, tipCm, stem } = view;
  if (ratio === undefined || !laid.trunk) return [];
  if (!hasLeader) {
    const points =
      limits('weigh.strong').value * MIDDLE_SHARE * size * meanOn(IN_THE_MIDDLE, runDeg, runSure);
    const takes = meanOn(TAKES, ratio - limits('thick.ratio').value, ratioSure) * onCurve(GROWN, view.ofFoot);
    const strong = limits('weigh.strong').value * MIDDLE_SHARE * takes * meanOn(UPRIGHT, runDeg, runSure);
    if (scene.standsOn !== 'trunk') return [];
    return [
      { what: 'middle', points, measured: runDeg },
      { what: 'strong', points: strong, measured: ratio },
    ];
  }
  const takes = meanOn(TAKES, ratio - limits('thick.ratio').value, ratioSure);
  const strong =
    limits('weigh.strong').value *
    (scene.when.justPlanted ? NOT_YET : 1) *
    takes *
    onCurve(GROWN, view.ofFoot) *
    meanOn(UPRIGHT, runDeg, runSure);
  const strongly: Consideration = { what: 'strong', points: strong, measured: ratio };
  // The arms of a wall are meant to outgrow what is clipped beside them.
  const outgrows = scene.wallDeg === undefined ? peersCost(scene, view) : NOTHING;
  if (endsAtItsLimbs(laid, laid.trunk)) return [strongly, outgrows];
  const rival = rivalry(scene, view);
  const bunch = bunchOf(scene, stem).filter((other) => rivalry(scene, viewOf(scene, other)) >= RIVALS);
  const rivals = limits('weigh.rival').value * rival * onCurve(IN_A_BUNCH, bunch.length);
  const tipShare = tipCm / topOf(scene);
  return rivals > strong
    ? [{ what: 'rival', points: rivals, measured: tipShare }, outgrows]
    : [strongly, outgrows];
}

const NOTHING: Consideration = { what: 'peers', points: 0 };

/** What a limb costs that draws the tree to its side, past all that rise near it. */
function peersCost({ laid, limits }: Scene, { stem, ratio: ofStem = 0, ratioSure }: LimbView): Consideration {
  const at = laid.joins.get(stem.id) ?? 0;
  const peers = childrenOf(laid.tree, laid.trunk?.id ?? '')
    .filter(
      ({ id, condition }) =>
        condition !== 'dead' && id !== stem.id && Math.abs((laid.joins.get(id) ?? 0) - at) <= BESIDE_CM,
    )
    .map(({ diameter }) => diameter.value)
    .sort((a, b) => a - b);
  const middle = peers[Math.floor(peers.length / 2)] ?? stem.diameter.value;
  const ratio = stem.diameter.value / Math.max(middle, 1);
  const share =
    peers.length < FEWEST_PEERS ? 0 : meanOn(OUTGROWS, ratio, (stem.diameter.sure / middle) * 1.5);
  const takes = meanOn(DRAWS, ofStem, ratioSure);
  return { what: 'peers', points: limits('weigh.strong').value * share * takes, measured: ratio };
}

/** From how much a shoot is a rival, 0 to 1; within which height of trunk rivals make a bunch, cm; and how much each counts there: a tree that sends up many alike has no one leader to guard. Working values. */
const RIVALS = 0.25;
const BUNCH_CM = 35;
const IN_A_BUNCH: Curve = [
  [2, 1],
  [3, 0.75],
  [4, 0.5],
];

const topOf = ({ laid }: Scene): number => tipOf(laid.courses.get(laid.trunk?.id ?? '') as Course)[2];

/** How much a shoot stands as the leader does, 0 to 1. */
function rivalry(scene: Scene, view: LimbView): number {
  return rivalShare(view, topOf(scene), view.ratio ?? 0, view.ratioSure);
}

/** How much a shoot stands as a leader does whose top is so high, cm, and beside which it is so thick. */
function rivalShare(
  { runDeg, runSure, tipCm, stem }: LimbView,
  topCm: number,
  thick: number,
  sure: number,
): number {
  return (
    meanOn(RIVAL_RUN, runDeg, runSure) *
    meanOn(RIVAL_TIP, tipCm / topCm, stem.length.sure / topCm) *
    meanOn(RIVAL_THICK, thick, sure)
  );
}

/** How much a shoot rivals another that leads in place of a stem that was cut: by its run, and by its tip and thickness over that one's. */
export function rivalOf(scene: Scene, leader: Stem, view: LimbView): Consideration {
  const topCm = viewOf(scene, leader).tipCm;
  const { value, sure } = view.stem.diameter;
  const share = rivalShare(view, topCm, value / leader.diameter.value, sure / leader.diameter.value);
  return { what: 'rival', points: scene.limits('weigh.rival').value * share, measured: view.tipCm / topCm };
}

/** Limbs of the trunk that rise within a bunch's height of one, itself among them. */
const bunchOf = ({ laid }: Scene, stem: Stem): Stem[] =>
  childrenOf(laid.tree, laid.trunk?.id ?? '').filter(
    ({ id }) => Math.abs((laid.joins.get(id) ?? 0) - (laid.joins.get(stem.id) ?? 0)) <= BUNCH_CM,
  );
