import { valueOf, type PairTables } from './pair-tables';
import type { Option, Problem } from './problem';

/**
 * Options but those that another of the same stem, place and bearing beats in every way: it costs no more by itself nor beside
 * any other option or stem that is left.
 */
export function undominated(
  problem: Problem,
  { pairs, besides, options: n, stems: m }: PairTables,
): number[] {
  const { options, circles } = problem;
  const beats = (b: number, a: number): boolean => {
    const [x, y] = [options[b] as Option, options[a] as Option];
    if (x.stem !== y.stem || x.circle !== y.circle || x.bearingDeg !== y.bearingDeg) return false;
    if (valueOf(x) > valueOf(y) || (valueOf(x) === valueOf(y) && b > a)) return false;
    if (circles[x.circle]?.spreads.some(({ value }) => value[a] !== value[b])) return false;
    for (let p = 0; p < n; p++)
      if (options[p]?.stem !== x.stem && (pairs[b * n + p] as number) > (pairs[a * n + p] as number))
        return false;
    for (let s = 0; s < m; s++)
      if (s !== x.stem && (besides[b * m + s] as number) > (besides[a * m + s] as number)) return false;
    return true;
  };
  const all = options.map((_, o) => o);
  return all.filter((a) => !all.some((b) => b !== a && beats(b, a)));
}
