import { told } from '../words/message';
import type { Candidacy, FormScene, LimbWord, Place } from '../choosing/candidacy';
import type { Consideration } from '../choosing/consideration';
import { bandCost, overtopCost } from '../choosing/weigh/fit';
import { joinHeightCm } from '../tree/joins';
import { tipOf, type Course } from '../tree/course';
import type { Scene } from '../findings/finding';
import type { Stem } from '../tree/stem';
import type { WhipWish } from './whip-wish';
import { gapCurve } from './grades';
import { placeCosts } from './ring';
import { seated } from './seat';

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

/** What a place in a storey is worth against one of a frame of few limbs: others stand under and over it. Working value. */
const STOREY_SHARE = 0.5;

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
      ...placeCosts(limits, STOREY_SHARE),
      gap: gapCurve(limits, STOREY_SHARE),
    },
    spreads: [],
  };
}

/** A limb's candidacy for the storey it rises in; above where the leader is held it costs what goes with the top. */
export function storeyCandidacy(
  scene: FormScene,
  stem: Stem,
  storeys: readonly Storey[],
  heldCm = Infinity,
): Candidacy {
  const height = joinHeightCm(scene.laid, stem);
  const found = storeys.findLastIndex(({ fromCm }) => height >= fromCm);
  const lowest = (storeys[0] as Storey).fromCm;
  return seated(scene, stem, Math.max(0, found), (view): Consideration[] => [
    ...bandCost(view, lowest, heldCm),
    ...overtopCost(scene, view),
  ]);
}

/** Share of a whip, from its top down, that is left alone: its buds break of themselves, those below it by choice. Working value. */
const TOP_SHARE = 0.25;
/** A storey of which less than this share lies under that is not asked for limbs yet. Working value. */
const OPEN_SHARE = 0.5;

/** A whip is to make limbs in each storey it has grown well past, spread over the height of each. */
export function storeyWhip(scene: Scene): WhipWish {
  const { limits, laid } = scene;
  const topCm = laid.trunk ? tipOf(laid.courses.get(laid.trunk.id) as Course)[2] : 0;
  const openCm = topCm * (1 - TOP_SHARE);
  const places = storeysOf(scene).flatMap((storey, i) => {
    const { fromCm } = storey;
    const toCm = Math.min(storey.toCm, openCm) - 0.1;
    if (i > 0 && toCm - fromCm < (storey.toCm - fromCm) * OPEN_SHARE) return [];
    const { circle } = storeyPlace(scene, storey, i, 'limb');
    const apartCm = Math.max(limits('spacing.wishCm').value, (toCm - fromCm) / (circle.wish + 1));
    return [{ circle, fromCm, toCm, apartCm }];
  });
  return { places, headAnywayCm: limits('storey.firstCm').value + 30 };
}
