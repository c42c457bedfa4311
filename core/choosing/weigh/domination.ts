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
  [0.2, 0.5],
  [0.5, 1],
];
/** ... and by how upright it runs, deg: upright wood takes more. */
const UPRIGHT: Curve = [
  [20, 1],
  [40, 0.6],
  [60, 0.25],
  [90, 0.05],
];
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

/** What a limb costs that takes the tree over: too thick and upright for its stem, or a second leader. */
export function dominationCost(scene: Scene, view: LimbView): Consideration[] {
  const { limits, laid, hasLeader } = scene;
  const { ratio, ratioSure, runDeg, runSure, size, tipCm, stem } = view;
  if (ratio === undefined || !laid.trunk) return [];
  if (!hasLeader) {
    const points =
      limits('weigh.strong').value * MIDDLE_SHARE * size * meanOn(IN_THE_MIDDLE, runDeg, runSure);
    return scene.standsOn === 'trunk' ? [{ what: 'middle', points, measured: runDeg }] : [];
  }
  const takes = meanOn(TAKES, ratio - limits('thick.ratio').value, ratioSure);
  const strong =
    limits('weigh.strong').value * takes * onCurve(GROWN, view.ofFoot) * meanOn(UPRIGHT, runDeg, runSure);
  const strongly: Consideration = { what: 'strong', points: strong, measured: ratio };
  if (endsAtItsLimbs(laid, laid.trunk)) return [strongly];
  const rival = rivalry(scene, view);
  const bunch = bunchOf(scene, stem).filter((other) => rivalry(scene, viewOf(scene, other)) >= RIVALS);
  const rivals = limits('weigh.rival').value * rival * onCurve(IN_A_BUNCH, bunch.length);
  const tipShare = tipCm / topOf(scene);
  return rivals > strong ? [{ what: 'rival', points: rivals, measured: tipShare }] : [strongly];
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
function rivalry(scene: Scene, { runDeg, runSure, tipCm, ratio = 0, ratioSure, stem }: LimbView): number {
  const topCm = topOf(scene);
  return (
    meanOn(RIVAL_RUN, runDeg, runSure) *
    meanOn(RIVAL_TIP, tipCm / topCm, stem.length.sure / topCm) *
    meanOn(RIVAL_THICK, ratio, ratioSure)
  );
}

/** Limbs of the trunk that rise within a bunch's height of one, itself among them. */
const bunchOf = ({ laid }: Scene, stem: Stem): Stem[] =>
  childrenOf(laid.tree, laid.trunk?.id ?? '').filter(
    ({ id }) => Math.abs((laid.joins.get(id) ?? 0) - (laid.joins.get(stem.id) ?? 0)) <= BUNCH_CM,
  );
