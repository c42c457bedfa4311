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

/** Chance that a normal number is above 0, by its mean and deviation, same unit; with no deviation it is above or not. */
export const chanceAbove = (mean: number, sure: number): number =>
  sure === 0 ? Number(mean >= 0) : normalBelow(mean / sure);
