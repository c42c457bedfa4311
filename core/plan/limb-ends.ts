import type { HeadingPurpose } from '../acts/shorten';
import type { FormScene } from '../choosing/candidacy';
import { standsBy, type Verdict } from '../choosing/verdicts';
import { bearingDifference } from '../geometry/vector';
import { childrenOf, newestCm, type Stem } from '../tree/stem';
import type { StemId } from '../tree/stem-readings';
import { onFigure, onFinding, onReading } from '../words/ground';
import { because, cm, deg, tagOf, type Reason } from '../words/message';

/** A cut that mends a limb's end: where, to which shoot standing there if any, and why. */
export interface EndCut {
  toLengthCm: number;
  purpose: HeadingPurpose;
  toStem?: StemId;
  reason: Reason;
}

/** How far beyond the join of the shoot it is cut to a cut is made, cm. */
const BEYOND_CM = 1;

type Verdicts = Readonly<Record<StemId, Verdict>>;

/** What a limb that stays has wrong at its end, mended by one cut: dead wood, a swerve, an end that hangs, one that the tree has given up. */
export function endCut(scene: FormScene, verdicts: Verdicts, stem: Stem): EndCut | undefined {
  const shoots = standingOn(scene, verdicts, stem);
  return (
    toLivingWood(scene, stem, shoots) ??
    (scene.when.inLeaf
      ? undefined
      : (toStraight(scene, stem, shoots) ?? toRising(scene, stem, shoots) ?? toStronger(scene, stem, shoots)))
  );
}

interface Standing {
  shoot: Stem;
  atCm: number;
}

/** The sound shoots that stay on a limb, from its end inward. */
function standingOn({ laid }: FormScene, verdicts: Verdicts, stem: Stem): Standing[] {
  const stands = standsBy(verdicts);
  return childrenOf(laid.tree, stem.id)
    .filter((shoot) => stands(shoot.id) && shoot.condition === 'sound')
    .map((shoot) => ({ shoot, atCm: laid.joins.get(shoot.id) ?? shoot.origin.value }))
    .sort((a, b) => b.atCm - a.atCm);
}

/** How far in a living shoot may stand to be cut to, as a share of what lives. Working value. */
const LIVING_FROM = 0.5;
/** Shortest shoot that is cut to, cm. */
const SHOOT_CM = 15;
/** Least of a limb that is left at a bud, cm. */
const LEAST_CM = 4;

/** Dead wood is cut out to a living shoot, or to the last bud that lives. */
function toLivingWood(
  { kind, laid }: FormScene,
  stem: Stem,
  shoots: readonly Standing[],
): EndCut | undefined {
  const { soundTo, condition } = stem;
  if (soundTo === undefined || soundTo.value >= stem.length.value) return undefined;
  const ground = [onFinding('unsound-wood'), onReading(stem.id, 'condition')];
  const isBroken = condition === 'broken';
  const to = shoots.find(
    ({ shoot, atCm }) =>
      atCm <= soundTo.value && atCm >= soundTo.value * LIVING_FROM && shoot.length.value >= SHOOT_CM,
  );
  if (to) {
    const args = { limb: tagOf(laid.tree, to.shoot.id) };
    const reason = because(isBroken ? 'end.broken.to-shoot' : 'end.dead.to-shoot', args, ...ground);
    return { toLengthCm: to.atCm + BEYOND_CM, purpose: 'to-living', toStem: to.shoot.id, reason };
  }
  const toLengthCm = Math.max(LEAST_CM, soundTo.value - kind.budSpacingCm.value);
  const reason = because(isBroken ? 'end.broken' : 'end.dead', { at: cm(soundTo.value) }, ...ground);
  return { toLengthCm, purpose: 'to-living', reason };
}

/** An end turned from its run by more than this has swerved, deg; a shoot within so much of the run keeps the line. Working values. */
const SWERVED_DEG = 35;
const KEEPS_LINE_DEG = 30;
/** Between which shares of the limb a shoot can take over from its end. */
const TAKES_OVER: readonly [number, number] = [0.3, 0.9];

const isBetween = (stem: Stem, atCm: number): boolean =>
  atCm >= stem.length.value * TAKES_OVER[0] && atCm <= stem.length.value * TAKES_OVER[1];

/** A limb whose end has swerved is cut to a shoot that keeps its line. */
function toStraight({ laid }: FormScene, stem: Stem, shoots: readonly Standing[]): EndCut | undefined {
  const end = stem.endBearing;
  const run = stem.shape.runBearing.value;
  if (end === undefined || bearingDifference(end.value, run) < SWERVED_DEG) return undefined;
  const to = shoots.find(
    ({ shoot, atCm }) =>
      isBetween(stem, atCm) && bearingDifference(shoot.shape.runBearing.value, run) <= KEEPS_LINE_DEG,
  );
  if (!to) return undefined;
  const args = { turn: deg(bearingDifference(end.value, run)), limb: tagOf(laid.tree, to.shoot.id) };
  const reason = because('end.swerved', args, onReading(stem.id, 'bearing'));
  return { toLengthCm: to.atCm + BEYOND_CM, purpose: 'side-shoot', toStem: to.shoot.id, reason };
}

/** A shoot nearer upright than this rises, deg. */
const RISES_DEG = 70;

/** A limb that hangs is cut to a shoot that rises, where one stands far enough out. */
function toRising({ laid, limits }: FormScene, stem: Stem, shoots: readonly Standing[]): EndCut | undefined {
  const past = limits('hang.pastDeg').value;
  const { run } = stem.shape;
  if (run.value - run.sure <= past || stem.bears === 'fruit') return undefined;
  const to = shoots.find(
    ({ shoot, atCm }) =>
      isBetween(stem, atCm) && shoot.shape.run.value < RISES_DEG && shoot.length.value >= SHOOT_CM,
  );
  if (!to) return undefined;
  const args = { run: deg(run.value), limb: tagOf(laid.tree, to.shoot.id) };
  const reason = because('end.hangs', args, onFinding('hanging'), onFigure('hang.pastDeg'));
  return { toLengthCm: to.atCm + BEYOND_CM, purpose: 'side-shoot', toStem: to.shoot.id, reason };
}

/** A limb whose end grew less than this, cm, while a shoot on it grew so many times as much, was given up by the tree. Working values. */
const POOR_CM = 12;
const TIMES = 2.5;

/** The tree's own choice is followed: where a shoot lower down outgrew the end, the end is cut to it. */
function toStronger(
  { laid, limits }: FormScene,
  stem: Stem,
  shoots: readonly Standing[],
): EndCut | undefined {
  const grown = newestCm(stem);
  if (grown === undefined || grown > POOR_CM) return undefined;
  const steep = limits('sprout.uprightDeg').value;
  const run = stem.shape.runBearing.value;
  const to = shoots.find(
    ({ shoot, atCm }) =>
      isBetween(stem, atCm) &&
      (newestCm(shoot) ?? shoot.length.value) >= TIMES * Math.max(grown, 5) &&
      shoot.diameter.value >= stem.diameter.value * 0.4 &&
      shoot.shape.run.value >= steep &&
      bearingDifference(shoot.shape.runBearing.value, run) <= 60,
  );
  if (!to) return undefined;
  const args = { grown: cm(grown), limb: tagOf(laid.tree, to.shoot.id) };
  const reason = because('end.given-up', args, onReading(stem.id, 'length'));
  return { toLengthCm: to.atCm + BEYOND_CM, purpose: 'side-shoot', toStem: to.shoot.id, reason };
}
