import { bearingDifference, wrapBearing } from '../geometry/vector';
import type { KindFacts } from '../kinds/kind-facts';
import { woodByAge } from '../tree/wood-age';
import type { Stem } from '../tree/stem';
import type { BudsSeen, FacingDeg } from '../tree/buds-seen';

/** What sits at a node: a slim leaf bud, a fat flower bud, leaf and flower buds side by side, or a short spur. */
export type NodeKind = 'leaf' | 'flower' | 'leaf and flower' | 'spur';

/** A bud of a limb, and how well its facing is known; 180 when nobody saw one. */
export interface LimbBud {
  atCm: number;
  facingDeg: FacingDeg;
  sureDeg: number;
  node: NodeKind;
  /** It was itself seen. */
  isSeen: boolean;
}

/** How far one bud's facing strays from the spiral, and how much the spiral drifts a bud, deg. Working values. */
const STRAY_DEG = 12;
const DRIFT_DEG = 3;
/** Relative uncertainty of the distance between buds, measured and filled in: it is what miscounts them. Working values. */
const MEASURED = 0.04;
const ESTIMATED = 0.2;
const UNKNOWN_DEG = 180;

/**
 * The buds of a limb from its join to its end, on the spiral of its kind. A seen facing gives the phase, two the way
 * round. Away from the nearest seen bud a facing grows less sure: by straying, by drift, and by miscounting
 * the buds between, sqrt(stray^2 + (drift n)^2 + (turn n r)^2) deg with r the relative uncertainty of the spacing.
 * @param season the season (year) that wood is told against
 */
export function budsAlong(stem: Stem, kind: KindFacts, season: number): LimbBud[] {
  const seen = stem.budsSeen ?? { facings: [] };
  const spacingCm = seen.spacingCm ?? kind.budSpacingCm.value;
  const blur = seen.spacingCm === undefined ? ESTIMATED : MEASURED;
  const lengthCm = stem.length.value;
  const turnDeg = kind.spiralDeg.value * handOf(seen, kind, spacingCm);
  const anchorCm = seen.facings[0]?.atCm ?? lengthCm;
  const first = Math.ceil((1 - anchorCm) / spacingCm);
  const last = Math.floor((lengthCm - anchorCm + 1e-9) / spacingCm);
  const count = Math.max(0, last - first + 1);
  return Array.from({ length: count }, (_, i) => {
    const atCm = anchorCm + (first + i) * spacingCm;
    const node = nodeAt(stem, kind, season, atCm);
    const nearest = nearestSeen(seen, atCm);
    if (!nearest)
      return {
        atCm,
        facingDeg: wrapBearing((first + i) * turnDeg),
        sureDeg: UNKNOWN_DEG,
        node,
        isSeen: false,
      };
    const n = Math.round((atCm - nearest.atCm) / spacingCm);
    const sure = Math.hypot(STRAY_DEG, DRIFT_DEG * n, kind.spiralDeg.value * n * blur);
    return {
      atCm,
      facingDeg: wrapBearing(nearest.facingDeg + n * turnDeg),
      sureDeg: n === 0 ? STRAY_DEG / 2 : Math.min(UNKNOWN_DEG, sure),
      node,
      isSeen: n === 0,
    };
  });
}

/** Which way round the spiral climbs, by the seen facings: 1 clockwise as seen from the foot, -1 against it; 1 for fewer than two. */
function handOf({ facings }: BudsSeen, kind: KindFacts, spacingCm: number): 1 | -1 {
  const misfit = (hand: 1 | -1): number =>
    facings.slice(1).reduce((sum, { atCm, facingDeg }, i) => {
      const before = facings[i] as BudsSeen['facings'][number];
      const n = Math.round((atCm - before.atCm) / spacingCm);
      const expected = wrapBearing(before.facingDeg + hand * kind.spiralDeg.value * n);
      return sum + bearingDifference(expected, facingDeg) ** 2;
    }, 0);
  return misfit(-1) < misfit(1) ? -1 : 1;
}

function nearestSeen({ facings }: BudsSeen, atCm: number): BudsSeen['facings'][number] | undefined {
  return facings.reduce<BudsSeen['facings'][number] | undefined>(
    (best, seen) => (!best || Math.abs(seen.atCm - atCm) < Math.abs(best.atCm - atCm) ? seen : best),
    undefined,
  );
}

/** Stretch of a last season's shoot, as shares of it, whose nodes carry flower buds beside a leaf bud. Working values. */
const FLOWERING = { from: 0.25, to: 0.85 };

/**
 * What sits at a place, by where the kind fruits: shoots of last season carry flower beside leaf buds in their middle
 * where the kind fruits on them; older wood carries spurs where it fruits on spurs. A recorded flower bud ends the limb.
 */
export function nodeAt(stem: Stem, kind: KindFacts, season: number, atCm: number): NodeKind {
  if (stem.endBud === 'flower' && stem.length.value - atCm < 1) return 'flower';
  const wood = woodByAge(stem, season).find(({ fromCm, toCm }) => atCm >= fromCm && atCm <= toCm);
  const fruitsOn = kind.fruitsOn.value;
  if (!wood) return 'leaf';
  if (wood.ageSeasons >= 2) return fruitsOn.includes('spurs') ? 'spur' : 'leaf';
  const share = (atCm - wood.fromCm) / Math.max(1e-6, wood.toCm - wood.fromCm);
  const flowers = fruitsOn[0] === 'last-season' || (fruitsOn.includes('last-season') && kind.gums.value);
  return flowers && share >= FLOWERING.from && share <= FLOWERING.to ? 'leaf and flower' : 'leaf';
}
