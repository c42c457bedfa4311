/** How unlike two limbs of one kind and age are in what they bear, as a standard deviation of its logarithm. Working value. */
export const LIMB_DOUBT = 0.2;
/** How unsure the figure itself is, the same way. Working value. */
export const FIGURE_DOUBT = 0.25;

/** Share of all values under `x` in a standard normal; to 1e-7 (Abramowitz and Stegun 26.2.17). */
export function normalBelow(x: number): number {
  const t = 1 / (1 + 0.2316419 * Math.abs(x));
  const density = Math.exp((-x * x) / 2) / Math.sqrt(2 * Math.PI);
  const tail =
    density *
    t *
    (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
  return x >= 0 ? 1 - tail : tail;
}
