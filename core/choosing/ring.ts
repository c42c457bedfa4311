import type { Circle } from './problem';
import { BREACH } from './pair-tables';
import { countCost, gapCost, spanDeg, spreadCost } from './score';

/** The running state of one circle while its members are being taken. */
export interface Ring {
  n: number;
  first: number;
  last: number;
  innerGap: number;
  low: number[];
  high: number[];
}

/** Taken off a bound on a gap, so that rounding never lifts it over what an exact set just meets. */
const ROUNDING_DEG = 1e-9;

/**
 * The least that the largest gap still open can be when `more` limbs are yet to be taken: the rest of the way evenly
 * divided. In an arc the last stretch, to its end, counts as half a gap.
 */
export function evenestClosing(circle: Circle, ring: Ring, more: number): number {
  const { arc } = circle;
  if (ring.n === 0) return (spanDeg(circle) * (arc && more === 0 ? 2 : 1)) / Math.max(1, more);
  return arc ? (arc.toDeg - ring.last) / (more + 0.5) : (ring.first + 360 - ring.last) / (more + 1);
}

/** What a circle costs as it stands, each limb past its most a breach. */
export function closedRing(circle: Circle, ring: Ring): number {
  const largest = Math.max(ring.innerGap, evenestClosing(circle, ring, 0));
  const past = BREACH * Math.max(0, ring.n - circle.most);
  return past + countCost(circle, ring.n) + gapCost(circle, ring.n, largest) + unlike(circle, ring);
}

function unlike({ spreads }: Circle, { n, low, high }: Ring): number {
  if (n < 2) return 0;
  return spreads.reduce((sum, spread, i) => sum + spreadCost(spread, low[i] as number, high[i] as number), 0);
}

/**
 * Least that a ring adds over every number of limbs it may end with.
 * @param cheap the smallest costs of stems that may yet join it, each against its job outside, in rising order
 */
export function leastCost(circle: Circle, ring: Ring, cheap: readonly number[]): number {
  const sure = unlike(circle, ring) + BREACH * Math.max(0, ring.n - circle.most);
  let best = Infinity;
  let joined = 0;
  for (let more = 0; more <= cheap.length; more++) {
    const n = ring.n + more;
    const closing = evenestClosing(circle, ring, more) - ROUNDING_DEG;
    const gap = gapCost(circle, n, Math.max(ring.innerGap, closing));
    best = Math.min(best, countCost(circle, n) + gap + sure + joined);
    joined += cheap[more] ?? 0;
  }
  return best;
}

/** An empty ring of a circle. */
export function emptyRing(circle: Circle): Ring {
  return {
    ...{ n: 0, first: 0, last: 0, innerGap: 0 },
    low: circle.spreads.map(() => Infinity),
    high: circle.spreads.map(() => -Infinity),
  };
}

/** A ring with one more limb, the next in order of position. */
export function widened({ spreads, arc }: Circle, ring: Ring, o: number, atDeg: number): Ring {
  const { n, first, last, innerGap, low, high } = ring;
  const opening = arc ? 2 * (atDeg - arc.fromDeg) : 0;
  return {
    n: n + 1,
    first: n === 0 ? atDeg : first,
    last: atDeg,
    innerGap: n === 0 ? opening : Math.max(innerGap, atDeg - last),
    low: spreads.map(({ value }, i) => Math.min(low[i] as number, value[o] as number)),
    high: spreads.map(({ value }, i) => Math.max(high[i] as number, value[o] as number)),
  };
}
