import type { Staked, StakedWhy } from '../acts/staked';
import type { TreeScene } from '../acts/scene';
import { N_PER_KG } from '../bending/fastened';
import { letGo, lookOn, loopMm } from '../bending/hold';
import { PIECES } from '../bending/limb-beam';
import { gainAtMm } from '../bending/means';
import { timesAt, type WoodBears } from '../bending/wood';
import { wrapBearing } from '../geometry/vector';
import type { Stem } from '../tree/stem';
import { diameterAt, taperOf } from '../tree/taper';
import { free, standing, tied, type StandingStem, type Stands } from './upright';

/** Whether a tree stands by itself, and what holds it up where it does not. */
export interface Staking {
  /** Height of its top over how thick it is at its foot, both in one unit. */
  slenderness: number;
  /** How it stands free, and the moment its roots hold in a gust, N m. */
  alone: Stands;
  rootsNm: number;
  /** How it is held up; undefined where it stands by itself. */
  staked: Staked | undefined;
}

/** Share of the moment that would break the stem which its roots hold, by seasons in this place; on a weak stock at most so much, for good. Working values. */
const ROOTS = [0.12, 0.35, 0.65];
const POT_ROOTS = 0.18;
const WEAK_ROOTS = 0.2;
/** Most seasons a stake is foreseen to stand before it is said to stay for good. */
const MOST_SEASONS = 6;
/** A tie is tried from here up to two thirds of the stem, cm. Working values. */
const LOWEST_CM = 30;
const HIGHEST_SHARE = 2 / 3;
const TRIED_EVERY_CM = 10;

/** Share of the breaking moment at its foot that the roots hold after so many seasons here. */
function rootsShare({ when, stockVigour }: TreeScene, seasonsOn: number): number {
  const seasons = Math.max(1, when.seasonsGrown) + seasonsOn;
  const isPot = when.cameAs === 'pot-grown' && seasons === 1;
  const grown = isPot ? POT_ROOTS : (ROOTS[seasons - 1] ?? 1);
  return stockVigour === 'weak' ? Math.min(WEAK_ROOTS, grown) : grown;
}

/** Moment that breaks half of such stems at the foot, N m: E strain pi d^3 / 32. */
function breakingNm({ limb: { bears, diameterMm } }: StandingStem): number {
  const { gpa, strain } = bears[0] as WoodBears;
  return (gpa * 1e9 * strain * Math.PI * ((diameterMm[0] as number) / 1000) ** 3) / 32;
}

/** What is wrong with how a stem stands, the gravest first; undefined where nothing is. */
function wrongWith(
  scene: TreeScene,
  stem: StandingStem,
  stands: Stands,
  rootsNm: number,
): StakedWhy | undefined {
  const most = timesAt(scene.limits('crack.chanceRatio').value, (stem.limb.bears[0] as WoodBears).doubt);
  if (stands.leanDeg > scene.limits('stake.leanDeg').value) return 'lies-down';
  if (stands.times > most) return 'snaps';
  return stands.footNm > rootsNm ? 'roots' : undefined;
}

/** Whether a tree's stem stands by itself in a gust when in full leaf, and what holds it up where it does not: where, how long, and until when. */
export function stakingOf(scene: TreeScene, stem: Stem): Staking {
  const now = standing(scene, stem);
  const alone = free(now);
  const rootsNm = rootsShare(scene, 0) * breakingNm(now);
  const isWeak = scene.stockVigour === 'weak';
  const wrong = wrongWith(scene, now, alone, rootsNm);
  const why = isWeak && (wrong ?? 'roots') === 'roots' ? 'stock' : wrong;
  const slenderness = (stem.length.value * 10) / Math.max(1, diameterAt(taperOf(stem), 0));
  return { slenderness, alone, rootsNm, staked: why && heldUp(scene, stem, now, why) };
}

/** The lowest tie at which it stands in the gust, and the pull on it. */
function lowestTie(
  scene: TreeScene,
  stem: Stem,
  now: StandingStem,
): { atCm: number; pullN: number } | undefined {
  const rootsNm = rootsShare(scene, 0) * breakingNm(now);
  for (let cm = LOWEST_CM; cm <= HIGHEST_SHARE * stem.length.value; cm += TRIED_EVERY_CM) {
    const piece = Math.round(cm / now.limb.beam.pieceCm) - 1;
    const stands = piece < 1 || piece >= PIECES ? undefined : tied(now, piece);
    if (stands && !wrongWith(scene, now, stands, rootsNm)) return { atCm: cm, pullN: stands.pullN };
  }
  return undefined;
}

/** A stake ends just over its tie, so that no limb rubs on it, cm. */
const OVER_TIE_CM = 5;
/** Stakes are cut by 10 cm, no shorter and no thinner than this, cm and mm. Working values. */
const LEAST_CM = 90;
const LEAST_MM = 40;
/** What a stake's wood bears in bending for years outdoors, N per mm^2 (EN 338, softwood C16: 16 at breaking's 5th percentile, less for time and wet). */
const TIMBER_MPA = 8;
/** A cane: its thickness, mm, and a tie every so many cm of it. Working values. */
const CANE_MM = 14;
const CANE_TIE_CM = 30;
/** A tree so thick or tall that is moved is held by three cords. Working values. */
const GUYED = { mm: 70, cm: 400 };
const STILL_GROWS_WEEKS = 8;

function heldUp(scene: TreeScene, stem: Stem, now: StandingStem, why: StakedWhy): Staked {
  const tie = lowestTie(scene, stem, now);
  const isBig = stem.diameter.value >= GUYED.mm || stem.length.value >= GUYED.cm;
  const by = isBig && scene.when.seasonsGrown <= 1 ? 'guys' : tie ? 'stake' : 'cane';
  const tieCm = by === 'guys' ? Math.round(stem.length.value / 2) : (tie?.atCm ?? stem.length.value - 10);
  const pullN = tie?.pullN ?? now.windN.reduce((sum, n) => sum + n, 0);
  const size = sizeOf(scene, stem, by, tieCm, pullN);
  const atCm = size.tieCm;
  const wind = scene.site.windFromDeg;
  const fromLee = scene.answers.stake === 'leeward' ? 180 : 0;
  const offBy = standsFrom(scene, stem);
  return {
    ...{ by, why, on: scene.when.today, ...size, pullKg: Math.round((pullN / N_PER_KG) * 10) / 10 },
    ties: by === 'cane' ? Math.max(1, Math.floor(atCm / CANE_TIE_CM)) : by === 'guys' ? 3 : 1,
    ...(wind !== undefined && by !== 'guys' && { sideDeg: wrapBearing(wind + fromLee) }),
    loopMm: loopMm(diameterAt(taperOf(stem), atCm), gainAtMm(scene, stem, atCm)),
    lookOn: lookOn(scene.when.grows, scene.when.today),
    ...(offBy !== undefined && { offBy }),
  };
}

/**
 * How long, deep and thick what holds it is: a stake breaks at the ground by the pull on its tie, d^3 = 32 M / (pi sigma). Its tie sits just under its
 * top, on a short stem no higher than two thirds of that.
 */
function sizeOf(
  scene: TreeScene,
  stem: Stem,
  by: Staked['by'],
  tieCm: number,
  pullN: number,
): Pick<Staked, 'lengthCm' | 'depthCm' | 'thickMm' | 'tieCm'> {
  // Three cords run at half a right angle to the ground, with a knot at each end.
  if (by === 'guys')
    return {
      lengthCm: Math.round(Math.SQRT2 * tieCm + 40),
      depthCm: 0,
      thickMm: 8,
      tieCm: Math.round(tieCm),
    };
  const share = scene.limits('stake.depthRatio').value;
  const lengthCm = Math.max(LEAST_CM, Math.ceil((tieCm + OVER_TIE_CM) / (1 - share) / 10) * 10);
  const depthCm = Math.round(lengthCm * share);
  const aboveCm = lengthCm - depthCm;
  const breaks = Math.cbrt((32 * pullN * aboveCm * 10) / (Math.PI * TIMBER_MPA));
  const thickMm = by === 'cane' ? CANE_MM : Math.max(LEAST_MM, Math.ceil(breaks / 5) * 5);
  const highestCm = Math.max(tieCm, Math.floor(HIGHEST_SHARE * stem.length.value));
  const atCm = by === 'stake' ? Math.min(aboveCm - OVER_TIE_CM, highestCm) : tieCm;
  return { lengthCm, depthCm, thickMm, tieCm: Math.round(atCm) };
}

/** The end of the first season of growth after which it stands by itself, thicker and rooted; undefined where it stays for good. */
function standsFrom(scene: TreeScene, stem: Stem): string | undefined {
  if (scene.stockVigour === 'weak') return undefined;
  const { today } = scene.when;
  const gain = scene.kind.thickeningMm.value / Math.max(1, stem.diameter.value);
  const first = letGo(scene.when.grows, today, STILL_GROWS_WEEKS).on;
  for (let n = 1; n <= MOST_SEASONS; n++) {
    const then = standing(scene, stem, 1 + n * gain);
    const rootsNm = rootsShare(scene, n) * breakingNm(then);
    if (wrongWith(scene, then, free(then), rootsNm)) continue;
    return scene.when.grows(Number(first.slice(0, 4)) + n - 1).to;
  }
  return undefined;
}
