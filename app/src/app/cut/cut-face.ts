/** Where a limb drawn close up begins, and where what comes off ends, px below and above the cut. */
const LIMB = 62;
const REMOVED = 92;
/** How far the blade is drawn beyond the bark, px. */
const BEYOND = 9;

/** A limb cut across, drawn plumb with its outer end up: what is left, what comes off, and the blade. */
export interface CutFace {
  limb: string;
  removed: string;
  blade: string;
}

/** Pixels for a mm, so that thin and thick limbs both fill the picture. */
export const closeUpScale = (diameterMm: number): number => Math.min(5, 46 / Math.max(4, diameterMm));

/** The cut of a limb so many px thick either side of its middle, from a height on its left to one on its right. */
export function cutFace(half: number, leftY: number, rightY: number): CutFace {
  const slope = half > 0 ? ((leftY - rightY) / (2 * half)) * BEYOND : 0;
  return {
    limb: `M${-half} ${LIMB}V${leftY}L${half} ${rightY}V${LIMB}Z`,
    removed: `M${-half} ${leftY}V${-REMOVED}M${half} ${rightY}V${-REMOVED}`,
    blade: `M${-half - BEYOND} ${leftY + slope}L${half + BEYOND} ${rightY - slope}`,
  };
}
