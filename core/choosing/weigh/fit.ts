import type { Scene } from '../../findings/finding';
import { tipOf, type Course } from '../../tree/course';
import type { Stem } from '../../tree/stem';
import { meanOn, onCurve, type Curve } from '../curve';
import type { Consideration } from '../consideration';
import { clearanceCost } from './clearance';
import { joinCost } from './join';
import type { LimbView } from './view';

/** A join of the frame is to hold for good: what it costs as leaf wood, and this share again. Working value. */
const FOR_GOOD = 0.5;
/** Points by mm under the thickness of a sound scaffold, by deg off the form's run, and by cm out of the form's stretch of trunk. */
const THIN: Curve = [
  [0, 0],
  [4, 5],
];
const OFF_RUN: Curve = [
  [0, 0],
  [15, 2],
  [60, 10],
];
const OFF_BAND: Curve = [
  [0, 0],
  [10, 4],
  [40, 14],
];
/** Firm wood bends less: cost of a run off the form's, more by these. */
const FIRM_SEASONS: Curve = [
  [1, 1],
  [3, 2.5],
];
/** Points by deg of join past the form's widest ideal one. */
const WIDE: Curve = [
  [0, 0],
  [30, 4],
  [60, 12],
];
/** Points of a limb that is slighter than the best that rises near it, by its thickness over theirs; how near, cm. */
const SLIGHT: Curve = [
  [0.4, 9],
  [0.75, 3],
  [0.95, 0],
];
const NEAR_CM = 30;
const OVER_TIP: Curve = [
  [0, 0],
  [30, 8],
];

/** What a limb costs a frame over what it costs as leaf wood: a join that is to hold for good, thin, off the form's run. */
export function fitCost(scene: Scene, view: LimbView): Consideration[] {
  const { limits, runDeg } = scene;
  const { stem, crotch, crotchSure, seasons } = view;
  const off = Math.max(runDeg.from - view.runDeg, view.runDeg - runDeg.to, 0);
  const thin = limits('thin.diameterMm').value - stem.diameter.value;
  const wide = (crotch ?? 0) - limits('crotch.idealToDeg').value;
  const total = (of: readonly Consideration[]): number => of.reduce((sum, { points }) => sum + points, 0);
  const join = total(joinCost(scene, view));
  const low = total(clearanceCost(scene, view));
  return [
    { what: 'frame-join', points: join * FOR_GOOD, measured: crotch ?? 0 },
    { what: 'frame-low', points: low, measured: view.heightCm },
    { what: 'thin', points: meanOn(THIN, thin, stem.diameter.sure), measured: stem.diameter.value },
    { what: 'slight', points: slightness(scene, stem), measured: stem.diameter.value },
    {
      what: 'off-run',
      points: meanOn(OFF_RUN, off, view.runSure) * onCurve(FIRM_SEASONS, seasons),
      measured: view.runDeg,
    },
    { what: 'wide', points: meanOn(WIDE, wide, crotchSure), measured: crotch ?? 0 },
  ];
}

/** What a limb is behind the best of those that rise near it on its stem. */
function slightness({ laid }: Scene, stem: Stem): number {
  const at = laid.joins.get(stem.id) ?? 0;
  const near = laid.tree.stems.filter(
    ({ id, parent, condition }) =>
      condition !== 'dead' &&
      parent.kind === 'stem' &&
      stem.parent.kind === 'stem' &&
      parent.stemId === stem.parent.stemId &&
      Math.abs((laid.joins.get(id) ?? 0) - at) <= NEAR_CM,
  );
  const best = Math.max(stem.diameter.value, ...near.map(({ diameter }) => diameter.value));
  return onCurve(SLIGHT, stem.diameter.value / best);
}

/** What it costs that a limb starts outside of the stretch of trunk its place rises from, cm. */
export function bandCost(view: LimbView, lowestCm: number, highestCm: number): Consideration[] {
  const offCm = Math.max(lowestCm - view.heightCm, view.heightCm - highestCm, 0);
  return [{ what: 'band', points: meanOn(OFF_BAND, offCm, view.heightSure), measured: view.heightCm }];
}

/** What it costs to bring a limb down whose tip stands higher than the leader allows. */
export function overtopCost({ laid, limits }: Scene, view: LimbView): Consideration[] {
  if (!laid.trunk) return [];
  const topCm = tipOf(laid.courses.get(laid.trunk.id) as Course)[2] - limits('leader.clearCm').value;
  const over = view.tipCm - topCm;
  return [{ what: 'overtop', points: meanOn(OVER_TIP, over, view.stem.length.sure), measured: over }];
}
