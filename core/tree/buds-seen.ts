/**
 * Facings round a limb are told as on a clock seen from its foot, looking outward: 0 up, 90 to the right, 180 under, 270 to the
 * left, deg.
 */
export type FacingDeg = number;

/** What a grower read of the buds of a limb: distances from its join, cm; facings as on a clock seen from its foot, deg. */
export interface BudsSeen {
  /** Mean distance from one bud to the next, if it was measured. */
  spacingCm?: number;
  facings: readonly { atCm: number; facingDeg: FacingDeg }[];
}
