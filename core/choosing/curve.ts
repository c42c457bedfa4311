/** Cost of a measure: straight between the corners of its table, flat outside them; measures rise. */
export type Curve = readonly (readonly [measure: number, cost: number])[];

/** Cost of a measure that is known to the letter. */
export function onCurve(curve: Curve, measure: number): number {
  const first = curve[0] as readonly [number, number];
  if (measure <= first[0]) return first[1];
  for (let i = 1; i < curve.length; i++) {
    const [x0, y0] = curve[i - 1] as readonly [number, number];
    const [x1, y1] = curve[i] as readonly [number, number];
    if (measure <= x1) return y0 + ((y1 - y0) * (measure - x0)) / (x1 - x0);
  }
  return (curve.at(-1) as readonly [number, number])[1];
}

/**
 * Mean cost of a measure read with an error: what the curve costs on average over readings spread normally about it.
 * Exact: a curve of straight pieces is a sum of hinges max(0, x - k), and the mean of a hinge over a normal spread of
 * standard deviation s about x is s phi(u) + (x - k) Phi(u), u = (x - k) / s.
 * @param sure one standard deviation of the measure, its own unit; 0 for none
 */
export function meanOn(curve: Curve, measure: number, sure: number): number {
  if (sure <= 0 || curve.length < 2) return onCurve(curve, measure);
  let cost = (curve[0] as readonly [number, number])[1];
  let before = 0;
  curve.forEach(([corner, height], i) => {
    const next = curve[i + 1];
    const slope = next ? (next[1] - height) / (next[0] - corner) : 0;
    cost += (slope - before) * meanHinge(measure - corner, sure);
    before = slope;
  });
  return cost;
}

/** Mean of max(0, x) where x is spread normally about `over`. */
function meanHinge(over: number, sure: number): number {
  const u = over / sure;
  if (u > 8) return over;
  if (u < -8) return 0;
  return (sure * Math.exp((-u * u) / 2)) / Math.sqrt(2 * Math.PI) + over * cumulative(u);
}

/** Share of a standard normal spread below u: 1/2 erfc(-u / sqrt 2), by the continued form of Abramowitz and Stegun 7.1.26, good to 2e-7. */
function cumulative(u: number): number {
  const x = Math.abs(u) / Math.SQRT2;
  const t = 1 / (1 + 0.3275911 * x);
  const poly =
    t * (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429))));
  const tail = (poly * Math.exp(-x * x)) / 2;
  return u > 0 ? 1 - tail : tail;
}

/** Costs are summed in whole hundredths of a point, so that no order of summing changes a sum. */
export const hundredths = (points: number): number => Math.round(points * 100);
