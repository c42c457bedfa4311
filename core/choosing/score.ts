import { hundredths, onCurve } from './curve';
import { Effort } from './effort';
import { jobsOf, type Jobs } from './jobs';
import { BREACH, breachesIn, valueOf, type PairTables } from './pair-tables';
import type { Circle, Cost, Problem } from './problem';

/**
 * Largest gap between neighbouring positions, deg; 360 for one in a ring, or for none. In an arc the stretch from its
 * end to the first limb counts twice, so that limbs half an even gap from the ends are evenly spread.
 */
export function largestGapDeg(positions: readonly number[], arc?: Circle['arc']): number {
  if (positions.length === 0) return arc ? 2 * (arc.toDeg - arc.fromDeg) : 360;
  const sorted = [...positions].sort((a, b) => a - b);
  const [first, last] = [sorted[0] as number, sorted.at(-1) as number];
  let largest = arc ? Math.max(2 * (first - arc.fromDeg), 2 * (arc.toDeg - last)) : first + 360 - last;
  for (let i = 1; i < sorted.length; i++) {
    largest = Math.max(largest, (sorted[i] as number) - (sorted[i - 1] as number));
  }
  return largest;
}

/** Degrees a circle is to fill. */
export const spanDeg = ({ arc }: Pick<Circle, 'arc'>): number => (arc ? arc.toDeg - arc.fromDeg : 360);

/** Cost of how many limbs a circle has. */
export const countCost = ({ fewest, wish, short, empty, over }: Circle, n: number): number =>
  short * Math.max(0, fewest - n) +
  empty * Math.max(0, wish - Math.max(n, fewest)) +
  over * Math.max(0, n - wish);

/** Cost of the largest gap when `n` are taken, against the even gap for that number or for the number wished, whichever is more. */
export const gapCost = (circle: Circle, n: number, largestDeg: number): number =>
  circle.gap.length === 0
    ? 0
    : hundredths(onCurve(circle.gap, (largestDeg * Math.max(n, circle.wish)) / spanDeg(circle)));

/** Cost of how unlike the least and the greatest of a measure are. */
export const spreadCost = ({ of, grades }: Circle['spreads'][number], low: number, high: number): number =>
  hundredths(onCurve(grades, of === 'ratio' ? high / low : high - low));

/** What a circle costs with those of its options that are taken, each past its most a breach. */
export function circleCost({ options, circles }: Problem, c: number, members: readonly number[]): number {
  const circle = circles[c] as Circle;
  const n = members.length;
  const at = members.map((o) => options[o]?.bearingDeg ?? 0);
  let cost = BREACH * Math.max(0, n - circle.most) + countCost(circle, n);
  cost += gapCost(circle, n, largestGapDeg(at, circle.arc));
  for (const spread of n < 2 ? [] : circle.spreads) {
    const values = members.map((o) => spread.value[o] as number);
    cost += spreadCost(spread, Math.min(...values), Math.max(...values));
  }
  return cost;
}

/** What the circles cost with a set of options. */
export function circlesCost(problem: Problem, taken: readonly number[]): number {
  const byCircle: number[][] = problem.circles.map(() => []);
  for (const o of taken) byCircle[problem.options[o]?.circle ?? 0]?.push(o);
  return byCircle.reduce((sum, members, c) => sum + circleCost(problem, c, members), 0);
}

/** A set of options with the jobs of the stems beside it, and what all of it costs. */
export interface Whole {
  cost: Cost;
  jobs: Jobs;
}

/**
 * The whole cost of taking a set of options (indices, any order), every other stem at its best beside them.
 * @param atMost a value over which a set is of no interest
 * @param effort what may be spent on the jobs: once it is spent they are the cheapest found, and a set that is dear so far counts as of no interest
 * @returns undefined for a set that costs more than that
 */
export function wholeOf(
  problem: Problem,
  tables: PairTables,
  taken: readonly number[],
  atMost = Infinity,
  effort = new Effort(),
): Whole | undefined {
  const { options, pinned } = problem;
  let value = circlesCost(problem, taken);
  let tie = 0;
  const inIt = new Set<number>();
  taken.forEach((o, i) => {
    const option = options[o] as (typeof options)[number];
    inIt.add(option.stem);
    value += valueOf(option);
    tie += option.stem + 1;
    for (let j = 0; j < i; j++) value += tables.pairs[o * tables.options + (taken[j] as number)] as number;
  });
  const jobs = jobsOf(problem, tables, taken, { atMost: atMost - value, effort });
  if (!jobs) return undefined;
  value += jobs.value;
  const breaches = breachesIn(value);
  const unpinned = pinned.filter((stem) => !inIt.has(stem)).length;
  return { cost: [unpinned, breaches, value - breaches * BREACH, tie], jobs };
}
