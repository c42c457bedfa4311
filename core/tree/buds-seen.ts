import { between, listOf, shape, type Typed } from '../fields/fields';

/**
 * Facings round a limb are told as on a clock seen from its foot, looking outward: 0 up, 90 to the right, 180 under, 270 to the
 * left, deg.
 */
export type FacingDeg = number;

/** What a grower read of the buds of a limb: distances from its join, cm; facings as on a clock seen from its foot, deg. */
export const budsSeen = shape({
  /** Mean distance from one bud to the next, if it was measured. */
  spacingCm: between(0.2, 50).optional(),
  facings: listOf(shape({ atCm: between(0, 1500), facingDeg: between(0, 360) }), 40),
});
export type BudsSeen = Typed<typeof budsSeen>;

/** Two buds seen within this of each other are one, cm. */
const SAME_BUD_CM = 1;

/** What was seen of a limb's buds with what was seen later: of one bud the later facing counts. */
export function budsSeenLater(before: BudsSeen | undefined, later: BudsSeen): BudsSeen {
  if (!before) return later;
  const others = before.facings.filter(
    (one) => !later.facings.some((seen) => Math.abs(seen.atCm - one.atCm) <= SAME_BUD_CM),
  );
  return { ...before, ...later, facings: [...others, ...later.facings] };
}
