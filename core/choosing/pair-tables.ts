import type { PairCost, Problem } from './problem';

/**
 * Costs as one number: a breach outweighs every cost that no breach stands behind. Exact, since costs stay far below it
 * and sums below 2^53.
 */
export const BREACH = 1e9;
export const valueOf = ({ breaches, cost }: Pick<PairCost, 'breaches' | 'cost'>): number =>
  breaches * BREACH + cost;
export const breachesIn = (value: number): number => Math.floor(value / BREACH + 0.5);

/** What pairs cost, as dense rows: option by option, option by stem, stem by stem. */
export interface PairTables {
  options: number;
  stems: number;
  pairs: Float64Array;
  besides: Float64Array;
  amidst: Float64Array;
  /** For each option the others, and the stems left, that it costs something to be with. */
  touches: readonly { options: Int32Array; stems: Int32Array }[];
  /** For each stem those it costs something to be left with. */
  near: readonly (readonly number[])[];
  /** For each stem what carries it, or -1, and those it carries. */
  parents: readonly number[];
  carried: readonly (readonly number[])[];
}

export function pairTables({ options, stems, parents, pairs, besides, amidst }: Problem): PairTables {
  const [n, m] = [options.length, stems.length];
  const near: number[][] = stems.map(() => []);
  const table = {
    ...{ options: n, stems: m, near, parents },
    carried: stems.map((_, stem) => stems.flatMap((__, s) => (parents[s] === stem ? [s] : []))),
    pairs: new Float64Array(n * n),
    besides: new Float64Array(n * m),
    amidst: new Float64Array(m * m),
  };
  const put = (into: Float64Array, at: number, pair: PairCost): void => {
    into[at] = (into[at] as number) + valueOf(pair);
  };
  for (const pair of pairs) {
    put(table.pairs, pair.a * n + pair.b, pair);
    put(table.pairs, pair.b * n + pair.a, pair);
  }
  for (const pair of besides) put(table.besides, pair.a * m + pair.b, pair);
  for (const pair of amidst) {
    put(table.amidst, pair.a * m + pair.b, pair);
    put(table.amidst, pair.b * m + pair.a, pair);
    if (near[pair.a]?.includes(pair.b)) continue;
    near[pair.a]?.push(pair.b);
    near[pair.b]?.push(pair.a);
  }
  const dear = (row: Float64Array): Int32Array =>
    Int32Array.from(Array.from(row.keys()).filter((i) => row[i] !== 0));
  const touches = options.map((_, o) => ({
    options: dear(table.pairs.subarray(o * n, (o + 1) * n)),
    stems: dear(table.besides.subarray(o * m, (o + 1) * m)),
  }));
  return { ...table, touches };
}
