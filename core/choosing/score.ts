import { grade, type Circle, type Cost, type Problem } from './problem';

/** Pair costs by option, as dense rows. */
export interface PairTable {
  breaches: Int32Array;
  form: Int32Array;
  width: number;
}

export function pairTable(problem: Problem): PairTable {
  const width = problem.options.length;
  const table = { breaches: new Int32Array(width * width), form: new Int32Array(width * width), width };
  for (const { a, b, breaches, form } of problem.pairs) {
    for (const at of [a * width + b, b * width + a]) {
      table.breaches[at] = (table.breaches[at] as number) + breaches;
      table.form[at] = (table.form[at] as number) + form;
    }
  }
  return table;
}

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

/** The whole cost of taking a set of options (indices, any order). */
export function costOf(problem: Problem, pairs: PairTable, taken: readonly number[]): Cost {
  const { options, circles } = problem;
  let breaches = 0;
  let short = 0;
  let form = 0;
  let merit = 0;
  let tie = 0;
  const inIt = new Set<number>();
  const byCircle: number[][] = circles.map(() => []);
  taken.forEach((o, i) => {
    const option = options[o] as (typeof options)[number];
    inIt.add(option.stem);
    byCircle[option.circle]?.push(o);
    breaches += option.breaches;
    form += option.form;
    merit += option.merit;
    tie += option.stem + 1;
    for (let j = 0; j < i; j++) {
      const at = o * pairs.width + (taken[j] as number);
      breaches += pairs.breaches[at] as number;
      form += pairs.form[at] as number;
    }
  });
  circles.forEach((circle, c) => {
    const members = byCircle[c] as number[];
    const n = members.length;
    breaches += Math.max(0, n - circle.most);
    short += Math.max(0, circle.fewest - n);
    merit += emptyCost(circle, n);
    form +=
      offWishCost(circle, n) +
      gapCost(
        circle,
        n,
        largestGapDeg(
          members.map((o) => bearing(problem, o)),
          circle.arc,
        ),
      );
    for (const { of, value, grades } of circle.spreads) {
      if (n < 2) continue;
      const values = members.map((o) => value[o] as number);
      const [low, high] = [Math.min(...values), Math.max(...values)];
      form += grade(grades, of === 'ratio' ? high / low : high - low);
    }
  });
  breaches += [...inIt].filter((stem) => !isCarried(problem, stem, inIt)).length;
  const unpinned = problem.pinned.filter((stem) => !inIt.has(stem)).length;
  return [unpinned, breaches, short, form, merit, tie];
}

/** Whether what a stem grows on, if that is to be chosen at all, is among the taken. */
export function isCarried({ parents }: Problem, stem: number, taken: ReadonlySet<number>): boolean {
  const parent = parents[stem] ?? -1;
  return parent < 0 || taken.has(parent);
}

export const offWishCost = (circle: Circle, n: number): number =>
  n < circle.fewest ? 0 : circle.offWish * Math.abs(n - circle.wish);

export const emptyCost = (circle: Circle, n: number): number => circle.empty * Math.max(0, circle.wish - n);

/**
 * Form cost of the largest gap when `n` are taken, against the even gap for that number or for the number wished,
 * whichever is more.
 */
export function gapCost(circle: Circle, n: number, largestDeg: number): number {
  return circle.gap.length === 0
    ? 0
    : grade(circle.gap, (largestDeg * Math.max(n, circle.wish)) / spanDeg(circle));
}

const bearing = (problem: Problem, o: number): number => problem.options[o]?.bearingDeg ?? 0;
