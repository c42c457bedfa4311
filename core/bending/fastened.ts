import type { HowSafe } from '../acts/held';
import type { TreeScene } from '../acts/scene';
import { clearanceAt } from '../sites/site';
import { positionAt } from '../tree/course';
import { joinHeightCm } from '../tree/joins';
import type { Stem } from '../tree/stem';
import type { Means } from '../tree/means';
import { pointsOf, type Vec2 } from './beam';
import { PIECES, runOf } from './limb-beam';
import { pulledTo, type Bent, type PulledBy } from './pull';
import type { BendAsked, SafeLine } from './safe-line';
import { timesAt } from './wood';

/** A limb, how far it is safe, and what it is bent to. */
export interface Tying {
  scene: TreeScene;
  stem: Stem;
  line: SafeLine;
  how: HowSafe;
  asked: BendAsked;
}

/** How a limb is held by a means. */
export interface Fastened {
  by: Means;
  atCm?: number;
  /** The limb as this means bends it, where that is not as a cord straight down does. */
  bent?: Bent;
  lengthCm?: number;
}

/** Why a means will not do here. */
export const NOT_WITH = [
  'no-stem',
  'long-stick',
  'cracks',
  'browsed',
  'passed',
  'heavy',
  'high',
  'low-join',
] as const;
export type NotWith = (typeof NOT_WITH)[number];

/** Cord for two knots, cm. Working value. */
const KNOTS_CM = 40;
/** A cord longer than this to a ground peg is in everybody's way, cm; a hung jug heavier than this is not hung. Working values. */
const LONG_CORD_CM = 220;
const HEAVY_KG = 5;
/** Newton as heavy as a kilogram. */
export const N_PER_KG = 9.81;
/** A stick is set so far out on a limb as a share of its length, the nearest that is safe, and on the stem as far above the join. Working values. */
const STICK_SHARES = [0.35, 0.45, 0.55];
const SHORT_STICK_CM = 45;

const tiePoint = ({ line: { limb, bent, piece } }: Tying): Vec2 =>
  pointsOf(limb.beam, bent.angles)[piece] as Vec2;

/** Height of the tie above ground, cm. */
const tieHeightCm = (tying: Tying): number => joinHeightCm(tying.scene.laid, tying.stem) + tiePoint(tying)[1];

const isBrowsed = ({ scene }: Tying): boolean => scene.site.clearance.some(({ what }) => what === 'browses');
const isPassed = ({ scene, stem }: Tying): boolean =>
  clearanceAt(scene.site, stem.shape.runBearing.value).heightCm > 0;

/** How far the carrier runs on over the join of a limb that stands on the trunk, cm; 0 for one that does not. */
function stemAboveCm({ scene: { laid }, stem }: Tying): number {
  const { trunk } = laid;
  const carrier = trunk && laid.courses.get(trunk.id);
  const isOnTrunk = stem.parent.kind === 'stem' && stem.parent.stemId === trunk?.id;
  return isOnTrunk && carrier ? carrier.lengthCm - joinHeightCm(laid, stem) : 0;
}

/** A cord straight down to a peg in the ground; a stake there, or a heavy stone, serves as well. */
export function toPeg(tying: Tying): Fastened | NotWith {
  if (isPassed(tying)) return 'passed';
  const heightCm = tieHeightCm(tying);
  return heightCm > LONG_CORD_CM ? 'high' : { by: 'ground-peg', lengthCm: heightCm + KNOTS_CM };
}

/** The same where it is in the way: when nothing else holds a limb down. */
export const toPegAnyway = (tying: Tying): Fastened => ({
  by: 'ground-peg',
  lengthCm: tieHeightCm(tying) + KNOTS_CM,
});

/** A hung jug: none where animals may catch in it, none that is heavy. */
export function byWeight(tying: Tying): Fastened | NotWith {
  if (isBrowsed(tying)) return 'browsed';
  return tying.line.bent.pullN / N_PER_KG > HEAVY_KG ? 'heavy' : { by: 'weight' };
}

/** A cord up to the stem above, as far over the join as the tie is out. */
export function toStemAbove(tying: Tying): Fastened | NotWith {
  const outCm = Math.abs(tiePoint(tying)[0]);
  if (stemAboveCm(tying) < outCm) return 'no-stem';
  return { by: 'above', lengthCm: KNOTS_CM + Math.hypot(outCm, outCm) };
}

/** A forked prop under the limb, from the ground. */
export const byProp = (tying: Tying): Fastened => ({ by: 'prop', lengthCm: Math.max(0, tieHeightCm(tying)) });

/** A cord to a peg in the ground on the side it is drawn to, as far out as the tie is high: it runs at half a right angle. */
export function toPegAside({ scene: { laid }, stem, line: { limb, piece } }: Tying): Fastened {
  const course = laid.courses.get(stem.id);
  const heightCm = course ? positionAt(course, (piece + 1) * limb.beam.pieceCm)[2] : 0;
  return { by: 'aside', lengthCm: Math.SQRT2 * Math.max(0, heightCm) + KNOTS_CM };
}

const turnedBy =
  ({ limb, bent }: SafeLine, way: BendAsked['way']) =>
  (angles: ArrayLike<number>): number => {
    const from = runOf(limb, limb.present, way);
    return Math.sign(runOf(limb, bent.angles, way) - from) * (runOf(limb, angles, way) - from);
  };

/** The limb brought as far round by another pull than the line was found with. */
function broughtBy({ line, asked }: Tying, piece: number, by: PulledBy): Bent | undefined {
  const turned = turnedBy(line, asked.way);
  return pulledTo(line.limb, piece, by, ({ angles }) => turned(angles), turned(line.bent.angles));
}

/** A stick, and a slanting cord, may ask so much more of the wood than a cord straight down, as a share of what that bears. Working value. */
const MORE = 0.12;

/** A stick notched at both ends between stem and limb, as far above the join as out along the limb. */
export function byStick(tying: Tying): Fastened | NotWith {
  let not: NotWith = 'no-stem';
  for (const share of STICK_SHARES) {
    const found = stickAt(tying, Math.max(0, Math.round(share * PIECES) - 1));
    if (typeof found !== 'string') return found;
    if (found !== 'no-stem') not = found;
    if (found !== 'cracks') break;
  }
  return not;
}

function stickAt(tying: Tying, seat: number): Fastened | NotWith {
  const { scene, line } = tying;
  const { limb } = line;
  const seatCm = (seat + 1) * limb.beam.pieceCm;
  if (stemAboveCm(tying) < seatCm) return 'no-stem';
  const bent = broughtBy(tying, seat, { kind: 'away', point: [0, seatCm] });
  const { times, doubt } = line.bent.worst;
  const most = Math.min(times + MORE, timesAt(scene.limits('crack.chanceRatio').value, doubt));
  if (!bent || bent.worst.times > most) return 'cracks';
  const [x, y] = pointsOf(limb.beam, bent.angles)[seat] as Vec2;
  const lengthCm = Math.hypot(x, y - seatCm);
  return lengthCm <= SHORT_STICK_CM ? { by: 'spreader', atCm: seatCm, bent, lengthCm } : 'long-stick';
}

/** Height above ground a cord is made fast round the trunk at, cm: over the union, under the limbs; and least below the join. Working values. */
const TRUNK_CM = 25;
const LEAST_DOWN_CM = 20;

/** A cord from the limb to the foot of the trunk, slantwise under it, so that nobody walks into it. */
export function toTrunk(tying: Tying): Fastened | NotWith {
  const { scene, stem, line } = tying;
  const { limb, piece } = line;
  const point: Vec2 = [0, TRUNK_CM - joinHeightCm(scene.laid, stem)];
  if (point[1] > -LEAST_DOWN_CM) return 'low-join';
  const bent = broughtBy(tying, piece, { kind: 'toward', point });
  if (!bent || bent.worst.times > line.bent.worst.times + MORE) return 'cracks';
  const [x, y] = pointsOf(limb.beam, bent.angles)[piece] as Vec2;
  return { by: 'trunk', bent, lengthCm: Math.hypot(x - point[0], y - point[1]) + KNOTS_CM };
}
