import type { FormScene } from '../choosing/candidacy';
import { bearingDifference, wrapBearing } from '../geometry/vector';
import { choiceOf, knownNear, RANK, type BudChoice, type CutWish } from './bud-choice';
import { nodeAt } from '../buds/limb-buds';

/** Bud spaces below the first bud of a fork within which its second is looked for. */
const BELOW = 4;
/** The two shoots of a fork part by more than this round the limb, deg. */
const PARTED_DEG = 90;

/**
 * The second bud of a fork: the nearest below the first whose shoot goes the other way and serves; a known one where
 * facings are known, else one to look for. Undefined where none serves.
 */
export function secondOfFork(scene: FormScene, wish: CutWish, first: BudChoice): BudChoice | undefined {
  const spacingCm = wish.stem.budsSeen?.spacingCm ?? scene.kind.budSpacingCm.value;
  const lowestCm = first.atCm - BELOW * spacingCm - 1e-6;
  const buds = first.isKnown
    ? knownNear(scene, wish.stem, (lowestCm + first.atCm) / 2, (first.atCm - lowestCm) / 2)
        .filter(({ atCm }) => atCm < first.atCm - spacingCm / 2)
        .filter(({ facingDeg }) => bearingDifference(facingDeg, first.facingDeg) > PARTED_DEG)
    : [mirrored(scene, wish, first, first.atCm - spacingCm)];
  return buds
    .map((bud) => choiceOf(scene, wish, bud, first.isKnown))
    .filter(({ fit }) => fit !== 'refused')
    .sort((a, b) => RANK[a.fit] - RANK[b.fit] || b.atCm - a.atCm)[0];
}

/** A bud that faces as far to the other side as the first faces to its own. */
function mirrored(scene: FormScene, { stem }: CutWish, first: BudChoice, atCm: number) {
  const node = nodeAt(stem, scene.kind, scene.when.season, atCm);
  return { atCm, facingDeg: wrapBearing(-first.facingDeg), sureDeg: first.sureDeg, isSeen: false, node };
}
