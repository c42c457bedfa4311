import { Bounds, type CrowdCost, type Order } from './bounds';
import { breachesIn, BREACH, pairTables, type PairTables } from './pair-tables';
import { compareCosts, type Cost, type Option, type Problem } from './problem';
import { Effort } from './effort';
import { later } from './later';
import { compareRough, costOf, roughOf, type Rough } from './rough';
import { wholeOf } from './score';
import type { Progress, Solution, Solved, SolveOptions } from './solution';
import { Sketch } from './sketch';
import { Taking } from './taking';
import { undominated } from './undominated';

/**
 * The best sets of a problem by exhaustive branch and bound. Options are tried round each circle in order of bearing,
 * so that every gap but the closing one is final as soon as its second limb is taken; a branch is left when no way of
 * finishing it can beat the last set kept. See docs/choosing.md for the bound and why it never overestimates.
 */
export function solve(
  problem: Problem,
  { keep = 4, mostLooks = Infinity, startFrom, onProgress }: SolveOptions = {},
): Solved {
  const effort = new Effort(mostLooks);
  const search = new Search(problem, keep, { effort, onProgress }, leastLater(problem, effort));
  search.seed(startFrom);
  search.extend(0);
  const best = search.kept[0]?.cost as Cost;
  const isCut = search.openBound !== undefined && compareCosts(search.openBound, best) < 0;
  return {
    best: search.kept,
    nodes: search.nodes,
    looks: effort.spent,
    proven: search.openBound === undefined,
    bound: isCut ? (search.openBound as Cost) : best,
  };
}

/** Sets looked at between one word of progress and the next. */
const NODES_A_WORD = 4096;

/** Share of all looks that may be spent toward good sets before the search. */
const SEED_SHARE = 0.3;

/** Share of all looks that may be spent on the jobs beside one set. */
const JOBS_SHARE = 0.02;

class Search {
  kept: Solution[] = [];
  /** What the set costs that another must beat; undefined while there is room for more. */
  private worst: Rough | undefined;
  nodes = 0;
  /** Least bound of the branches that were left unsearched at the limit. */
  openBound: Cost | undefined;

  private readonly tables: PairTables;
  private readonly order: Order;
  private readonly now: Taking;
  private readonly bounds: Bounds;

  constructor(
    private readonly problem: Problem,
    private readonly keep: number,
    private readonly limits: Limits,
    /** What the circles from each on cost by themselves at the least. */
    later: readonly number[],
  ) {
    this.tables = pairTables(problem);
    this.order = orderOf(problem, this.tables);
    this.now = new Taking(problem, this.tables);
    this.bounds = new Bounds(this.now, this.order, later);
  }

  /** Good sets to measure branches against from the start: the one given, or what single changes lead to. */
  seed(startFrom?: readonly number[]): void {
    if (startFrom) {
      this.offer(startFrom);
      return;
    }
    const { effort } = this.limits;
    let found: readonly number[] = [];
    new Sketch(this.problem, this.tables, this.order.options, effort).improve((set) => (found = set));
    this.offer(found);
    const { options } = this.order;
    for (
      let tried = 0, since = 0;
      since < options.length && effort.spent < SEED_SHARE * effort.most;
      tried++
    ) {
      const best = this.kept[0] as Solution;
      for (const set of this.oneStepFrom(best.options, options[tried % options.length] as number))
        this.consider(set);
      since = best === this.kept[0] ? since + 1 : 0;
    }
  }

  /** Keeps a set if it is worth summing in full. */
  private consider(set: readonly number[]): void {
    this.limits.effort.spend(set.length * this.problem.stems.length);
    const undo = set.map((o) => this.now.take(o));
    const bound = this.bounds.asItIs();
    if (!this.isHopeless(bound) && !this.isHopeless(over(bound, this.bounds.crowds().cost))) this.offer(set);
    for (const release of undo.reverse()) release();
  }

  /** Sets that a single step with one option leads to: without it, with it, or with it for another. */
  private oneStepFrom(set: readonly number[], o: number): number[][] {
    const without = (other: number): number[] => set.filter((one) => one !== other);
    if (set.includes(o)) return [without(o)];
    const { stem } = this.now.option(o);
    const own = set.find((other) => this.now.option(other).stem === stem);
    if (own !== undefined) return [[...without(own), o]];
    return [[...set, o], ...set.map((other) => [...without(other), o])];
  }

  /**
   * Takes the present set as it is, then every set that adds options from `from` on.
   * @param seen what crowds cost in a set that the present one was grown from
   */
  extend(from: number, seen: CrowdCost = this.bounds.crowds()): void {
    const { effort, onProgress } = this.limits;
    if (effort.isSpent) {
      this.leaveOpen(this.boundFrom(this.bounds.circleAt(from), from));
      return;
    }
    this.nodes++;
    if (this.nodes % NODES_A_WORD === 0) onProgress?.(effort.spent, effort.most);
    if (this.mayBeKept(this.bounds.asItIs(), seen) && !this.offer(this.now.taken))
      this.leaveOpen(over(this.bounds.asItIs(), this.bounds.crowds().cost));
    for (let i = from; i < this.order.options.length; i++) {
      const o = this.order.options[i] as number;
      const { stem, circle } = this.now.option(o);
      if (this.now.isUsed[stem]) continue;
      effort.spend(this.problem.stems.length);
      const release = this.now.take(o);
      const next = this.isHopelessLater(circle, i + 1)
        ? undefined
        : this.mayBeKept(this.bounds.ofEach(circle, i + 1), seen);
      if (next) this.extend(i + 1, next);
      release();
    }
  }

  /** Notes what is left unsearched, by the least it can cost. */
  private leaveOpen(bound: Rough): void {
    const cost = costOf(bound);
    if (!this.openBound || compareCosts(cost, this.openBound) < 0) this.openBound = cost;
  }

  /** Least cost of any set that holds the present one and adds options from `next` on. */
  private boundFrom(current: number, next: number): Rough {
    return over(this.bounds.ofEach(current, next), this.bounds.crowds().cost);
  }

  /**
   * Whether a set may be kept that costs at least so much, and what crowds cost besides. That is found anew only where what
   * they cost before, or what is sure to be left of it, does not tell.
   * @returns what is known of the crowds' cost by then; undefined where the set is hopeless
   */
  private mayBeKept(bound: Rough, seen: CrowdCost): CrowdCost | undefined {
    if (this.isHopeless(bound)) return undefined;
    if (!this.isHopeless(over(bound, seen.cost))) return seen;
    if (this.isHopeless(over(bound, this.bounds.leftOf(seen)))) return undefined;
    const crowds = this.bounds.crowds();
    return this.isHopeless(over(bound, crowds.cost)) ? undefined : crowds;
  }

  private isHopelessLater(current: number, next: number): boolean {
    const bound = this.bounds.withLater(current, next);
    if (!bound) return false;
    return this.isHopeless(bound) || this.isHopeless(over(bound, this.bounds.crowdsBefore(current)));
  }

  private isHopeless(bound: Rough): boolean {
    if (this.worst) return compareRough(bound, this.worst) > 0 || this.breaksMoreThanBest(bound);
    return this.breaksMoreThanBest(bound);
  }

  private breaksMoreThanBest({ unpinned, value }: Rough): boolean {
    return this.kept.length > 0 && this.breaksMore(unpinned, breachesIn(value));
  }

  /** The set that another must beat; undefined while there is room for more. */
  private worstKept(): Solution | undefined {
    return this.kept.length < this.keep ? undefined : this.kept.at(-1);
  }

  /** Whether a set leaves out more pins or breaks more rules than it must: then it is not worth telling of. */
  private breaksMore(unpinned: number, breaches: number): boolean {
    const best = this.kept[0]?.cost;
    if (!best) return false;
    return unpinned > best[0] || (unpinned === best[0] && breaches > best[1]);
  }

  /**
   * Keeps a set if it is among the best with stems of its own in its places.
   * @returns false where the jobs beside it were not found to the end
   */
  private offer(set: readonly number[]): boolean {
    const { effort } = this.limits;
    const own = new Effort(Math.min(JOBS_SHARE * effort.most, effort.most - effort.spent));
    this.keepIfGood(set, own);
    effort.spend(own.spent);
    return !own.isSpent;
  }

  private keepIfGood(set: readonly number[], effort: Effort): void {
    const worst = this.worstKept();
    const missing = this.problem.pinned.length;
    // Sets with every pin are compared by their sum alone, so that the jobs beside them need not be found to the end.
    const atMost = worst && missing === 0 ? worst.cost[1] * BREACH + worst.cost[2] : Infinity;
    const whole = wholeOf(this.problem, this.tables, set, atMost, effort);
    if (!whole || this.breaksMore(whole.cost[0], whole.cost[1])) return;
    if (worst && compareCosts(whole.cost, worst.cost) > 0) return;
    const options = [...set].sort((a, b) => a - b);
    const solution = { options, left: whole.jobs.left, cost: whole.cost };
    const name = this.signature(options);
    const twin = this.kept.findIndex((kept) => this.signature(kept.options) === name);
    if (twin >= 0) {
      if (this.compare(solution, this.kept[twin] as Solution) >= 0) return;
      this.kept.splice(twin, 1);
    }
    this.kept.push(solution);
    this.kept.sort((a, b) => this.compare(a, b));
    this.kept = this.kept.filter((kept) => !this.breaksMore(kept.cost[0], kept.cost[1]));
    if (this.kept.length > this.keep) this.kept.pop();
    const last = this.worstKept();
    this.worst = last && roughOf(last.cost);
  }

  private signature(options: readonly number[]): string {
    return options
      .map((o) => this.now.option(o).stem)
      .sort((a, b) => a - b)
      .join(' ');
  }

  /** By cost, then by the stems' order, then by the options' own. */
  private compare(a: Solution, b: Solution): number {
    const stems = (s: Solution): number[] =>
      s.options.map((o) => this.now.option(o).stem).sort((x, y) => x - y);
    return (
      compareCosts(a.cost, b.cost) || compareLists(stems(a), stems(b)) || compareLists(a.options, b.options)
    );
  }
}

interface Limits {
  effort: Effort;
  onProgress?: Progress | undefined;
}

/** Looks spent to bound all rings from one on by themselves, at most, and as a share of all that may be spent. */
const LATER_LOOKS = 1_500_000;
const LATER_SHARE = 0.1;

/** Least that the rings from each on cost by themselves, the last first, each by those after it. */
function leastLater(problem: Problem, effort: Effort): number[] {
  const least: number[] = problem.circles.map(() => 0);
  for (let from = problem.circles.length - 1; from > 0; from--) {
    const own = new Effort(Math.min(LATER_LOOKS, LATER_SHARE * effort.most));
    const search = new Search(later(problem, from), 1, { effort: own }, least.slice(from));
    search.seed();
    search.extend(0);
    effort.spend(own.spent);
    const best = search.kept[0]?.cost as Cost;
    const bound = search.openBound && compareCosts(search.openBound, best) < 0 ? search.openBound : best;
    least[from] = bound[1] * BREACH + bound[2];
  }
  return least;
}

const over = (bound: Rough, cost: number): Rough => ({ ...bound, value: bound.value + cost });

/** Options that may be in a best set, by circle, then bearing. */
function orderOf(problem: Problem, tables: PairTables): Order {
  const { options, circles } = problem;
  const sorted = undominated(problem, tables).sort((a, b) => {
    const [x, y] = [options[a] as Option, options[b] as Option];
    return x.circle - y.circle || x.bearingDeg - y.bearingDeg || a - b;
  });
  const ends = circles.map((_, c) => sorted.filter((o) => (options[o] as Option).circle <= c).length);
  return { options: sorted, ends };
}

function compareLists(a: readonly number[], b: readonly number[]): number {
  for (let i = 0; i < Math.min(a.length, b.length); i++) {
    const d = (a[i] as number) - (b[i] as number);
    if (d !== 0) return d;
  }
  return a.length - b.length;
}
