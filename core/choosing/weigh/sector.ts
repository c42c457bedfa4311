import { bearingOf, subtract, wrapBearing, type Vec3 } from '../../geometry/vector';
import { tipOf, type Course } from '../../tree/course';
import { joinHeightCm } from '../../tree/joins';
import type { Stem } from '../../tree/stem';
import type { StemId } from '../../tree/stem-readings';
import type { FormScene } from '../candidacy';
import type { Consideration } from '../consideration';
import { onCurve, type Curve } from '../curve';
import { livingCm } from './view';

/** How far a side shoot has gone into the room of the next limb, 0 to 1: by the turn from its own limb to its tip, over half the turn to that limb. */
const INTO: Curve = [
  [1, 0],
  [1.6, 1],
];
/** ... and by how long it is, cm: a short one ends before it gets there. */
const LONG: Curve = [
  [45, 0],
  [80, 1],
];
/** Share of what two limbs cost that want one room. Working value. */
const SHARE = 0.6;
/** A tip no further out than this stands in nobody's sector, cm. */
const OUT_CM = 25;
/** Limbs whose joins are further apart than this share no sector, cm. Working value. */
const LEVEL_CM = 50;
/** Limbs closer than this are neighbours of one sector, deg. Working value. */
const APART_DEG = 30;

/** What a side shoot costs that grows across into the sector of the next limb of the frame, and which that is. Nothing on a wall or a bush. */
export function sectorCost(
  scene: FormScene,
  stem: Stem,
  carrier: Stem,
  frame: readonly Stem[],
): { one: Consideration; other: StemId }[] {
  const { laid, limits, standsOn, wallDeg } = scene;
  const foot = laid.trunk && laid.courses.get(laid.trunk.id)?.points[0];
  if (!foot || standsOn !== 'trunk' || wallDeg !== undefined) return [];
  const toTip = subtract(tipOf(laid.courses.get(stem.id) as Course), foot);
  if (Math.hypot(toTip[0], toTip[1]) < OUT_CM) return [];
  const sideways = signedTurn(carrier, bearingOf(toTip));
  const nextTo = frame
    .filter(({ id }) => id !== carrier.id)
    .filter((limb) => Math.abs(joinHeightCm(laid, limb) - joinHeightCm(laid, carrier)) <= LEVEL_CM)
    .map((limb) => ({ limb, turn: signedTurn(carrier, tipBearing(laid.courses.get(limb.id), foot)) }))
    .filter(({ turn }) => Math.sign(turn) === Math.sign(sideways) && Math.abs(turn) >= APART_DEG)
    .sort((a, b) => Math.abs(a.turn) - Math.abs(b.turn))[0];
  if (!nextTo) return [];
  const half = Math.abs(nextTo.turn) / 2;
  const points =
    limits('weigh.room').value *
    SHARE *
    onCurve(INTO, Math.abs(sideways) / half) *
    onCurve(LONG, livingCm(stem));
  return points > 0 ? [{ one: { what: 'sector', points }, other: nextTo.limb.id }] : [];
}

const tipBearing = (course: Course | undefined, foot: Vec3): number =>
  course ? bearingOf(subtract(tipOf(course), foot)) : 0;

/** Turn from a limb's run to a bearing, deg, -180 to 180. */
const signedTurn = ({ shape }: Stem, bearingDeg: number): number =>
  wrapBearing(bearingDeg - shape.runBearing.value + 180) - 180;
