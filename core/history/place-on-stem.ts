import type { PlannedBud } from '../buds/bud-work';
import { bearingDifference } from '../geometry/vector';
import type { StemId } from '../tree/stem-readings';

/** A place on a stem: cm along it (on the trunk, its height) and a bearing, deg; what is not known is missing. */
export interface PlaceOnStem {
  onStem: StemId;
  atCm?: number;
  bearingDeg?: number;
}

/** How far a winter's reading may be from where a shoot or a bud was seen, cm and deg. Working values. */
export interface Near {
  cm: number;
  deg: number;
}
export const NEAR_SHOOT: Near = { cm: 5, deg: 30 };
const NEAR_BUD_CM = 4;
const NEAR_BUD_DEG = 45;
export const NEAR_WANTED: Near = { cm: 10, deg: 45 };

/** How far from its bud a shoot may be read: the less sure its facing, the more its height alone tells. */
export const nearOfBud = ({ sureDeg }: Pick<PlannedBud, 'sureDeg'>): Near => ({
  cm: NEAR_BUD_CM,
  deg: Math.max(NEAR_BUD_DEG, 2 * sureDeg),
});

/** How far one place is from another, 0 and up, 1 at the end of what is near in either way; undefined where they are too far. */
export function apartBy(a: PlaceOnStem, b: PlaceOnStem, near: Near): number | undefined {
  if (a.onStem !== b.onStem) return undefined;
  const off = (x: number | undefined, y: number | undefined, by: (x: number, y: number) => number): number =>
    x === undefined || y === undefined ? 0 : by(x, y);
  const cm = off(a.atCm, b.atCm, (x, y) => Math.abs(x - y) / near.cm);
  const deg = off(a.bearingDeg, b.bearingDeg, (x, y) => bearingDifference(x, y) / near.deg);
  return cm > 1 || deg > 1 ? undefined : Math.hypot(cm, deg);
}

/** One to one, the nearest first: pairs of things that are near each other. */
export function matchedBy<A, B>(
  as: readonly A[],
  bs: readonly B[],
  apart: (a: A, b: B) => number | undefined,
): [A, B][] {
  const pairs = as.flatMap((a) =>
    bs.flatMap((b): { a: A; b: B; by: number }[] => {
      const by = apart(a, b);
      return by === undefined ? [] : [{ a, b, by }];
    }),
  );
  const gone = new Set<A | B>();
  return pairs
    .sort((p, q) => p.by - q.by)
    .flatMap(({ a, b }): [A, B][] => {
      if (gone.has(a) || gone.has(b)) return [];
      gone.add(a).add(b);
      return [[a, b]];
    });
}
