import type { Held, Means } from '../acts/held';
import type { TreeScene } from '../acts/scene';
import { positionAt } from '../tree/course';
import { joinHeightCm } from '../tree/joins';
import { clearanceAt } from '../sites/site';
import type { Stem } from '../tree/stem';
import { diameterAt, taperOf } from '../tree/taper';
import { pointsOf, type Vec2 } from './beam';
import { loopMm } from './hold';
import { PIECES, runOf } from './limb-beam';
import { pulledTo, type Bent, type PulledBy } from './pull';
import { crackChance, timesAt } from './wood';
import type { BendAsked, SafeLine } from './safe-line';

/** What a form offers to tie to. */
export type TiesTo = 'wires' | 'canes' | undefined;

/** What the limbs of a form are tied to: its wires, or canes on its wall; undefined for one that stands free. */
export const tiesToOf = (form: { needsWall?: boolean; hasWires?: boolean }): TiesTo =>
  form.needsWall ? (form.hasWires ? 'wires' : 'canes') : undefined;

/** Cord for two knots, cm. Working value. */
const KNOTS_CM = 40;
/** A cord longer than this to a ground peg is in everybody's way, cm; a hung jug heavier than this is not hung. Working values. */
const LONG_CORD_CM = 220;
const HEAVY_KG = 5;
/** A shoot so short and thin is held out by a clip on its join. Working values. */
const CLIP_CM = 25;
const CLIP_MM = 6;
/** A stick is set so far out on a limb as a share of its length, and on the stem as far above the join. Working value. */
const STICK_SHARE = 0.35;
const SHORT_STICK_CM = 45;
/** Newton as heavy as a kilogram. */
const N_PER_KG = 9.81;

/** A limb's newest thickening where it is tied, mm in a season: the kind's, in proportion to how thick it is there. */
export const gainAtMm = ({ kind }: Pick<TreeScene, 'kind'>, stem: Stem, atCm: number): number =>
  (kind.thickeningMm.value * diameterAt(taperOf(stem), atCm)) / Math.max(1, stem.diameter.value);

/**
 * With what a limb is brought to where it is wanted and held there, and how long that is: a clip for a small soft shoot; the wires or canes of a
 * wall; a stick between stem and limb where it is short; a cord to the ground, or round the trunk where somebody passes or the ground is far;
 * a hung jug where animals catch in cords.
 */
export function heldBy(
  scene: TreeScene,
  stem: Stem,
  line: SafeLine,
  asked: BendAsked,
  tiesTo: TiesTo,
  isSoftJoin = false,
): Held | undefined {
  if (line.how === 'never') return undefined;
  const { limb, piece } = line;
  const atCm = (piece + 1) * limb.beam.pieceCm;
  const chosen = isSoftJoin ? CLIPPED : meansFor(scene, stem, line, asked, tiesTo);
  const tieCm = chosen.atCm ?? atCm;
  const bent = chosen.bent ?? line.bent;
  const { likely, from, to } = chosen.bent
    ? crackChance(bent.worst.times, bent.worst.doubt)
    : { likely: line.chance.chance, from: line.chance.chanceFrom, to: line.chance.chanceTo };
  const thickMm = diameterAt(taperOf(stem), tieCm);
  return {
    ...{ how: line.how, by: chosen.by, tieCm: Math.round(tieCm) },
    pullKg: tenth(bent.pullN / N_PER_KG),
    ...(chosen.lengthCm !== undefined && { lengthCm: Math.round(chosen.lengthCm) }),
    loopMm: loopMm(thickMm, gainAtMm(scene, stem, tieCm)),
    chance: thousandth(likely),
    chanceFrom: thousandth(from),
    chanceTo: thousandth(to),
    ...{ worstCm: Math.round(bent.worst.atCm), wood: bent.worst.wood, stages: line.stages },
    ...{ lookOn: line.lookOn, offBy: line.offBy, backDeg: line.backDeg },
  };
}

const tenth = (x: number): number => Math.round(x * 10) / 10;
const thousandth = (x: number): number => Math.round(x * 1000) / 1000;

/** A soft join is held out where it is. */
const CLIPPED: Chosen = { by: 'clip', atCm: 0 };

interface Chosen {
  by: Means;
  atCm?: number;
  /** The limb as this means bends it, where that is not as a cord straight down does. */
  bent?: Bent;
  lengthCm?: number;
}

function meansFor(scene: TreeScene, stem: Stem, line: SafeLine, asked: BendAsked, tiesTo: TiesTo): Chosen {
  const { limb, piece, bent } = line;
  const isDown = asked.way === 'upright' && asked.toDeg > runOf(limb, limb.present, 'upright');
  const isClipped = stem.length.value <= CLIP_CM && stem.diameter.value <= CLIP_MM;
  if (isClipped && isDown) return CLIPPED;
  if (tiesTo) return { by: tiesTo === 'wires' ? 'wire' : 'cane' };
  if (asked.way === 'aside') return asideFor(scene, stem, line);
  const [outCm, upCm] = pointsOf(limb.beam, bent.angles)[piece] as Vec2;
  const tieHeightCm = joinHeightCm(scene.laid, stem) + upCm;
  if (!isDown) return { by: 'above', lengthCm: KNOTS_CM + Math.hypot(outCm, outCm) };
  const stick = stickFor(scene, stem, line, asked);
  if (stick) return stick;
  const isBrowsed = scene.site.clearance.some(({ what }) => what === 'browses');
  const isPassed = clearanceAt(scene.site, stem.shape.runBearing.value).heightCm > 0;
  const pullKg = bent.pullN / N_PER_KG;
  if (isBrowsed && pullKg <= HEAVY_KG) return { by: 'weight' };
  if (isPassed || tieHeightCm > LONG_CORD_CM) return trunkFor(scene, stem, line, asked) ?? { by: 'weight' };
  return { by: 'ground-peg', lengthCm: tieHeightCm + KNOTS_CM };
}

/** A cord to a peg in the ground on the side it is drawn to, as far out as the tie is high: it runs at half a right angle. */
function asideFor({ laid }: TreeScene, stem: Stem, { limb, piece }: SafeLine): Chosen {
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

/** A stick notched at both ends between stem and limb, as far above the join as out along the limb: undefined where it would be long, or not safe. */
function stickFor(
  { laid, limits }: TreeScene,
  stem: Stem,
  line: SafeLine,
  asked: BendAsked,
): Chosen | undefined {
  const { limb } = line;
  const seat = Math.max(0, Math.round(STICK_SHARE * PIECES) - 1);
  const seatCm = (seat + 1) * limb.beam.pieceCm;
  const trunk = laid.trunk;
  const carrier = trunk && laid.courses.get(trunk.id);
  const isOnTrunk = stem.parent.kind === 'stem' && stem.parent.stemId === trunk?.id;
  const aboveCm = isOnTrunk && carrier ? carrier.lengthCm - joinHeightCm(laid, stem) : 0;
  if (aboveCm < seatCm) return undefined;
  const by: PulledBy = { kind: 'away', point: [0, seatCm] };
  const turned = turnedBy(line, asked.way);
  const wish = turned(line.bent.angles);
  const bent = pulledTo(limb, seat, by, ({ angles }) => turned(angles), wish);
  const most = timesAt(limits('crack.chanceRatio').value, line.bent.worst.doubt);
  if (!bent || bent.worst.times > most) return undefined;
  const [x, y] = pointsOf(limb.beam, bent.angles)[seat] as Vec2;
  const lengthCm = Math.hypot(x, y - seatCm);
  return lengthCm <= SHORT_STICK_CM ? { by: 'spreader', atCm: seatCm, bent, lengthCm } : undefined;
}

/** A slanting cord pulls along the limb too: it may ask so much more of the wood, as a share of what that bears. Working value. */
const SLANT_MORE = 0.12;
/** Height above ground a cord is made fast round the trunk at, cm: over the union, under the limbs. Working value. */
const TRUNK_CM = 25;

/** A cord from the limb to the foot of the trunk, slantwise under it, so that nobody walks into it. */
function trunkFor({ laid }: TreeScene, stem: Stem, line: SafeLine, asked: BendAsked): Chosen | undefined {
  const { limb, piece } = line;
  const point: Vec2 = [0, TRUNK_CM - joinHeightCm(laid, stem)];
  if (point[1] > -20) return undefined;
  const turned = turnedBy(line, asked.way);
  const bent = pulledTo(
    limb,
    piece,
    { kind: 'toward', point },
    ({ angles }) => turned(angles),
    turned(line.bent.angles),
  );
  if (!bent || bent.worst.times > line.bent.worst.times + SLANT_MORE) return undefined;
  const [x, y] = pointsOf(limb.beam, bent.angles)[piece] as Vec2;
  return { by: 'trunk', bent, lengthCm: Math.hypot(x - point[0], y - point[1]) + KNOTS_CM };
}
