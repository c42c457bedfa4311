import { onFigure } from '../words/ground';
import { because, deg, mm } from '../words/message';
import type { FormScene } from '../choosing/candidacy';
import type { Form } from '../forms/form';
import { isSoft, TIE_FROM_CM } from '../choosing/corrections';
import { seasonsIn } from '../choosing/weigh/view';
import { joinHeightCm } from '../tree/joins';
import { stemOf, type Stem } from '../tree/stem';
import type { Act } from '../acts/acts';
import { bent } from '../acts/bend';
import { courseFrom, tipOf, type Course } from '../tree/course';
import type { Vec3 } from '../geometry/vector';
import { cutDiameterMm } from '../acts/wood';
import { endCut } from './limb-ends';
import type { Kept, PlanQuestion } from './question';

/** A shorter limb is not worth a tie, cm; older and thicker wood is bent by nobody. Working values. */
const BEND_FROM_CM = 35;
const FIRM_SEASONS = 3;
const FIRM_MM = 28;

/** Whether a limb is brought down in two stages, and this is the first. */
export function isFirstStage(
  { answers, limits }: Pick<FormScene, 'answers' | 'limits'>,
  firstStageDeg: Form['firstStageDeg'],
  stem: Stem,
): boolean {
  const staged = firstStageDeg !== undefined && answers.espalier === 'tier-a-year';
  return staged && stem.shape.run.value < firstStageDeg - limits('bend.worthDeg').value;
}

/** Angle from upright a limb's run is brought to now, deg; undefined when it is near enough. */
export function bendTarget(
  { runDeg, answers, limits }: Pick<FormScene, 'runDeg' | 'answers' | 'limits'>,
  firstStageDeg: Form['firstStageDeg'],
  stem: Stem,
): number | undefined {
  const now = stem.shape.run.value;
  const wanted = Math.min(Math.max(now, runDeg.from), runDeg.to);
  if (Math.abs(wanted - now) < limits('bend.worthDeg').value) return undefined;
  return isFirstStage({ answers, limits }, firstStageDeg, stem) ? firstStageDeg : wanted;
}

/**
 * Brings a limb's run to the form's angle: down, or up where it hangs or is too flat.
 * @param topCm height its tip may not pass, beside the leader's: it is not raised over that
 * @param leftCm its length after the cuts
 */
export function bend(
  { scene, form }: PlanQuestion,
  { stem, limb }: Kept,
  { topCm, leftCm }: { topCm: number; leftCm: number },
): Act[] {
  if (limb.correction?.kind === 'rival-bent' || limb.correction?.kind === 'spread') return [];
  const raised = raisedTo(scene, stem, topCm, leftCm);
  if (raised !== undefined) {
    const args = { thick: mm(stem.diameter.value), from: deg(stem.shape.run.value), to: deg(raised) };
    if (leftCm < BEND_FROM_CM) return [];
    return [bendAct(stem, raised, because('bend.raise-weak', args, onFigure('thin.diameterMm')))];
  }
  const wanted = bendTarget(scene, form.firstStageDeg, stem);
  const leaderTipCm = topCm + scene.limits('leader.clearCm').value;
  const isHalfWay = isFirstStage(scene, form.firstStageDeg, stem);
  const toDeg = isHalfWay && wanted !== undefined ? firstStageTo(scene, wanted, stem, leaderTipCm) : wanted;
  if (toDeg === undefined || leftCm < TIE_FROM_CM || !isWorthTying(scene, stem)) return [];
  const fromDeg = stem.shape.run.value;
  const { from, to } = scene.runDeg;
  const isStaged = toDeg < from;
  const isUp = toDeg < fromDeg;
  const code = isStaged
    ? isUp
      ? 'bend.form.stages-raised'
      : 'bend.form.stages'
    : isUp
      ? 'bend.form.raised'
      : 'bend.form';
  const args = { run: deg(fromDeg), least: deg(from), most: deg(to), ...(isStaged && { now: deg(toDeg) }) };
  const figure = onFigure(fromDeg < from ? 'set.fromDeg' : 'set.toDeg');
  return [bendAct(stem, toDeg, because(code, args, figure))];
}

/** As far out as a limb is ever tied, as a share of its length: up to there it still turns, and its tip stands the higher. */
const TIED_AT_MOST = 0.58;

/** A tie may lie a little nearer than was reckoned: an arm's end is lower than its leader's by this, cm. Working value. */
export const SURELY_LOWER_CM = 1;

/** Furthest down an arm is brought in its first stage, deg. Working value. */
const FIRST_STAGE_MOST_DEG = 65;

/** Angle from upright, in whole degrees, an arm is brought to first: the stage's own, or as far down as keeps its tip under the leader's. */
export function firstStageTo(
  { laid }: FormScene,
  firstStageDeg: number,
  stem: Stem,
  leaderTipCm: number,
): number {
  const topCm = leaderTipCm - SURELY_LOWER_CM;
  let toDeg = firstStageDeg;
  while (toDeg < FIRST_STAGE_MOST_DEG && tipOf(laidAt(laid, stem, toDeg))[2] > topCm) toDeg++;
  return toDeg;
}

/** The course of a limb of a tree that is brought to an angle, deg from upright, tied as far out as one ever is. */
export function laidAt({ courses }: FormScene['laid'], stem: Stem, toDeg: number): Course {
  const base = (courses.get(stem.id) as Course).points[0] as Vec3;
  return courseFrom(bent(stem, toDeg, stem.length.value * TIED_AT_MOST), base);
}

/** A limb outside of the frame is brought down where it stands so much steeper than the form's own, deg, and is so long, cm. Working values. */
const DOWN_FROM_DEG = 15;
const DOWN_FROM_CM = 50;

/** Steep long limbs of the trunk that are only left are brought down too, where the tree has a leader for them to rival. */
export function broughtDown({ scene, chosen, verdicts }: PlanQuestion): Act[] {
  const { laid, hasLeader, runDeg } = scene;
  return chosen.left.flatMap((id): Act[] => {
    const stem = stemOf(laid.tree, id);
    const toDeg = verdicts[id]?.spreadTo;
    if (stem && toDeg !== undefined) {
      return [spreadAct(scene, stem, toDeg)];
    }
    if (!hasLeader) return [];
    if (!stem || runDeg.from - stem.shape.run.value < DOWN_FROM_DEG) return [];
    if (stem.length.value < DOWN_FROM_CM || !isWorthTying(scene, stem)) return [];
    const args = { run: deg(stem.shape.run.value), to: deg(runDeg.from) };
    return [bendAct(stem, runDeg.from, because('bend.left', args, onFigure('set.fromDeg')))];
  });
}

/** Whether a limb is long enough for a tie, can still be bent, and was not broken before. */
export function isWorthTying({ when }: FormScene, stem: Stem): boolean {
  const isFirm =
    seasonsIn(stem, Math.max(1, when.seasonsGrown)) > FIRM_SEASONS && stem.diameter.value > FIRM_MM;
  return stem.length.value >= BEND_FROM_CM && !isFirm && !stem.mended && !stem.runUp;
}

/** A limb is raised by no more than this at once, and for no less, deg. Working values. */
const MOST_RAISED_DEG = 25;
const RAISE_WORTH_DEG = 15;

/** Toward the steepest angle of its form, for a limb too thin for its place that runs flatter; a higher tip draws more sap. */
function raisedTo(
  { runDeg, limits, laid }: FormScene,
  stem: Stem,
  topCm: number,
  leftCm: number,
): number | undefined {
  const isWeak = stem.diameter.value < limits('thin.diameterMm').value;
  const run = stem.shape.run.value;
  const toDeg = Math.max(runDeg.from, run - MOST_RAISED_DEG);
  const tipCm = joinHeightCm(laid, stem) + leftCm * Math.cos((toDeg * Math.PI) / 180);
  return isWeak && run - runDeg.from >= RAISE_WORTH_DEG && tipCm < topCm ? toDeg : undefined;
}

function bendAct(stem: Stem, toDeg: number, reason: Act['reason']): Act {
  return {
    kind: 'bend',
    stemId: stem.id,
    fromDeg: stem.shape.run.value,
    toDeg,
    reason,
  };
}

/** The acts that a limb's correction asks for, apart from cutting it. */
export function corrections({ scene }: Pick<PlanQuestion, 'scene'>, { stem, limb }: Kept): Act[] {
  const { correction } = limb;
  switch (correction?.kind) {
    case undefined:
    case 'cut-to':
      return [];
    case 'swing': {
      const fromDeg = stem.shape.runBearing.value;
      const toDeg = (fromDeg + correction.byDeg + 360) % 360;
      const reason = because('bend.swing', { from: deg(fromDeg), to: deg(toDeg) }, onFigure('swing.deg'));
      return [{ kind: 'swing', stemId: stem.id, fromDeg, toDeg, reason }];
    }
    case 'spread': {
      return [spreadAct(scene, stem, correction.toDeg)];
    }
    case 'rival-bent': {
      const reason = because('bend.rival', { to: deg(correction.toDeg) }, onFigure('rival.uprightDeg'));
      return [bendAct(stem, correction.toDeg, reason)];
    }
  }
}

/** A soft shoot is pegged out at its join; young wood that has set there is brought down along its run. */
function spreadAct(scene: PlanQuestion['scene'], stem: Stem, toDeg: number): Act {
  if (!isSoft(scene, stem)) {
    const args = { from: deg(stem.shape.run.value), to: deg(toDeg) };
    return bendAct(stem, toDeg, because('bend.young', args, onFigure('set.fromDeg')));
  }
  const reason = because('bend.spread', { to: deg(toDeg) }, onFigure('soft.diameterMm'));
  return { kind: 'spread', stemId: stem.id, fromDeg: stem.shape.departure.value, toDeg, reason };
}

/** Whether a side shoot is cut back at least as far as its end would be mended. */
export function isClippedShorter(
  { scene, verdicts }: Pick<PlanQuestion, 'scene' | 'verdicts'>,
  stem: Stem,
): boolean {
  const lateral = verdicts[stem.id]?.lateral;
  const toCm = lateral?.sort === 'shorten' ? lateral.toLengthCm : undefined;
  return toCm !== undefined && toCm <= (endCut(scene, verdicts, stem)?.toLengthCm ?? Infinity);
}

/** What is done to the side shoots that are left: bent or shortened. */
export function lateralWork({ scene, verdicts }: PlanQuestion): Act[] {
  return scene.laid.tree.stems.flatMap((stem): Act[] => {
    const verdict = verdicts[stem.id];
    const lateral = verdict?.decision === 'leave' ? verdict.lateral : undefined;
    const reason = lateral?.why;
    if (!reason || (endCut(scene, verdicts, stem) && !isClippedShorter({ scene, verdicts }, stem))) return [];
    if (lateral.sort === 'bend' && lateral.toDeg !== undefined) return [bendAct(stem, lateral.toDeg, reason)];
    if (lateral.sort !== 'shorten' || lateral.toLengthCm === undefined) return [];
    const { toLengthCm } = lateral;
    const diameterMm = cutDiameterMm(scene.laid, stem, toLengthCm);
    return [
      {
        kind: 'shorten',
        stemId: stem.id,
        toLengthCm,
        diameterMm,
        purpose: lateral.purpose ?? 'side-shoot',
        reason,
      },
    ];
  });
}
