import type { Curve } from '../choosing/curve';
import type { Limits } from '../rules/limits';

/** Cost of the largest gap over the even one, 0 to 1. Past 1.5 a sector is bare (common extension guidance); the rest are working values. */
const GAP: Curve = [
  [1.15, 0],
  [1.5, 0.2],
  [2, 0.55],
  [3, 0.85],
  [5, 1],
];

/** ... in points. */
export const gapCurve = (limits: Limits, share = 1): Curve =>
  GAP.map(([measure, cost]) => [measure, cost * share * limits('weigh.gap').value]);

/** Cost of the thickest limb's diameter over the thinnest's: a weak limb is brought on, not taken out for it. Working values. */
export const LIKE_VIGOUR: Curve = [
  [1.5, 0],
  [2, 4],
  [4, 12],
];

/** Cost of the height from the lowest limb to the highest, where a band of trunk is wanted. Working values. */
export const bandCurve = (bandCm: number): Curve => [
  [bandCm, 0],
  [bandCm * 1.5, 6],
  [bandCm * 2.5, 20],
];
