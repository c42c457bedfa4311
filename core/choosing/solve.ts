import { compareCosts, type Circle, type Cost, type Option, type Problem } from './problem';
import { alone, closedRing, emptyRing, leastCost, widened, type Ring, type RingBound } from './ring';
import { costOf, isCarried, pairTable, type PairTable } from './score';

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
  /** Options to try adding to a set before stopping: where there are very many, this is what takes the time. Default none. */
  tryLimit?: number;
  /** Options of a set likely to be good; the search starts from it alone. Default: sets grown greedily. */
  startFrom?: readonly number[];
  /** Told how many sets have been looked at, of how many at most. Default nobody. */
  onProgress?: Progress;
}

/** Told how much of a long reckoning is done, of how much: `0 <= done <= of`. */
export type Progress = (done: number, of: number) => void;

/**
 * The best sets of a problem by exhaustive branch and bound. Options are tried round each circle in order of bearing,
 * so that every gap but the closing one is final as soon as its second limb is taken; a branch is left when no way of
 * finishing it can beat the last set kept. See docs/choosing.md for the bound and why it never overestimates.
 */
export function solve(
  problem: Problem,
  { keep = 4, nodeLimit = Infinity, tryLimit = Infinity, startFrom, onProgress }: SolveOptions = {},
): Solved {
  const search = new Search(problem, keep, nodeLimit, tryLimit, onProgress);
  search.seed(startFrom);
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

/** Sets looked at between one word of progress and the next. */
const NODES_A_WORD = 4096;

/** Sets looked at to bound one ring by itself. */
const ALONE_LIMIT = 3000;

/** How many options a good set is grown from before the search, at most; growing costs time for every option there is. */
const SEEDS = 12;
const SEEDED_OPTIONS = 1500;

class Search {
  kept: Solution[] = [];
  nodes = 0;
  private tries = 0;
  /** Least bound of the branches that were left unsearched at the node limit. */
  openBound: Cost | undefined;

  private readonly pairs: PairTable;
  /** Options sorted by circle, then bearing; `order[i]` is the problem's option. */
  private readonly order: number[];
  private readonly endOf: number[];
  private readonly cheapest: { merit: Float64Array[]; tie: Float64Array[] };
  private readonly emptyBounds: RingBound[];
  /** For each stem: the place in the order of its last option, -1 for none. */
  private readonly lastAt: number[];
  private readonly hasParents: boolean;
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
    private readonly tryLimit = Infinity,
    private readonly onProgress?: Progress,
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
    this.rings = circles.map(emptyRing);
    this.emptyBounds = circles.map((_, c) => this.aloneBound(c) ?? this.ringBound(c, this.startOf(c)));
    this.lastAt = problem.stems.map((_, stem) =>
      this.order.findLastIndex((o) => (options[o] as Option).stem === stem),
    );
    this.hasParents = problem.parents.some((parent) => parent >= 0);
  }

  /** Good sets to measure branches against from the start: the one given, or grown greedily from options spread over the order. */
  seed(startFrom?: readonly number[]): void {
    if (startFrom) return this.offer(startFrom, this.cost(startFrom));
    const seeds = Math.max(2, Math.min(SEEDS, Math.round(SEEDED_OPTIONS / this.order.length)));
    const step = Math.max(1, Math.ceil(this.order.length / seeds));
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
    if (this.nodes >= this.nodeLimit || this.tries >= this.tryLimit) {
      const bound = [...this.bound] as unknown as Cost;
      if (!this.openBound || compareCosts(bound, this.openBound) < 0) this.openBound = bound;
      return;
    }
    this.nodes++;
    if (this.nodes % NODES_A_WORD === 0) this.onProgress?.(this.nodes, this.nodeLimit);
    this.offer(this.taken, this.presentCost());
    for (let i = from; i < this.order.length; i++) {
      const o = this.order[i] as number;
      const option = this.option(o);
      if (this.usedStems.has(option.stem) || this.breaksARule(o, option, i)) continue;
      this.tries++;
      const before = this.take(o, option);
      this.fillBound(option.circle, i + 1);
      if (!this.isHopeless()) this.extend(i + 1);
      this.release(option, before);
    }
  }

  /** Whether taking an option breaks more rules than the best set does, pins apart: told before anything is added up. */
  private breaksARule(o: number, option: Option, at: number): boolean {
    const best = this.kept[0]?.cost;
    if (!best || best[0] > 0) return false;
    let breaches = this.breaches + option.breaches + (this.isOrphan(option.stem, at) ? 1 : 0);
    for (const other of this.taken) breaches += this.pairs.breaches[o * this.pairs.width + other] as number;
    return breaches > best[1];
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

    const circle = this.problem.circles[option.circle] as Circle;
    this.rings[option.circle] = widened(circle, before.ring, o, option.bearingDeg);
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
    breaches += this.orphans(Infinity);
    return [this.missingPins(Infinity), breaches, short, form, merit, this.tie];
  }

  /** Pinned stems not taken whose options all lie before `next`. */
  private missingPins(next: number): number {
    return this.problem.pinned.filter(
      (stem) => (this.lastAt[stem] as number) < next && !this.usedStems.has(stem),
    ).length;
  }

  /** Taken stems whose carrier is not taken, and can no longer be: its options all lie before `next`. */
  private orphans(next: number): number {
    if (!this.hasParents) return 0;
    let count = 0;
    for (const stem of this.usedStems) if (this.isOrphan(stem, next)) count++;
    return count;
  }

  private isOrphan(stem: number, next: number): boolean {
    if (!this.hasParents || isCarried(this.problem, stem, this.usedStems)) return false;
    return (this.lastAt[this.problem.parents[stem] as number] as number) < next;
  }

  /** Writes the least cost of any set that holds the present one and adds options from `next` on. */
  private fillBound(current: number, next: number): void {
    const { bound, problem } = this;
    bound[0] = this.missingPins(next);
    bound[1] = this.breaches + this.orphans(next);
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

  /**
   * Least cost of a ring filled for itself alone, found by the same search; undefined when there is only one ring, or
   * the search took too long. What a whole set pays within a ring is never less than this.
   */
  private aloneBound(c: number): RingBound | undefined {
    if (this.problem.circles.length === 1) return undefined;
    const search = new Search(alone(this.problem, c), 1, ALONE_LIMIT);
    search.seed();
    search.extend(0);
    const best = search.kept[0];
    if (!best || search.openBound) return undefined;
    const [, , ...rest] = best.cost;
    return rest as RingBound;
  }

  /** Least cost of a ring over every number of limbs it may end with, options from `next` on still open. */
  private ringBound(c: number, next: number): RingBound {
    const circle = this.problem.circles[c] as Circle;
    const ring = this.rings[c] as Ring;
    const open = Math.max(0, (this.endOf[c] as number) - next);
    const cheapMerit = this.cheapest.merit[Math.max(next, this.startOf(c))];
    const cheapTie = this.cheapest.tie[Math.max(next, this.startOf(c))];
    return leastCost(circle, ring, open, cheapMerit, cheapTie);
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

function compareLists(a: readonly number[], b: readonly number[]): number {
  for (let i = 0; i < Math.min(a.length, b.length); i++) {
    const d = (a[i] as number) - (b[i] as number);
    if (d !== 0) return d;
  }
  return a.length - b.length;
}
