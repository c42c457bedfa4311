/** Base, best and greatest temperature at which fruit trees grow, deg C. Anderson, Richardson and Kesner, Acta Hort. 184 (1986) 71. */
export const GROWS = { baseC: 4, bestC: 25, mostC: 36 };

/**
 * Growing-degree hours of one hour at so many deg C, 0 to 21: up a cosine from base to best, down a steeper one to the greatest.
 * Anderson, Richardson and Kesner, Acta Hort. 184 (1986) 71, without the factor for stress.
 */
export function heatHour(tempC: number): number {
  const { baseC, bestC, mostC } = GROWS;
  const range = bestC - baseC;
  if (tempC <= baseC || tempC >= mostC) return 0;
  if (tempC <= bestC) return (range / 2) * (1 + Math.cos(Math.PI + (Math.PI * (tempC - baseC)) / range));
  return range * (1 + Math.cos(Math.PI / 2 + (Math.PI / 2) * ((tempC - bestC) / (mostC - bestC))));
}
