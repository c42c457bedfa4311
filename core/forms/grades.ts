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
  [3, 80],
  [5, 110],
  [Infinity, 140],
];

/** Form cost of the thickest limb's diameter over the thinnest's. Working values. */
export const LIKE_VIGOUR_GRADES: Grades = [
  [1.5, 0],
  [2, 10],
  [3, 25],
  [Infinity, 40],
];

/** Form cost of the height from the lowest limb to the highest, where a band of trunk is wanted. Working values. */
export function bandGrades(bandCm: number): Grades {
  return [
    [bandCm, 0],
    [bandCm * 1.2, 10],
    [bandCm * 1.5, 30],
    [Infinity, 60],
  ];
}

/** Form cost of each limb more or fewer than wished. Working value: an even three is nearly as good as an even four. */
export const OFF_WISH = 6;
