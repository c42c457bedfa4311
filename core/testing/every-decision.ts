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

/** The best for each choice of stems in places, those that break no more than they must, the cheapest first. At most 30 stems. */
export function everyDecision(of: Problem, keep = 4): Cost[] {
  const cheapest = new Cheapest(of);
  cheapest.place(0, [], 0);
  const sorted = [...cheapest.found].map(([placed, value]) => costOf(of, placed, value)).sort(compareCosts);
  const [unpinned, breaches] = sorted[0] as Cost;
  return sorted.filter((cost) => cost[0] === unpinned && cost[1] === breaches).slice(0, keep);
}

const RULE = 1e9;

/** Each choice of stems in places (a bit a stem) with the least that any of its decisions comes to, a broken rule as 1e9. */
class Cheapest {
  readonly found = new Map<number, number>();
  /** What each stem costs left beside another left. */
  private readonly amidst: number[][];

  constructor(private readonly of: Problem) {
    this.amidst = of.stems.map(() => of.stems.map(() => 0));
    for (const { a, b, breaches, cost } of of.amidst)
      for (const [x, y] of [
        [a, b],
        [b, a],
      ] as const)
        (this.amidst[x] as number[])[y] = (this.amidst[x]?.[y] ?? 0) + breaches * RULE + cost;
  }

  /** Every set of options, a stem after the other. */
  place(stem: number, taken: readonly number[], placed: number): void {
    const { stems, options } = this.of;
    if (stem === stems.length) return this.leave(taken, placed);
    this.place(stem + 1, taken, placed);
    options.forEach((option, o) => {
      if (option.stem === stem) this.place(stem + 1, [...taken, o], placed | (1 << stem));
    });
  }

  /** Every way to leave the others or take them out: each changed in turn by one stem from the way before it. */
  private leave(taken: readonly number[], placed: number): void {
    const { stems, out, leave, parents, besides } = this.of;
    const rest = stems.map((_, s) => s).filter((s) => !(placed & (1 << s)));
    const open = rest.filter((s) => leave[s] !== undefined);
    const none = summed(this.of, taken, new Set()) as Cost;
    let value = none[1] * RULE + none[2];
    const more = stems.map((_, s) => (leave[s] ?? 0) - (out[s] as number));
    for (const pair of besides)
      if (taken.includes(pair.a)) more[pair.b] = (more[pair.b] ?? 0) + pair.breaches * RULE + pair.cost;
    // A carrier that is left under a placed stem mends the rule it broke by going.
    for (const carrier of new Set(stems.flatMap((_, s) => (placed & (1 << s) ? [parents[s] ?? -1] : []))))
      if (carrier >= 0) more[carrier] = (more[carrier] ?? 0) - RULE;
    let left = 0;
    const beside = more;
    let best = value;
    for (let step = 1; step < 1 << open.length; step++) {
      const stem = open[31 - Math.clz32(step & -step)] as number;
      const sign = left & (1 << stem) ? -1 : 1;
      left ^= 1 << stem;
      value += sign * (beside[stem] as number);
      const row = this.amidst[stem] as number[];
      for (const s of open) if (s !== stem) beside[s] = (beside[s] as number) + sign * (row[s] as number);
      if (value < best && this.isCarried(left, placed)) best = value;
    }
    this.found.set(placed, Math.min(best, this.found.get(placed) ?? Infinity));
  }

  private isCarried(left: number, placed: number): boolean {
    const { parents } = this.of;
    for (let s = 0; s < parents.length; s++) {
      const carrier = parents[s] ?? -1;
      if (left & (1 << s) && carrier >= 0 && !((left | placed) & (1 << carrier))) return false;
    }
    return true;
  }
}

function costOf({ stems, pinned }: Problem, placed: number, value: number): Cost {
  const isIn = (s: number): boolean => (placed & (1 << s)) !== 0;
  const tie = stems.reduce((sum, _, s) => sum + (isIn(s) ? s + 1 : 0), 0);
  const rules = Math.floor(value / RULE);
  return [pinned.filter((s) => !isIn(s)).length, rules, value - rules * RULE, tie];
}
