import { compareCosts, grade, type Circle, type Cost, type Option, type Problem } from './problem';
import { costOf, emptyCost, gapCost, offWishCost, pairTable, spanDeg, type PairTable } from './score';

/** A set of options and what it costs. */
export interface Solution {
  options: readonly number[];
  cost: Cost;
}

export interface Solved {
  /** The best set and the next ones, each with other stems than those before it, none breaking a rule it need not. */
  best: readonly Solution[];
  /** Sets looked at. */
  nodes: number;
  /** False when the node limit stopped the search: the sets are good, but not proven best. */
  proven: boolean;
  /** No set costs less than this: the best one's own cost when it is proven. */
  bound: Cost;
}

export interface SolveOptions {
  /** How many sets to return. Default 4. */
  keep?: number;
  /** Sets to look at before stopping. Default none. */
  nodeLimit?: number;
}

/**
 * The best sets of a problem by exhaustive branch and bound. Options are tried round each circle in order of bearing,
 * so that every gap but the closing one is final as soon as its second limb is taken; a branch is left when no way of
 * finishing it can beat the last set kept. See docs/choosing.md for the bound and why it never overestimates.
 */
export function solve(problem: Problem, { keep = 4, nodeLimit = Infinity }: SolveOptions = {}): Solved {
  const search = new Search(problem, keep, nodeLimit);
  search.seed();
  search.extend(0);
  const best = search.kept[0]?.cost as Cost;
  const isCut = search.openBound !== undefined && compareCosts(search.openBound, best) < 0;
  return {
    best: search.kept,
    nodes: search.nodes,
    proven: search.openBound === undefined,
    bound: isCut ? (search.openBound as Cost) : best,
  };
}

/** The running state of one circle while its members are being taken. */
interface Ring {
  n: number;
  first: number;
  last: number;
  innerGap: number;
  low: number[];
  high: number[];
}

/** Least cost of a circle from here on: lexicographic least of (short, form, merit, tie). */
type RingBound = [short: number, form: number, merit: number, tie: number];

/** How many options a good set is grown from before the search. */
const SEEDS = 24;

/** Taken off a bound on a gap, so that rounding never lifts it over a grade that an exact set just meets. */
const ROUNDING_DEG = 1e-9;

class Search {
  kept: Solution[] = [];
  nodes = 0;
  /** Least bound of the branches that were left unsearched at the node limit. */
  openBound: Cost | undefined;

  private readonly pairs: PairTable;
  /** Options sorted by circle, then bearing; `order[i]` is the problem's option. */
  private readonly order: number[];
  private readonly endOf: number[];
  private readonly cheapest: { merit: Float64Array[]; tie: Float64Array[] };
  private readonly emptyBounds: RingBound[];
  private readonly lastOption: { stem: number; at: number }[];
  private readonly taken: number[] = [];
  private readonly usedStems = new Set<number>();
  private readonly rings: Ring[];
  private breaches = 0;
  private form = 0;
  private merit = 0;
  private tie = 0;
  private readonly bound = new Float64Array(6);

  constructor(
    private readonly problem: Problem,
    private readonly keep: number,
    private readonly nodeLimit: number,
  ) {
    const { options, circles } = problem;
    this.pairs = pairTable(problem);
    this.order = options
      .map((_, i) => i)
      .sort((a, b) => {
        const [x, y] = [options[a] as Option, options[b] as Option];
        return x.circle - y.circle || x.bearingDeg - y.bearingDeg || a - b;
      });
    this.endOf = circles.map((_, c) => this.order.filter((o) => (options[o] as Option).circle <= c).length);
    this.cheapest = {
      merit: this.smallestSums((option) => option.merit),
      tie: this.smallestSums((option) => option.stem + 1),
    };
    this.rings = circles.map((circle) => ({
      n: 0,
      first: 0,
      last: 0,
      innerGap: 0,
      low: circle.spreads.map(() => Infinity),
      high: circle.spreads.map(() => -Infinity),
    }));
    this.emptyBounds = circles.map((_, c) => this.ringBound(c, this.startOf(c)));
    this.lastOption = problem.pinned.map((stem) => ({
      stem,
      at: this.order.findLastIndex((o) => (options[o] as Option).stem === stem),
    }));
  }

  /** Good sets to measure branches against from the start: grown greedily from options spread over the order. */
  seed(): void {
    const step = Math.max(1, Math.ceil(this.order.length / SEEDS));
    for (const start of this.order.filter((_, i) => i % step === 0)) {
      let set = [start];
      let cost = this.cost(set);
      for (;;) {
        let better: number[] | undefined;
        for (const o of this.order) {
          if (set.some((other) => this.option(other).stem === this.option(o).stem)) continue;
          const wider = [...set, o];
          const widerCost = this.cost(wider);
          if (compareCosts(widerCost, cost) < 0) [better, cost] = [wider, widerCost];
        }
        if (!better) break;
        set = better;
      }
      this.offer(set, cost);
    }
  }

  /** Takes the present set as it is, then every set that adds options from `from` on. */
  extend(from: number): void {
    if (this.nodes >= this.nodeLimit) {
      const bound = [...this.bound] as unknown as Cost;
      if (!this.openBound || compareCosts(bound, this.openBound) < 0) this.openBound = bound;
      return;
    }
    this.nodes++;
    this.offer(this.taken, this.presentCost());
    for (let i = from; i < this.order.length; i++) {
      const o = this.order[i] as number;
      const option = this.option(o);
      if (this.usedStems.has(option.stem)) continue;
      const before = this.take(o, option);
      this.fillBound(option.circle, i + 1);
      if (!this.isHopeless()) this.extend(i + 1);
      this.release(option, before);
    }
  }

  private option(o: number): Option {
    return this.problem.options[o] as Option;
  }

  private startOf(circle: number): number {
    return circle === 0 ? 0 : (this.endOf[circle - 1] as number);
  }

  private cost(set: readonly number[]): Cost {
    return costOf(this.problem, this.pairs, set);
  }

  private take(o: number, option: Option): { ring: Ring; sums: number[] } {
    const before = {
      ring: this.rings[option.circle] as Ring,
      sums: [this.breaches, this.form, this.merit, this.tie],
    };
    for (const other of this.taken) {
      const at = o * this.pairs.width + other;
      this.breaches += this.pairs.breaches[at] as number;
      this.form += this.pairs.form[at] as number;
    }
    this.breaches += option.breaches;
    this.form += option.form;
    this.merit += option.merit;
    this.tie += option.stem + 1;
    this.taken.push(o);
    this.usedStems.add(option.stem);

    const { n, first, last, innerGap, low, high } = before.ring;
    const { spreads, arc } = this.problem.circles[option.circle] as Circle;
    this.rings[option.circle] = {
      n: n + 1,
      first: n === 0 ? option.bearingDeg : first,
      last: option.bearingDeg,
      innerGap:
        n === 0
          ? arc
            ? 2 * (option.bearingDeg - arc.fromDeg)
            : 0
          : Math.max(innerGap, option.bearingDeg - last),
      low: spreads.map(({ value }, i) => Math.min(low[i] as number, value[o] as number)),
      high: spreads.map(({ value }, i) => Math.max(high[i] as number, value[o] as number)),
    };
    return before;
  }

  private release(option: Option, { ring, sums }: { ring: Ring; sums: number[] }): void {
    [this.breaches, this.form, this.merit, this.tie] = sums as [number, number, number, number];
    this.rings[option.circle] = ring;
    this.taken.pop();
    this.usedStems.delete(option.stem);
  }

  /** Cost of the present set: every ring closed as it is. */
  private presentCost(): Cost {
    let [short, form, merit, breaches] = [0, this.form, this.merit, this.breaches];
    this.problem.circles.forEach((circle, c) => {
      const ring = this.rings[c] as Ring;
      const [ringShort, ringForm, ringMerit] = closedRing(circle, ring);
      short += ringShort;
      form += ringForm;
      merit += ringMerit;
      breaches += Math.max(0, ring.n - circle.most);
    });
    return [this.missingPins(Infinity), breaches, short, form, merit, this.tie];
  }

  /** Pinned stems not taken whose options all lie before `next`. */
  private missingPins(next: number): number {
    return this.lastOption.filter(({ stem, at }) => at < next && !this.usedStems.has(stem)).length;
  }

  /** Writes the least cost of any set that holds the present one and adds options from `next` on. */
  private fillBound(current: number, next: number): void {
    const { bound, problem } = this;
    bound[0] = this.missingPins(next);
    bound[1] = this.breaches;
    bound[2] = 0;
    bound[3] = this.form;
    bound[4] = this.merit;
    bound[5] = this.tie;
    problem.circles.forEach((circle, c) => {
      const ring = this.rings[c] as Ring;
      bound[1] = (bound[1] as number) + Math.max(0, ring.n - circle.most);
      const least =
        c < current
          ? closedRing(circle, ring)
          : c === current
            ? this.ringBound(c, next)
            : (this.emptyBounds[c] as RingBound);
      for (let i = 0; i < 4; i++) bound[i + 2] = (bound[i + 2] as number) + (least[i] as number);
    });
  }

  private isHopeless(): boolean {
    const worst = this.kept.length < this.keep ? undefined : this.kept.at(-1);
    return this.breaksMore(this.bound) || (worst !== undefined && compareCosts(this.bound, worst.cost) > 0);
  }

  /** Whether a set leaves out more pins or breaks more rules than it must: then it is not worth telling of. */
  private breaksMore(cost: ArrayLike<number>): boolean {
    const best = this.kept[0]?.cost;
    if (!best) return false;
    const unpinned = (cost[0] as number) - best[0];
    return unpinned > 0 || (unpinned === 0 && (cost[1] as number) > best[1]);
  }

  /** Least cost of a ring over every number of limbs it may end with, options from `next` on still open. */
  private ringBound(c: number, next: number): RingBound {
    const circle = this.problem.circles[c] as Circle;
    const ring = this.rings[c] as Ring;
    const open = Math.max(0, (this.endOf[c] as number) - next);
    const cheapMerit = this.cheapest.merit[Math.max(next, this.startOf(c))];
    const cheapTie = this.cheapest.tie[Math.max(next, this.startOf(c))];
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

  /** For each place in the order: the sums of the 0, 1, 2, ... smallest costs from there to the end of its circle. */
  private smallestSums(of: (option: Option) => number): Float64Array[] {
    const sums: Float64Array[] = new Array<Float64Array>(this.order.length);
    let smallest: number[] = [];
    for (let i = this.order.length - 1; i >= 0; i--) {
      const option = this.option(this.order[i] as number);
      const circle = this.problem.circles[option.circle] as Circle;
      if (this.endOf[option.circle] === i + 1) smallest = [];
      smallest = [...smallest, of(option)].sort((a, b) => a - b).slice(0, circle.most);
      const running = new Float64Array(smallest.length + 1);
      smallest.forEach((x, r) => (running[r + 1] = (running[r] as number) + x));
      sums[i] = running;
    }
    return sums;
  }

  /** Keeps a set if it is among the best with stems of its own. */
  private offer(set: readonly number[], cost: Cost): void {
    if (this.breaksMore(cost)) return;
    const worst = this.kept.at(-1);
    const full = this.kept.length >= this.keep;
    if (full && worst && compareCosts(cost, worst.cost) > 0) return;
    const options = [...set].sort((a, b) => a - b);
    const solution = { options, cost };
    const name = this.signature(options);
    const twin = this.kept.findIndex((kept) => this.signature(kept.options) === name);
    if (twin >= 0) {
      if (this.compare(solution, this.kept[twin] as Solution) >= 0) return;
      this.kept.splice(twin, 1);
    }
    this.kept.push(solution);
    this.kept.sort((a, b) => this.compare(a, b));
    this.kept = this.kept.filter((kept) => !this.breaksMore(kept.cost));
    if (this.kept.length > this.keep) this.kept.pop();
  }

  private signature(options: readonly number[]): string {
    return options
      .map((o) => this.option(o).stem)
      .sort((a, b) => a - b)
      .join(' ');
  }

  /** By cost, then by the stems' order, then by the options' own. */
  private compare(a: Solution, b: Solution): number {
    const stems = (s: Solution): number[] => s.options.map((o) => this.option(o).stem).sort((x, y) => x - y);
    return (
      compareCosts(a.cost, b.cost) || compareLists(stems(a), stems(b)) || compareLists(a.options, b.options)
    );
  }
}

/**
 * The least that the largest gap still open can be when `more` limbs are yet to be taken: the rest of the way evenly
 * divided. In an arc the last stretch, to its end, counts as half a gap.
 */
function evenestClosing(circle: Circle, ring: Ring, more: number): number {
  const { arc } = circle;
  if (ring.n === 0) return (spanDeg(circle) * (arc && more === 0 ? 2 : 1)) / Math.max(1, more);
  return arc ? (arc.toDeg - ring.last) / (more + 0.5) : (ring.first + 360 - ring.last) / (more + 1);
}

function closedRing(circle: Circle, ring: Ring): RingBound {
  const largest = Math.max(ring.innerGap, evenestClosing(circle, ring, 0));
  return [
    Math.max(0, circle.fewest - ring.n),
    offWishCost(circle, ring.n) + gapCost(circle, ring.n, largest) + spreadCost(circle, ring),
    emptyCost(circle, ring.n),
    0,
  ];
}

function spreadCost(circle: Circle, ring: Ring): number {
  if (ring.n < 2) return 0;
  let cost = 0;
  circle.spreads.forEach(({ of, grades }, i) => {
    const [low, high] = [ring.low[i] as number, ring.high[i] as number];
    cost += grade(grades, of === 'ratio' ? high / low : high - low);
  });
  return cost;
}

function compareRing(a: RingBound, b: RingBound): number {
  for (let i = 0; i < 4; i++) {
    const d = (a[i] as number) - (b[i] as number);
    if (d !== 0) return d;
  }
  return 0;
}

function compareLists(a: readonly number[], b: readonly number[]): number {
  for (let i = 0; i < Math.min(a.length, b.length); i++) {
    const d = (a[i] as number) - (b[i] as number);
    if (d !== 0) return d;
  }
  return a.length - b.length;
}
