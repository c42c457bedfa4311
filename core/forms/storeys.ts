import { told } from '../words/message';
import type { Candidacy, FormScene, LimbWord, Place } from '../choosing/candidacy';
import { faultsOf, overtops, type Fault } from '../choosing/faults';
import { joinHeightCm } from '../tree/joins';
import { tipOf, type Course } from '../tree/course';
import type { Scene } from '../findings/finding';
import type { Stem } from '../tree/stem';
import type { WhipWish } from './whip-wish';
import { GAP_GRADES, OFF_WISH } from './grades';

/** A height of leader in which limbs stand once round; a part of one at the top of a growing tree. */
export interface Storey {
  fromCm: number;
  toCm: number;
  /** Share of a whole storey, 0 to 1. */
  share: number;
}

/** A storey shorter than this share of a whole one is counted to the one below. Working value. */
const LEAST_SHARE = 0.34;

/** A top this near a round height is at it: what is left is arithmetic. */
const ROUNDING_CM = 1e-6;

/** Height below the first storey at which a limb may still serve in it, cm. */
const SLACK_CM = 12;

/** Storeys up the leader as far as it has grown, or is to be held at; one at the least. */
export function storeysOf({ limits, laid }: Pick<Scene, 'limits' | 'laid'>, heldCm = Infinity): Storey[] {
  const grownCm = laid.trunk ? tipOf(laid.courses.get(laid.trunk.id) as Course)[2] : 0;
  const topCm = Math.round(Math.min(grownCm, heldCm) / ROUNDING_CM) * ROUNDING_CM;
  const heightCm = limits('storey.heightCm').value;
  const storeys: Storey[] = [];
  for (
    let fromCm = limits('storey.firstCm').value;
    storeys.length === 0 || fromCm < topCm;
    fromCm += heightCm
  ) {
    const toCm = Math.min(fromCm + heightCm, Math.max(topCm, fromCm + 1));
    const share = Math.round((toCm - fromCm) / heightCm / ROUNDING_CM) * ROUNDING_CM;
    const below = storeys.at(-1);
    if (below && share < LEAST_SHARE) below.toCm = toCm;
    else storeys.push({ fromCm, toCm, share });
  }
  return storeys;
}

/** A storey as a ring, its counts in proportion to how much of it has grown. */
export function storeyPlace(
  { limits }: Pick<Scene, 'limits'>,
  { fromCm, toCm, share }: Storey,
  i: number,
  word: LimbWord,
): Place {
  return {
    role: 'scaffold',
    word,
    heightCm: (fromCm + toCm) / 2,
    circle: {
      name: `storey ${i + 1}`,
      called: told('place.storey', { n: i + 1 }),
      fewest: Math.floor(limits('scaffold.fewest').value * share),
      wish: Math.round(limits('scaffold.wish').value * share),
      most: Math.ceil(limits('scaffold.most').value * share),
      offWish: OFF_WISH,
      empty: 40,
      gap: GAP_GRADES,
    },
    spreads: [],
  };
}

/** A limb's candidacy for the storey it rises in. Below the first by more than the slack, or above where the leader is held, it is barred. */
export function storeyCandidacy(
  scene: FormScene,
  stem: Stem,
  storeys: readonly Storey[],
  more: readonly Fault[],
  heldCm = Infinity,
): Candidacy {
  const height = joinHeightCm(scene.laid, stem);
  const found = storeys.findLastIndex(({ fromCm }) => height >= fromCm);
  const belowCm = Math.max(0, (storeys[0] as Storey).fromCm - height);
  const barred = height > heldCm ? 'over-held' : belowCm > SLACK_CM ? 'outside-band' : undefined;
  const outside: Fault[] =
    barred !== undefined
      ? [{ rank: 'breaches', what: barred, points: 1, measured: height }]
      : [{ rank: 'form', what: 'outside-band', points: Math.ceil(belowCm), measured: height }];
  return {
    stem,
    place: Math.max(0, found),
    faults: [...faultsOf(scene, stem, scene.findings), ...outside, overtops(scene, stem), ...more],
    spread: [],
  };
}

/** Length of the top in which a whip's buds are left alone, cm. */
const TOP_CM = 20;

/** A whip is to make limbs in each storey it has grown, but not from its very top. */
export function storeyWhip(scene: Scene): WhipWish {
  const { limits, laid } = scene;
  const topCm = laid.trunk ? tipOf(laid.courses.get(laid.trunk.id) as Course)[2] : 0;
  const apartCm = limits('spacing.wishCm').value;
  const storeys = storeysOf(scene);
  const places = storeys.map((storey, i) => ({
    circle: storeyPlace(scene, storey, i, 'limb').circle,
    fromCm: storey.fromCm,
    toCm: Math.min(storey.toCm, topCm - TOP_CM) - 0.1,
    apartCm,
  }));
  return { places, headAnywayCm: limits('storey.firstCm').value + 30 };
}
