import { grade, type Circle, type Option, type Problem } from './problem';
import { emptyCost, gapCost, offWishCost, spanDeg } from './score';

/** The running state of one circle while its members are being taken. */
export interface Ring {
  n: number;
  first: number;
  last: number;
  innerGap: number;
  low: number[];
  high: number[];
}

/** Least cost of a circle from here on: lexicographic least of (short, form, merit, tie). */
export type RingBound = [short: number, form: number, merit: number, tie: number];

/** Taken off a bound on a gap, so that rounding never lifts it over a grade that an exact set just meets. */
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

export function closedRing(circle: Circle, ring: Ring): RingBound {
  const largest = Math.max(ring.innerGap, evenestClosing(circle, ring, 0));
  return [
    Math.max(0, circle.fewest - ring.n),
    offWishCost(circle, ring.n) + gapCost(circle, ring.n, largest) + spreadCost(circle, ring),
    emptyCost(circle, ring.n),
    0,
  ];
}

export function spreadCost(circle: Circle, ring: Ring): number {
  if (ring.n < 2) return 0;
  let cost = 0;
  circle.spreads.forEach(({ of, grades }, i) => {
    const [low, high] = [ring.low[i] as number, ring.high[i] as number];
    cost += grade(grades, of === 'ratio' ? high / low : high - low);
  });
  return cost;
}

export function compareRing(a: RingBound, b: RingBound): number {
  for (let i = 0; i < 4; i++) {
    const d = (a[i] as number) - (b[i] as number);
    if (d !== 0) return d;
  }
  return 0;
}

/**
 * Least cost of a ring over every number of limbs it may end with.
 * @param open options still open
 * @param cheapMerit sums of the 0, 1, 2, ... smallest merit costs among them; `cheapTie` the same of ties
 */
export function leastCost(
  circle: Circle,
  ring: Ring,
  open: number,
  cheapMerit: Float64Array | undefined,
  cheapTie: Float64Array | undefined,
): RingBound {
  let best: RingBound | undefined;
  const most = Math.max(ring.n, Math.min(circle.most, ring.n + open));
  const unlike = spreadCost(circle, ring);
  for (let n = ring.n; n <= most; n++) {
    const more = n - ring.n;
    const closing = evenestClosing(circle, ring, more) - ROUNDING_DEG;
    const bound: RingBound = [
      Math.max(0, circle.fewest - n),
      offWishCost(circle, n) + gapCost(circle, n, Math.max(ring.innerGap, closing)) + unlike,
      emptyCost(circle, n) + (more > 0 ? (cheapMerit?.[more] ?? 0) : 0),
      more > 0 ? (cheapTie?.[more] ?? 0) : 0,
    ];
    if (!best || compareRing(bound, best) < 0) best = bound;
  }
  return best as RingBound;
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

/** One circle of a problem as a problem of its own, for a bound on what it costs alone. */
export function alone(problem: Problem, c: number): Problem {
  const { options, circles, pairs, stems } = problem;
  const own = options.map((_, o) => o).filter((o) => options[o]?.circle === c);
  const index = new Map(own.map((o, i) => [o, i]));
  const circle = circles[c] as Circle;
  const spreads = circle.spreads.map((spread) => ({
    ...spread,
    value: own.map((o) => spread.value[o] as number),
  }));
  return {
    ...{ stems, pinned: [], parents: stems.map(() => -1) },
    options: own.map((o) => ({ ...(options[o] as Option), circle: 0 })),
    pairs: pairs.flatMap((pair) => {
      const [a, b] = [index.get(pair.a), index.get(pair.b)];
      return a === undefined || b === undefined ? [] : [{ ...pair, a, b }];
    }),
    circles: [{ ...circle, spreads }],
  };
}
