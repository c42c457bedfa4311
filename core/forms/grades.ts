import type { Grades } from '../choosing/problem';

/**
 * Form cost of the largest gap over the even one. Past 1.5 a sector is bare (common extension guidance); the steps
 * are working values.
 */
export const GAP_GRADES: Grades = [
  [1.15, 0],
  [1.3, 5],
  [1.4, 8],
  [1.5, 12],
  [1.75, 30],
  [2, 50],
  [Infinity, 80],
];

/** Form cost of the thickest limb's diameter over the thinnest's. Working values. */
export const LIKE_VIGOUR_GRADES: Grades = [
  [1.5, 0],
  [2, 10],
  [3, 25],
  [Infinity, 40],
];
