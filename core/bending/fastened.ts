import type { HowSafe } from '../acts/held';
import type { TreeScene } from '../acts/scene';
import { add, direction, scale, type Vec3 } from '../geometry/vector';
import { clearanceAt } from '../sites/site';
import { positionAt, type LaidTree } from '../tree/course';
import { joinHeightCm } from '../tree/joins';
import type { Stem } from '../tree/stem';
import type { Means } from '../tree/means';
import { pointsOf, type Vec2 } from './beam';
import { crossedBy } from './crossed';
import { PIECES, runOf } from './limb-beam';
import { isFree, neighbourAlong, type Anchor } from './neighbour';
import { pulledRoundTo, type Bent, type PulledBy } from './pull';
import type { BendAsked, SafeLine } from './safe-line';
import { timesAt } from './wood';

/** A limb, how far it is safe, and what it is bent to. */
export interface Tying {
  scene: TreeScene;
  stem: Stem;
  line: SafeLine;
  how: HowSafe;
  asked: BendAsked;
  /** The tree as all the day's work leaves it, where that is known: cords are led past its limbs. */
  others?: LaidTree;
}

/** How a limb is held by a means. */
export interface Fastened {
  by: Means;
  atCm?: number;
  /** The limb as this means bends it, where that is not as a cord straight down does. */
  bent?: Bent;
  lengthCm?: number;
  /** A limb that its cord would rub on, unless it is led past. */
  crosses?: Stem;
  /** The other limb its cord is made fast to. */
  anchor?: Anchor;
}

/** Why a means will not do here. */
export const NOT_WITH = [
  'no-stem',
  'long-stick',
  'one-angle',
  'cracks',
  'crossed',
  'browsed',
  'passed',
  'heavy',
  'high',
  'low-join',
  'no-neighbour',
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
const SURELY_LONG = 1.5;

const tiePoint = ({ line: { limb, bent, piece } }: Tying): Vec2 =>
  pointsOf(limb.beam, bent.angles)[piece] as Vec2;

/** A place of the plane the limb is bent in, cm out and up from its join, as one of the tree. */
function onTree({ scene: { laid }, stem, line: { limb } }: Tying, [out, up]: Vec2): Vec3 {
  const join = laid.courses.get(stem.id)?.points[0] ?? [0, 0, stem.origin.value];
  return add(add(join, scale(limb.axes[0], out)), scale(limb.axes[1], up));
}

/** The limb that a cord from where it is tied to another place of that plane would rub on. */
const crossedOn = (tying: Tying, to: Vec2): Stem | undefined =>
  crossedBy(tying.others ?? tying.scene.laid, tying.stem, onTree(tying, tiePoint(tying)), onTree(tying, to));

const joinOf = ({ scene, stem }: Tying): number => joinHeightCm(scene.laid, stem);

/** The place on the ground straight under where it is tied. */
const groundUnder = (tying: Tying): Vec2 => [tiePoint(tying)[0], -joinOf(tying)];

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
  if (heightCm > LONG_CORD_CM) return 'high';
  if (crossedOn(tying, groundUnder(tying))) return 'crossed';
  return { by: 'ground-peg', lengthCm: heightCm + KNOTS_CM };
}

/** The same where it is in the way: when nothing else holds a limb down. */
export const toPegAnyway = (tying: Tying): Fastened => ({
  ...{ by: 'ground-peg', lengthCm: tieHeightCm(tying) + KNOTS_CM },
  ...crossing(crossedOn(tying, groundUnder(tying))),
});

const crossing = (crosses: Stem | undefined): Pick<Fastened, 'crosses'> => (crosses ? { crosses } : {});

/** A hung jug: none where animals may catch in it, none that is heavy. */
export function byWeight(tying: Tying): Fastened | NotWith {
  if (isBrowsed(tying)) return 'browsed';
  return tying.line.bent.pullN / N_PER_KG > HEAVY_KG ? 'heavy' : { by: 'weight' };
}

/** A cord up to the stem above, as far over the join as the tie is out. */
export function toStemAbove(tying: Tying): Fastened | NotWith {
  const outCm = Math.abs(tiePoint(tying)[0]);
  if (stemAboveCm(tying) < outCm) return 'no-stem';
  if (crossedOn(tying, [0, outCm])) return 'crossed';
  return { by: 'above', lengthCm: KNOTS_CM + Math.hypot(outCm, outCm) };
}

/** A forked prop under the limb, from the ground. */
export const byProp = (tying: Tying): Fastened => ({
  ...{ by: 'prop', lengthCm: Math.max(0, tieHeightCm(tying)) },
  ...crossing(crossedOn(tying, groundUnder(tying))),
});

/** A cord to a peg in the ground on the side it is drawn to, as far out as the tie is high: it runs at half a right angle. */
export function toPegAside({ scene, stem, line: { limb, piece }, asked, others }: Tying): Fastened {
  const course = scene.laid.courses.get(stem.id);
  const tie: Vec3 = course ? positionAt(course, (piece + 1) * limb.beam.pieceCm) : [0, 0, 0];
  const heightCm = Math.max(0, tie[2]);
  const aside = direction(stem.shape.runBearing.value + (asked.toDeg < 0 ? -90 : 90), 90);
  const peg: Vec3 = [tie[0] + aside[0] * heightCm, tie[1] + aside[1] * heightCm, 0];
  const lengthCm = Math.SQRT2 * heightCm + KNOTS_CM;
  return { by: 'aside', lengthCm, ...crossing(crossedBy(others ?? scene.laid, stem, tie, peg)) };
}

/** A cord to a stiffer limb beside it, the way it is drawn: nothing stands on the ground for it. */
export function toNeighbour(tying: Tying): Fastened | NotWith {
  const { scene, stem, line, asked } = tying;
  const laid = tying.others ?? scene.laid;
  const tieCm = (line.piece + 1) * line.limb.beam.pieceCm;
  const isAside = asked.way === 'aside';
  const course = scene.laid.courses.get(stem.id);
  const there = isAside && course ? positionAt(course, tieCm) : onTree(tying, tiePoint(tying));
  const way: Vec3 = isAside
    ? direction(stem.shape.runBearing.value + (asked.toDeg < 0 ? -90 : 90), 90)
    : [0, 0, -1];
  const anchor = neighbourAlong(laid, stem, { tieCm, there, way });
  if (!anchor) return 'no-neighbour';
  if (!isFree(laid, stem, there, anchor)) return 'crossed';
  return { by: 'neighbour', anchor, lengthCm: anchor.distanceCm + KNOTS_CM };
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
  return pulledRoundTo(
    line.limb,
    piece,
    by,
    ({ angles }) => turned(angles),
    turned(line.bent.angles),
    line.bent,
  );
}

/** A stick, and a slanting cord, may ask so much more of the wood than a cord straight down, as a share of what that bears. Working value. */
const MORE = 0.12;

/** The most a stick or a slanting cord may ask of the wood: in stages no more than the whole bend would at once. */
function mostTimes({ scene, line, how }: Tying): number {
  const { times, doubt } = line.bent.worst;
  const more = times + MORE;
  return how === 'stages' ? more : Math.min(more, timesAt(scene.limits('crack.chanceRatio').value, doubt));
}

/** A stick notched at both ends between stem and limb, as far above the join as out along the limb. */
export function byStick(tying: Tying): Fastened | NotWith {
  if (tying.how === 'stages') return 'one-angle';
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
  const { limb } = tying.line;
  const seatCm = (seat + 1) * limb.beam.pieceCm;
  if (stemAboveCm(tying) < seatCm) return 'no-stem';
  // The third side of a triangle whose legs are as long as the seat is out: where it is far too long, nothing is solved.
  const about = 2 * seatCm * Math.sin((tying.asked.toDeg * Math.PI) / 360);
  if (about > SURELY_LONG * SHORT_STICK_CM) return 'long-stick';
  const bent = broughtBy(tying, seat, { kind: 'away', point: [0, seatCm] });
  if (!bent || bent.worst.times > mostTimes(tying)) return 'cracks';
  const [x, y] = pointsOf(limb.beam, bent.angles)[seat] as Vec2;
  const lengthCm = Math.hypot(x, y - seatCm);
  return lengthCm <= SHORT_STICK_CM ? { by: 'spreader', atCm: seatCm, bent, lengthCm } : 'long-stick';
}

/** Height above ground a cord is made fast round the trunk at, cm: over the union, under the limbs; and least below the join. Working values. */
const TRUNK_CM = 25;
const LEAST_DOWN_CM = 20;

/** A cord from the limb to the foot of the trunk, slantwise under it, so that nobody walks into it. */
export function toTrunk(tying: Tying): Fastened | NotWith {
  const { line } = tying;
  const { limb, piece } = line;
  const point: Vec2 = [0, TRUNK_CM - joinOf(tying)];
  if (point[1] > -LEAST_DOWN_CM) return 'low-join';
  const bent = broughtBy(tying, piece, { kind: 'toward', point });
  if (!bent || bent.worst.times > mostTimes(tying)) return 'cracks';
  if (crossedOn(tying, point)) return 'crossed';
  const [x, y] = pointsOf(limb.beam, bent.angles)[piece] as Vec2;
  return { by: 'trunk', bent, lengthCm: Math.hypot(x - point[0], y - point[1]) + KNOTS_CM };
}
