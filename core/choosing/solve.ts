import { compareCosts, type Circle, type Cost, type Option, type Problem } from './problem';
import { alone, closedRing, emptyRing, leastCost, widened, type Ring } from './ring';
import { crowdsOf, leastOfCrowds, type Crowd } from './crowds';
import { BREACH, breachesIn, pairTables, valueOf, type PairTables } from './pair-tables';
import { wholeOf } from './score';
import { compareRough, costOf, type Rough } from './rough';
import type { Progress, Solution, Solved, SolveOptions } from './solution';
import { undominated } from './undominated';

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

/** After so many options it is asked whether any set that adds only later ones could still be kept. */
const LOOK_AHEAD = 4;

/** Sets looked at to bound one ring by itself. */
const ALONE_LIMIT = 3000;

/** How many options a good set is grown from before the search, at most; growing costs time for every option there is. */
const SEEDS = 4;
const SEEDED_OPTIONS = 120;

class Search {
  kept: Solution[] = [];
  nodes = 0;
  private tries = 0;
  /** Least bound of the branches that were left unsearched at the node limit. */
  openBound: Cost | undefined;

  private readonly tables: PairTables;
  /** Options sorted by circle, then bearing; `order[i]` is the problem's option. */
  private readonly order: number[];
  private readonly endOf: number[];
  /** What each stem costs at the least outside of every place, whatever else is taken. */
  private readonly idle: Float64Array;
  /** What each option costs beside those taken so far. */
  private readonly optionNow: Float64Array;
  private readonly aloneBounds: (number | undefined)[];
  /** Stems that could join each circle. */
  private readonly stemsOf: readonly (readonly number[])[];
  /** For each stem: the place in the order of its last option, -1 for none. */
  private readonly lastAt: number[];
  private readonly hasParents: boolean;
  private readonly crowds: readonly Crowd[];
  private readonly taken: number[] = [];
  private readonly isUsed: Uint8Array;
  /** What leaving each stem costs beside the options taken so far. */
  private readonly leaveNow: Float64Array;
  private readonly rings: Ring[];
  /** For each stem that may yet join a ring: what it adds at the least; valid where its stamp is the last. */
  private readonly joining: { least: Float64Array; stamps: Int32Array; stamp: number };
  private value = 0;
  private tie = 0;

  constructor(
    private readonly problem: Problem,
    private readonly keep: number,
    private readonly nodeLimit: number,
    private readonly tryLimit = Infinity,
    private readonly onProgress?: Progress,
  ) {
    const { options, circles, stems } = problem;
    this.tables = pairTables(problem);
    this.order = undominated(problem, this.tables).sort((a, b) => {
      const [x, y] = [options[a] as Option, options[b] as Option];
      return x.circle - y.circle || x.bearingDeg - y.bearingDeg || a - b;
    });
    this.endOf = circles.map((_, c) => this.order.filter((o) => (options[o] as Option).circle <= c).length);
    this.leaveNow = Float64Array.from(stems, (_, s) => problem.leave[s] ?? Infinity);
    this.idle = Float64Array.from(stems, (_, s) =>
      Math.min(problem.out[s] as number, this.leaveNow[s] as number),
    );
    this.isUsed = new Uint8Array(stems.length);
    this.optionNow = Float64Array.from(options, valueOf);
    this.rings = circles.map(emptyRing);
    const n = stems.length;
    this.joining = { least: new Float64Array(n), stamps: new Int32Array(n), stamp: 0 };
    this.stemsOf = circles.map((_, c) => [
      ...new Set(options.filter(({ circle }) => circle === c).map(({ stem }) => stem)),
    ]);
    this.aloneBounds = circles.map((_, c) => this.aloneBound(c));
    this.lastAt = stems.map((_, stem) =>
      this.order.findLastIndex((o) => (options[o] as Option).stem === stem),
    );
    this.hasParents = problem.parents.some((parent) => parent >= 0);
    this.crowds = crowdsOf(this.tables, (s) => problem.leave[s] !== undefined);
  }

  /** Good sets to measure branches against from the start: the one given, or grown greedily from options spread over the order. */
  seed(startFrom?: readonly number[]): void {
    if (startFrom) return this.offer(startFrom);
    this.offer([]);
    const seeds = Math.max(1, Math.min(SEEDS, Math.round(SEEDED_OPTIONS / Math.max(1, this.order.length))));
    const step = Math.max(1, Math.ceil(this.order.length / seeds));
    for (const start of this.order.filter((_, i) => i % step === 0)) this.offer(this.grown(start));
  }

  /** A set grown from one option, each time by the one that costs least. */
  private grown(start: number): number[] {
    const undo: (() => void)[] = [];
    const add = (o: number): void => {
      const option = this.option(o);
      const before = this.take(o, option);
      undo.push(() => this.release(o, option, before));
    };
    add(start);
    for (;;) {
      const now = this.rough();
      let best: { o: number; rough: Rough } | undefined;
      for (const o of this.order) {
        const option = this.option(o);
        if (this.isUsed[option.stem]) continue;
        const before = this.take(o, option, true);
        const rough = this.rough();
        this.release(o, option, before);
        const isLess = compareRough(rough, best?.rough ?? now) < 0 && compareRough(rough, now) < 0;
        if (isLess) best = { o, rough };
      }
      if (!best) break;
      add(best.o);
    }
    const set = [...this.taken];
    for (const back of undo.reverse()) back();
    return set;
  }

  /** Takes the present set as it is, then every set that adds options from `from` on. */
  extend(from: number): void {
    if (this.nodes >= this.nodeLimit || this.tries >= this.tryLimit) {
      const bound = costOf(this.boundFrom(this.circleAt(from), from));
      if (!this.openBound || compareCosts(bound, this.openBound) < 0) this.openBound = bound;
      return;
    }
    this.nodes++;
    if (this.nodes % NODES_A_WORD === 0) this.onProgress?.(this.nodes, this.nodeLimit);
    if (!this.isHopeless(this.rough())) this.offer(this.taken);
    for (let i = from; i < this.order.length; i++) {
      const o = this.order[i] as number;
      const option = this.option(o);
      if ((i - from) % LOOK_AHEAD === LOOK_AHEAD - 1 && !this.isWorthwhile(option.circle, i)) return;
      if (this.isUsed[option.stem]) continue;
      this.tries++;
      const before = this.take(o, option, true);
      if (this.isWorthwhile(option.circle, i + 1)) this.extend(i + 1);
      this.release(o, option, before);
    }
  }

  private circleAt(at: number): number {
    const o = this.order[at];
    return o === undefined ? this.problem.circles.length : this.option(o).circle;
  }

  private option(o: number): Option {
    return this.problem.options[o] as Option;
  }

  private startOf(circle: number): number {
    return circle === 0 ? 0 : (this.endOf[circle - 1] as number);
  }

  /** @param inOrder whether its ring's members so far all stand before it */
  private take(o: number, option: Option, inOrder = false): { ring: Ring; value: number } {
    const { pairs, besides, options, stems } = this.tables;
    const before = { ring: this.rings[option.circle] as Ring, value: this.value };
    this.value += this.optionNow[o] as number;
    for (let p = 0; p < options; p++)
      this.optionNow[p] = (this.optionNow[p] as number) + (pairs[o * options + p] as number);
    this.tie += option.stem + 1;
    this.taken.push(o);
    this.isUsed[option.stem] = 1;
    for (let s = 0; s < stems; s++)
      this.leaveNow[s] = (this.leaveNow[s] as number) + (besides[o * stems + s] as number);
    const circle = this.problem.circles[option.circle] as Circle;
    const follows = before.ring.n === 0 || option.bearingDeg >= before.ring.last;
    this.rings[option.circle] =
      inOrder && follows ? widened(circle, before.ring, o, option.bearingDeg) : this.ringOf(option.circle);
    return before;
  }

  /** The ring of a circle, of all its options that are taken. */
  private ringOf(c: number): Ring {
    const circle = this.problem.circles[c] as Circle;
    return this.taken
      .filter((o) => this.option(o).circle === c)
      .sort((a, b) => this.option(a).bearingDeg - this.option(b).bearingDeg)
      .reduce((ring, o) => widened(circle, ring, o, this.option(o).bearingDeg), emptyRing(circle));
  }

  private release(o: number, option: Option, { ring, value }: { ring: Ring; value: number }): void {
    const { pairs, besides, options, stems } = this.tables;
    for (let p = 0; p < options; p++)
      this.optionNow[p] = (this.optionNow[p] as number) - (pairs[o * options + p] as number);
    this.value = value;
    this.tie -= option.stem + 1;
    this.rings[option.circle] = ring;
    this.taken.pop();
    this.isUsed[option.stem] = 0;
    for (let s = 0; s < stems; s++)
      this.leaveNow[s] = (this.leaveNow[s] as number) - (besides[o * stems + s] as number);
  }

  /** Least cost of the present set as it is: its rings closed, each stem beside it at its own cheapest job. */
  private rough(): Rough {
    let value = this.value + this.orphans(Infinity) * BREACH;
    this.problem.circles.forEach((circle, c) => (value += closedRing(circle, this.rings[c] as Ring)));
    for (let s = 0; s < this.isUsed.length; s++) if (!this.isUsed[s]) value += this.jobNow(s);
    return { unpinned: this.missingPins(Infinity), value, tie: this.tie };
  }

  private jobNow(stem: number): number {
    return Math.min(this.problem.out[stem] as number, this.leaveNow[stem] as number);
  }

  /** Whether a set that holds the present one and adds options from `next` on may be kept: by the cheap part of the bound first. */
  private isWorthwhile(current: number, next: number): boolean {
    const bound = this.boundOfEach(current, next);
    if (this.isHopeless(bound)) return false;
    bound.value += this.crowdBound(current, next);
    return !this.isHopeless(bound);
  }

  /** Least cost of any set that holds the present one and adds options from `next` on. */
  private boundFrom(current: number, next: number): Rough {
    const bound = this.boundOfEach(current, next);
    bound.value += this.crowdBound(current, next);
    return bound;
  }

  /** The same, as if stems that are not yet decided cost each other nothing. */
  private boundOfEach(current: number, next: number): Rough {
    const { circles } = this.problem;
    let value = this.value + this.orphans(next) * BREACH;
    for (let s = 0; s < this.isUsed.length; s++) {
      if (this.isUsed[s]) continue;
      value += this.jobNow(s);
    }
    circles.forEach((circle, c) => {
      const ring = this.rings[c] as Ring;
      if (c < current) value += closedRing(circle, ring);
      else if (c === current) value += this.ringBound(c, next);
      else value += Math.max(this.aloneNow(c), this.ringBound(c, this.startOf(c)));
    });
    return { unpinned: this.missingPins(next), value, tie: this.tie };
  }

  /** Least that stems not yet decided cost each other where they are left, beyond what they cost alone. */
  private crowdBound(current: number, next: number): number {
    if (this.crowds.length === 0) return 0;
    let places = 0;
    this.problem.circles.forEach((circle, c) => {
      if (c < current) return;
      const open = (this.endOf[c] as number) - Math.max(next, this.startOf(c));
      places += Math.max(0, Math.min(open, circle.most - (this.rings[c] as Ring).n));
    });
    return leastOfCrowds(this.crowds, places, (s) =>
      this.isUsed[s] ? undefined : (this.problem.out[s] as number) - this.jobNow(s),
    );
  }

  /** The bound of a ring to come, found for itself alone against the cheapest jobs of its stems, beside what those cost now. */
  private aloneNow(c: number): number {
    let bound = this.aloneBounds[c] ?? -Infinity;
    for (const s of this.stemsOf[c] as readonly number[])
      if (!this.isUsed[s]) bound -= this.jobNow(s) - (this.idle[s] as number);
    return bound;
  }

  /** Pinned stems not taken whose options all lie before `next`. */
  private missingPins(next: number): number {
    return this.problem.pinned.filter((stem) => (this.lastAt[stem] as number) < next && !this.isUsed[stem])
      .length;
  }

  /** Carriers of taken stems that are not taken, can no longer be, and may not be left either. */
  private orphans(next: number): number {
    if (!this.hasParents) return 0;
    const gone = new Set<number>();
    for (const o of this.taken) {
      const parent = this.problem.parents[this.option(o).stem] ?? -1;
      const isOpen = parent < 0 || this.isUsed[parent] || (this.lastAt[parent] as number) >= next;
      if (!isOpen && this.leaveNow[parent] === Infinity) gone.add(parent);
    }
    return gone.size;
  }

  private isHopeless(bound: Rough): boolean {
    if (this.breaksMore(bound.unpinned, breachesIn(bound.value))) return true;
    const worst = this.kept.length < this.keep ? undefined : this.kept.at(-1);
    return worst !== undefined && compareCosts(costOf(bound), worst.cost) > 0;
  }

  /** Whether a set leaves out more pins or breaks more rules than it must: then it is not worth telling of. */
  private breaksMore(unpinned: number, breaches: number): boolean {
    const best = this.kept[0]?.cost;
    if (!best) return false;
    return unpinned > best[0] || (unpinned === best[0] && breaches > best[1]);
  }

  /**
   * Least that a ring filled for itself alone adds, found by the same search; undefined when there is only one ring, or
   * the search took too long. What a whole set pays within a ring is never less than this.
   */
  private aloneBound(c: number): number | undefined {
    if (this.problem.circles.length === 1) return undefined;
    const against = (option: Option): number => option.cost - (this.idle[option.stem] as number);
    const search = new Search(alone(this.problem, c, against), 1, ALONE_LIMIT);
    search.seed();
    search.extend(0);
    const best = search.kept[0];
    return !best || search.openBound ? undefined : valueOf({ breaches: best.cost[1], cost: best.cost[2] });
  }

  /** Least that a ring adds over every number of limbs it may end with, options from `next` on still open. */
  private ringBound(c: number, next: number): number {
    const circle = this.problem.circles[c] as Circle;
    const ring = this.rings[c] as Ring;
    const room = Math.max(0, circle.most - ring.n);
    const { least, stamps } = this.joining;
    const stamp = ++this.joining.stamp;
    const open: number[] = [];
    for (let i = Math.max(next, this.startOf(c)); i < (this.endOf[c] as number); i++) {
      const o = this.order[i] as number;
      const { stem } = this.option(o);
      if (this.isUsed[stem]) continue;
      const against = (this.optionNow[o] as number) - this.jobNow(stem);
      if (stamps[stem] !== stamp) {
        stamps[stem] = stamp;
        least[stem] = against;
        open.push(stem);
      } else if (against < (least[stem] as number)) least[stem] = against;
    }
    const cheap = open.map((stem) => least[stem] as number).sort((x, y) => x - y);
    cheap.length = Math.min(cheap.length, room);
    return leastCost(circle, ring, cheap);
  }

  /** Keeps a set if it is among the best with stems of its own in its places. */
  private offer(set: readonly number[]): void {
    const { cost, jobs } = wholeOf(this.problem, this.tables, set);
    if (this.breaksMore(cost[0], cost[1])) return;
    const worst = this.kept.at(-1);
    const full = this.kept.length >= this.keep;
    if (full && worst && compareCosts(cost, worst.cost) > 0) return;
    const options = [...set].sort((a, b) => a - b);
    const solution = { options, left: jobs.left, cost };
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
