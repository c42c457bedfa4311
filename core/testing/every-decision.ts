// Every decision there is on a problem, summed apart from the program's search and scorer: options taken, stems left, all
// else out.
import { onCurve } from '../choosing/curve';
import { compareCosts, type Cost, type Option, type Problem } from '../choosing/problem';

/** What one decision costs; undefined for one that leaves a stem on a carrier that goes. */
export function summed(of: Problem, taken: readonly number[], left: ReadonlySet<number>): Cost | undefined {
  let [breaches, cost, tie] = [0, 0, 0];
  const add = (one: { breaches: number; cost: number }): void => {
    breaches += one.breaches;
    cost += one.cost;
  };
  const isIn = new Set(taken.map((o) => of.options[o]?.stem ?? -1));
  for (const o of taken) {
    add(of.options[o] as Option);
    tie += (of.options[o]?.stem ?? 0) + 1;
  }
  const picked = new Set(taken);
  for (const pair of of.pairs) if (picked.has(pair.a) && picked.has(pair.b)) add(pair);
  for (const pair of of.besides) if (picked.has(pair.a) && left.has(pair.b)) add(pair);
  for (const pair of of.amidst) if (left.has(pair.a) && left.has(pair.b)) add(pair);
  const stays = (stem: number): boolean => stem < 0 || isIn.has(stem) || left.has(stem);
  for (const [stem, parent] of of.parents.entries()) {
    if (left.has(stem) && !stays(parent)) return undefined;
    if (!isIn.has(stem)) cost += left.has(stem) ? (of.leave[stem] ?? 0) : (of.out[stem] as number);
  }
  // Each carrier that is neither taken nor left under a stem in a place is one broken rule.
  breaches += new Set([...isIn].map((stem) => of.parents[stem] ?? -1).filter((carrier) => !stays(carrier)))
    .size;
  of.circles.forEach((ring, c) => {
    const members = taken.filter((o) => of.options[o]?.circle === c);
    const n = members.length;
    breaches += Math.max(0, n - ring.most);
    cost += Math.max(0, ring.fewest - n) * ring.short;
    cost += Math.max(0, Math.min(ring.wish - n, ring.wish - ring.fewest)) * ring.empty;
    cost += Math.max(0, n - ring.wish) * ring.over;
    if (ring.gap.length > 0) cost += gapCost(of, c, members);
    for (const { value, of: kind, grades } of n < 2 ? [] : ring.spreads) {
      const values = members.map((o) => value[o] as number);
      const [low, high] = [Math.min(...values), Math.max(...values)];
      cost += Math.round(100 * onCurve(grades, kind === 'ratio' ? high / low : high - low));
    }
  });
  const unpinned = of.pinned.filter((stem) => !isIn.has(stem)).length;
  // A pinned stem that is taken out counts as a broken rule many times over: its cost says so.
  const more = Math.floor(cost / 1e9);
  return [unpinned, breaches + more, cost - more * 1e9, tie];
}

function gapCost(of: Problem, c: number, members: readonly number[]): number {
  const ring = of.circles[c] as Problem['circles'][number];
  const n = members.length;
  const at = members.map((o) => of.options[o]?.bearingDeg ?? 0).sort((a, b) => a - b);
  const span = ring.arc ? ring.arc.toDeg - ring.arc.fromDeg : 360;
  const inner = at.slice(1).map((x, i) => x - (at[i] as number));
  const [first = 0, last = 0] = [at[0], at.at(-1)];
  const ends = ring.arc
    ? [2 * (first - ring.arc.fromDeg), 2 * (ring.arc.toDeg - last)]
    : [first + 360 - last];
  const widest = n === 0 ? span * (ring.arc ? 2 : 1) : Math.max(...inner, ...ends);
  return Math.round(100 * onCurve(ring.gap, (widest * Math.max(n, ring.wish)) / span));
}

/** How many decisions there are on a problem. */
export const decisionsOf = ({ stems, options, leave }: Problem): number =>
  stems.reduce(
    (product, _, s) =>
      product * (1 + (leave[s] === undefined ? 0 : 1) + options.filter(({ stem }) => stem === s).length),
    1,
  );

/** The best for each choice of stems in places, those that break no more than they must, the cheapest first. */
export function everyDecision(of: Problem, keep = 4): Cost[] {
  const found = new Map<string, Cost>();
  const ways = of.stems.map((_, s) => of.options.flatMap(({ stem }, o) => (stem === s ? [o] : [])));
  const decide = (stem: number, taken: readonly number[], left: readonly number[]): void => {
    if (stem === of.stems.length) {
      const cost = summed(of, taken, new Set(left));
      const name = taken
        .map((o) => of.options[o]?.stem ?? -1)
        .sort((a, b) => a - b)
        .join();
      const known = found.get(name);
      if (cost && (!known || compareCosts(cost, known) < 0)) found.set(name, cost);
      return;
    }
    decide(stem + 1, taken, left);
    if (of.leave[stem] !== undefined) decide(stem + 1, taken, [...left, stem]);
    for (const o of ways[stem] ?? []) decide(stem + 1, [...taken, o], left);
  };
  decide(0, [], []);
  const sorted = [...found.values()].sort(compareCosts);
  const [unpinned, breaches] = sorted[0] as Cost;
  return sorted.filter((cost) => cost[0] === unpinned && cost[1] === breaches).slice(0, keep);
}
