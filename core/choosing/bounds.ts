import { crowdsOf, leastOfCrowds, type Crowd } from './crowds';
import { BREACH } from './pair-tables';
import type { Circle } from './problem';
import { decidedBy } from './later';
import { closedRing, leastCost, type Ring } from './ring';
import type { Rough } from './rough';
import type { Taking } from './taking';

/** Options in the order they are tried, sorted by circle, then bearing. */
export interface Order {
  options: readonly number[];
  /** Where each circle's options end. */
  ends: readonly number[];
}

/** What crowds cost at the least in a set, and what was spent in it by then. */
export interface CrowdCost {
  cost: number;
  spent: number;
}

/**
 * The least that any set costs that holds the options taken and adds only later ones. A bound adds what they cost already,
 * every open stem at its own cheapest job, what rings cost at the least, and what stems near each other must cost.
 */
export class Bounds {
  private readonly hasParents: boolean;
  /** For each circle the stems that are decided by it. */
  private readonly decided: readonly Uint8Array[];
  private readonly parted: readonly Crowd[];
  /** For each stem: the place in the order of its last option, -1 for none. */
  private readonly lastAt: readonly number[];
  /** For each stem that may yet join a ring: what it adds at the least; valid where its stamp is the last. */
  private readonly joining: { least: Float64Array; stamps: Int32Array; stamp: number };

  constructor(
    private readonly now: Taking,
    private readonly order: Order,
    /** What the circles from each on cost by themselves at the least; none where it is not known. */
    private readonly later: readonly number[],
  ) {
    const { stems, circles, parents, out } = now.problem;
    this.lastAt = stems.map((_, stem) => order.options.findLastIndex((o) => now.option(o).stem === stem));
    this.decided = circles.map((_, c) => decidedBy(now.problem, c));
    this.hasParents = parents.some((parent) => parent >= 0);
    this.parted = crowdsOf(now.problem, now.tables, (s) => (out[s] as number) - now.jobNow(s));
    const n = stems.length;
    this.joining = { least: new Float64Array(n), stamps: new Int32Array(n), stamp: 0 };
  }

  circleAt(at: number): number {
    const o = this.order.options[at];
    return o === undefined ? this.now.problem.circles.length : this.now.option(o).circle;
  }

  /** Least cost of the present set as it is: its rings closed, each stem beside it at its own cheapest job. */
  asItIs(): Rough {
    const { problem, rings, value, jobs, tie } = this.now;
    let sum = value + this.orphans(Infinity) * BREACH + jobs;
    for (let c = 0; c < rings.length; c++) sum += closedRing(problem.circles[c] as Circle, rings[c] as Ring);
    return { unpinned: this.missingPins(Infinity), value: sum, tie };
  }

  /** Least cost of any set that holds the present one and adds options from `next` on, as if stems cost each other nothing. */
  ofEach(current: number, next: number): Rough {
    const { problem, rings, value, jobs, tie } = this.now;
    let sum = value + this.orphans(next) * BREACH + jobs;
    for (let c = 0; c < rings.length; c++) {
      if (c < current) sum += closedRing(problem.circles[c] as Circle, rings[c] as Ring);
      else sum += this.ring(c, c === current ? next : this.startOf(c));
    }
    return { unpinned: this.missingPins(next), value: sum, tie };
  }

  /** The same, with all that comes after the present circle at what it costs by itself at the least; undefined where that is not known. */
  withLater(current: number, next: number): Rough | undefined {
    const { problem, rings, value, isUsed, tie } = this.now;
    const rest = this.later[current + 1];
    if (rest === undefined) return undefined;
    const decided = this.decided[current] as Uint8Array;
    let sum = value + this.orphans(next) * BREACH + rest + this.ring(current, next);
    for (let s = 0; s < decided.length; s++) if (decided[s] && !isUsed[s]) sum += this.now.jobNow(s);
    for (let c = 0; c < current; c++) sum += closedRing(problem.circles[c] as Circle, rings[c] as Ring);
    return { unpinned: this.missingPins(next), value: sum, tie };
  }

  /** Least that stems decided by the present circle cost each other where they stay. */
  crowdsBefore(current: number): number {
    const { problem, isUsed } = this.now;
    const decided = this.decided[current] as Uint8Array;
    return leastOfCrowds(this.parted, (s) =>
      isUsed[s] || !decided[s] ? 0 : (problem.out[s] as number) - this.now.jobNow(s),
    );
  }

  /** Least that stems not yet decided cost each other where they stay, beyond what they cost alone. */
  crowds(): CrowdCost {
    const { problem, isUsed } = this.now;
    const cost = leastOfCrowds(this.parted, (s) =>
      isUsed[s] ? 0 : (problem.out[s] as number) - this.now.jobNow(s),
    );
    return { cost, spent: this.spent() };
  }

  /**
   * What is left at the least of a crowds' cost that was found before options were added. It falls by no more than taking
   * stems out has come to cost less over their cheapest jobs: that is what the jobs cost more, and each stem in a place what taking it out would.
   */
  leftOf({ cost, spent }: CrowdCost): number {
    return Math.max(0, cost - (this.spent() - spent));
  }

  private spent(): number {
    const { problem, taken, jobs } = this.now;
    let spent = jobs;
    for (const o of taken) spent += problem.out[this.now.option(o).stem] as number;
    return spent;
  }

  private startOf(circle: number): number {
    return circle === 0 ? 0 : (this.order.ends[circle - 1] as number);
  }

  /** Pinned stems not taken whose options all lie before `next`. */
  private missingPins(next: number): number {
    const { problem, isUsed } = this.now;
    return problem.pinned.filter((stem) => (this.lastAt[stem] as number) < next && !isUsed[stem]).length;
  }

  /** Carriers of taken stems that are not taken, can no longer be, and may not be left either. */
  private orphans(next: number): number {
    if (!this.hasParents) return 0;
    const { problem, isUsed, leaveNow, taken } = this.now;
    const gone = new Set<number>();
    for (const o of taken) {
      const parent = problem.parents[this.now.option(o).stem] ?? -1;
      const isOpen = parent < 0 || isUsed[parent] || (this.lastAt[parent] as number) >= next;
      if (!isOpen && leaveNow[parent] === Infinity) gone.add(parent);
    }
    return gone.size;
  }

  /** Least that a ring adds over every number of limbs it may end with, options from `next` on still open. */
  private ring(c: number, next: number): number {
    const { problem, rings, isUsed, optionNow } = this.now;
    const circle = problem.circles[c] as Circle;
    const ring = rings[c] as Ring;
    const room = Math.max(0, circle.most - ring.n);
    const { least, stamps } = this.joining;
    const stamp = ++this.joining.stamp;
    const open: number[] = [];
    const { options } = this.order;
    for (let i = Math.max(next, this.startOf(c)); i < (this.order.ends[c] as number); i++) {
      const o = options[i] as number;
      const { stem } = this.now.option(o);
      if (isUsed[stem]) continue;
      const against = (optionNow[o] as number) - this.now.jobNow(stem);
      if (stamps[stem] !== stamp) {
        stamps[stem] = stamp;
        least[stem] = against;
        open.push(stem);
      } else if (against < (least[stem] as number)) least[stem] = against;
    }
    const cheap: number[] = [];
    for (const stem of open) insert(cheap, least[stem] as number, room);
    return leastCost(circle, ring, cheap);
  }
}

/** Puts a value into a rising list that holds so many at most. */
function insert(rising: number[], value: number, most: number): void {
  if (rising.length >= most && !(value < (rising.at(-1) ?? -Infinity))) return;
  let at = Math.min(rising.length, most - 1);
  for (; at > 0 && (rising[at - 1] as number) > value; at--) rising[at] = rising[at - 1] as number;
  rising[at] = value;
}
