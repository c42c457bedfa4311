import type { Held } from '../acts/held';
import type { TreeScene } from '../acts/scene';
import type { LaidTree } from '../tree/course';
import type { Means } from '../tree/means';
import { joinHeightCm } from '../tree/joins';
import type { Stem } from '../tree/stem';
import { diameterAt, taperOf } from '../tree/taper';
import {
  byProp,
  byStick,
  byWeight,
  N_PER_KG,
  toPeg,
  toPegAnyway,
  toNeighbour,
  toPegAside,
  toStemAbove,
  toTrunk,
  type Fastened,
  type NotWith,
  type Tying,
} from './fastened';
import { loopMm } from './hold';
import { ladenLowCm } from './laden';
import { runOf } from './limb-beam';
import type { Anchor } from './neighbour';
import type { BendAsked, SafeLine } from './safe-line';
import { uprightsOf } from './uprights';
import { crackChance } from './wood';

/** What a form offers to tie to. */
export type TiesTo = 'wires' | 'canes' | undefined;

/** What the limbs of a form are tied to: its wires, or canes on its wall; undefined for one that stands free. */
export const tiesToOf = (form: { needsWall?: boolean; hasWires?: boolean }): TiesTo =>
  form.needsWall ? (form.hasWires ? 'wires' : 'canes') : undefined;

/** A shoot so short and thin is held out by a clip on its join. Working values. */
const CLIP_CM = 25;
const CLIP_MM = 6;

/** A limb's newest thickening where it is tied, mm in a season: the kind's, in proportion to how thick it is there. */
export const gainAtMm = ({ kind }: Pick<TreeScene, 'kind'>, stem: Stem, atCm: number): number =>
  (kind.thickeningMm.value * diameterAt(taperOf(stem), atCm)) / Math.max(1, stem.diameter.value);

/** A cane along the whole limb, and on past its end, cm. Working value. */
const PAST_END_CM = 20;

const alongCane = ({ length }: Stem): Fastened => ({
  by: 'cane',
  lengthCm: Math.ceil((length.value + PAST_END_CM) / 10) * 10,
});

const isBroughtDown = ({ asked, line: { limb } }: Tying): boolean =>
  asked.way === 'upright' && asked.toDeg > runOf(limb, limb.present, 'upright');

/** A means, and how it would be fastened; or why it will not do. */
type Offer = readonly [Means, () => Fastened | NotWith];

/**
 * What a limb can be brought to its angle with here, the best first: a clip for a small soft shoot; the wires or canes of a wall; a short stick, which
 * nothing trips over; then, where nobody passes, a cord to the ground, and else one back to the trunk, or to a stiffer limb under it; a hung jug after those.
 */
function offersFor(tying: Tying, tiesTo: TiesTo): Offer[] {
  const { stem } = tying;
  const isDown = isBroughtDown(tying);
  const isSmall = stem.length.value <= CLIP_CM && stem.diameter.value <= CLIP_MM;
  const clip: Offer[] = isSmall && isDown ? [['clip', () => CLIPPED]] : [];
  const wall: Offer[] =
    tiesTo === undefined
      ? []
      : [tiesTo === 'wires' ? ['wire', () => ({ by: 'wire' })] : ['cane', () => alongCane(stem)]];
  return [...clip, ...wall, ...freeOffers(tying, isDown)];
}

function freeOffers(tying: Tying, isDown: boolean): Offer[] {
  if (tying.asked.way === 'aside')
    return [
      ['neighbour', () => toNeighbour(tying)],
      ['aside', () => toPegAside(tying)],
    ];
  if (!isDown)
    return [
      ['above', () => toStemAbove(tying)],
      ['prop', () => byProp(tying)],
    ];
  return [
    ['spreader', () => byStick(tying)],
    ['ground-peg', () => toPeg(tying)],
    ['trunk', () => toTrunk(tying)],
    ['neighbour', () => toNeighbour(tying)],
    ['weight', () => byWeight(tying)],
  ];
}

/** A means that could hold a limb here and how, or why it could not. */
export type MeansHere =
  { by: Means; held: Held; not?: undefined } | { by: Means; held?: undefined; not: NotWith };

/** Every means there is for a bend here, the best that will do first, each with how it would be held or why not. */
export function meansHere(
  scene: TreeScene,
  stem: Stem,
  line: SafeLine,
  asked: BendAsked,
  tiesTo: TiesTo,
): MeansHere[] {
  if (line.how === 'never') return [];
  const tying: Tying = { scene, stem, line, asked, how: line.how };
  const follows = followsFrom(tying);
  return offersFor(tying, tiesTo).map(([by, fasten]): MeansHere => {
    const found = fasten();
    return typeof found === 'string' ? { by, not: found } : { by, held: heldWith(tying, found, follows) };
  });
}

/** What is known of a limb that is tied, besides the bend itself. */
export interface TiedAmong {
  tiesTo?: TiesTo;
  /** Whether it is a join that is still soft and is only pegged out. */
  isSoftJoin?: boolean;
  /** The tree as all the day's work leaves it, where that is known. */
  others?: LaidTree;
}

/** With what a limb is brought to where it is wanted and held there, and how long that is; undefined where it would crack. */
export function heldBy(
  scene: TreeScene,
  stem: Stem,
  line: SafeLine,
  asked: BendAsked,
  { tiesTo, isSoftJoin, others }: TiedAmong = {},
): Held | undefined {
  if (line.how === 'never') return undefined;
  const tying: Tying = { scene, stem, line, asked, how: line.how, ...(others && { others }) };
  if (isSoftJoin) return heldWith(tying, CLIPPED);
  for (const [, fasten] of offersFor(tying, tiesTo)) {
    const found = fasten();
    if (typeof found !== 'string') return heldWith(tying, found);
  }
  return heldWith(tying, isBroughtDown(tying) ? toPegAnyway(tying) : byProp(tying));
}

function heldWith(tying: Tying, fastened: Fastened, follows = followsFrom(tying)): Held {
  const { scene, stem, line, how } = tying;
  const { limb, piece } = line;
  const tieCm = fastened.atCm ?? (piece + 1) * limb.beam.pieceCm;
  const bent = fastened.bent ?? line.bent;
  // Stage by stage it bears what the line says, whatever the whole bend would ask at once.
  const { likely, from, to } =
    fastened.bent && how !== 'stages'
      ? crackChance(bent.worst.times, bent.worst.doubt)
      : { likely: line.chance.chance, from: line.chance.chanceFrom, to: line.chance.chanceTo };
  const thickMm = diameterAt(taperOf(stem), tieCm);
  return {
    ...{ how, by: fastened.by, tieCm: Math.round(tieCm) },
    pullKg: tenth(bent.pullN / N_PER_KG),
    ...(fastened.lengthCm !== undefined && { lengthCm: Math.round(fastened.lengthCm) }),
    ...(fastened.crosses && { crosses: fastened.crosses.tag }),
    ...(fastened.anchor && anchored(fastened.anchor)),
    loopMm: loopMm(thickMm, gainAtMm(scene, stem, tieCm)),
    chance: thousandth(likely),
    chanceFrom: thousandth(from),
    chanceTo: thousandth(to),
    ...{ worstCm: Math.round(bent.worst.atCm), wood: bent.worst.wood, stages: line.stages },
    strainPercent: Math.round(bent.worst.strain * 10_000) / 100,
    ...{ lookOn: line.lookOn, offBy: line.offBy, backDeg: line.backDeg },
    ...(line.oversetDeg !== undefined && { oversetDeg: Math.max(0, Math.min(180, line.oversetDeg)) }),
    ...follows,
  };
}

const anchored = ({ stem: { id, tag }, atCm }: Anchor): Pick<Held, 'anchor'> => ({
  anchor: { stemId: id, tag, atCm: Math.round(atCm) },
});

/** A limb's lowest place that bears may not hang nearer to the ground than this, cm. Working value. */
const LADEN_LOW_CM = 15;

/** What follows from laying a limb down: uprights along its top, and how low it hangs under its crop. */
function followsFrom({ scene, stem, asked, line }: Tying): Pick<Held, 'uprights' | 'rubBy' | 'ladenCm'> {
  if (asked.way === 'aside') return {};
  const uprights = uprightsOf(scene, stem, asked.toDeg, scene.when.today);
  // However it hangs, its end is no lower than its own length under its join.
  const mayLieLow = joinHeightCm(scene.laid, stem) - stem.length.value < LADEN_LOW_CM;
  const ladenCm = mayLieLow ? Math.round(ladenLowCm(scene, stem, line)) : LADEN_LOW_CM;
  return {
    ...(uprights && { uprights: uprights.count, rubBy: uprights.by }),
    ...(ladenCm < LADEN_LOW_CM && { ladenCm }),
  };
}

const tenth = (x: number): number => Math.round(x * 10) / 10;
const thousandth = (x: number): number => Math.round(x * 1000) / 1000;

/** A soft join is held out where it is. */
const CLIPPED: Fastened = { by: 'clip', atCm: 0 };
