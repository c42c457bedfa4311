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
  /** For each stem those it costs something to be left with. */
  near: readonly (readonly number[])[];
}

export function pairTables({ options, stems, pairs, besides, amidst }: Problem): PairTables {
  const [n, m] = [options.length, stems.length];
  const near: number[][] = stems.map(() => []);
  const table = {
    ...{ options: n, stems: m, near },
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
    near[pair.a]?.push(pair.b);
    near[pair.b]?.push(pair.a);
  }
  return table;
}
