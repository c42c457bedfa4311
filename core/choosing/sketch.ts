import type { Effort } from './effort';
import { BREACH, valueOf, type PairTables } from './pair-tables';
import type { Option, Problem } from './problem';
import { circleCost } from './score';

const OUT = -1;
const LEFT = -2;

/** Dearer than any set that may be: a pin that is missing, and what cannot be at all. */
const UNPINNED = 1e4 * BREACH;
const NEVER = 1e5 * BREACH;

/** Stems with the fates that a change gives them. */
type Change = readonly (readonly [stem: number, to: number])[];

/**
 * A fate for every stem at once, made better by the best single change: one stem put elsewhere, or one put in the place of
 * another. Where no change makes it better it is a good set, mostly the best or near it, but nothing is proven.
 */
export class Sketch {
  private readonly fate: Int32Array;
  private readonly fates: readonly (readonly number[])[];
  private readonly circles: number[][];
  private readonly isPinned: Uint8Array;
  /** What each option, and leaving each stem, costs beside all others as they are. */
  private readonly optionNow: Float64Array;
  private readonly leaveNow: Float64Array;

  constructor(
    private readonly problem: Problem,
    private readonly tables: PairTables,
    options: readonly number[],
    private readonly effort: Effort,
  ) {
    const { stems, leave, circles, pinned } = problem;
    this.fates = stems.map((_, s) => [
      ...options.filter((o) => this.option(o).stem === s),
      ...(leave[s] === undefined ? [] : [LEFT]),
      OUT,
    ]);
    this.optionNow = Float64Array.from(problem.options, valueOf);
    this.leaveNow = Float64Array.from(stems, (_, s) => leave[s] ?? 0);
    this.circles = circles.map(() => []);
    this.isPinned = new Uint8Array(stems.length);
    for (const stem of pinned) this.isPinned[stem] = 1;
    this.fate = new Int32Array(stems.length).fill(OUT);
    stems.forEach((_, s) => leave[s] !== undefined && this.put(s, LEFT));
  }

  /**
   * Makes the best change there is until none makes it better, or the effort is spent.
   * @param onSet told the options of each set on the way
   */
  improve(onSet: (options: readonly number[]) => void): void {
    while (!this.effort.isSpent) {
      const change = this.best(this.singles()) ?? this.best(this.exchanges());
      if (!change) return;
      for (const [stem, to] of change) this.put(stem, to);
      onSet(Array.from(this.fate).filter((fate) => fate >= 0));
    }
  }

  private best(changes: Iterable<Change>): Change | undefined {
    let [best, least]: [Change | undefined, number] = [undefined, 0];
    for (const change of changes) {
      this.effort.spend(1);
      const more = this.moreWith(change);
      if (more < least) [best, least] = [change, more];
    }
    return best;
  }

  private *singles(): Iterable<Change> {
    for (let stem = 0; stem < this.fate.length; stem++)
      for (const to of this.fates[stem] as readonly number[]) if (to !== this.fate[stem]) yield [[stem, to]];
  }

  private *exchanges(): Iterable<Change> {
    for (let stem = 0; stem < this.fate.length; stem++)
      for (const to of this.fates[stem] as readonly number[])
        for (const held of to < 0 ? [] : (this.circles[this.option(to).circle] as number[])) {
          const other = this.option(held).stem;
          if (other === stem) continue;
          for (const its of this.fates[other] as readonly number[])
            if (its < 0)
              yield [
                [stem, to],
                [other, its],
              ];
        }
  }

  /** What a change costs more. */
  private moreWith(change: Change): number {
    const [[stem, to], second] = change as [readonly [number, number], (readonly [number, number])?];
    const was = this.fate[stem] as number;
    let sum = this.costOf(stem, to) - this.costOf(stem, was);
    if (second) {
      const [other, its] = second;
      const held = this.fate[other] as number;
      sum += this.costOf(other, its) - this.costOf(other, held);
      // Each was taken with the other as it is: what they cost each other is counted again.
      sum += this.together(stem, to, other, its) - this.together(stem, to, other, held);
      sum += this.together(stem, was, other, held) - this.together(stem, was, other, its);
    }
    return sum + this.carryingWith(change) + this.circlesWith(change);
  }

  /** What a change costs more by who carries whom. */
  private carryingWith(change: Change): number {
    const fateOf = (stem: number): number =>
      change.find(([changed]) => changed === stem)?.[1] ?? (this.fate[stem] as number);
    let more = 0;
    for (const [stem] of change)
      for (const carried of [stem, ...(this.tables.carried[stem] ?? [])]) {
        const parent = this.tables.parents[carried] ?? -1;
        if (parent < 0) continue;
        more += unborne(fateOf(carried), fateOf(parent));
        more -= unborne(this.fate[carried] as number, this.fate[parent] as number);
      }
    return more;
  }

  private circlesWith(change: Change): number {
    const touched = new Set<number>();
    for (const [stem, to] of change)
      for (const fate of [to, this.fate[stem] as number])
        if (fate >= 0) touched.add(this.option(fate).circle);
    let more = 0;
    for (const c of touched) {
      const members = this.circles[c] as number[];
      const then = members.filter((o) => !change.some(([stem]) => stem === this.option(o).stem));
      for (const [, to] of change) if (to >= 0 && this.option(to).circle === c) then.push(to);
      more += circleCost(this.problem, c, then) - circleCost(this.problem, c, members);
    }
    return more;
  }

  /** Gives a stem another fate. */
  private put(stem: number, to: number): void {
    const was = this.fate[stem] as number;
    this.fate[stem] = to;
    if (was >= 0) {
      const ring = this.circles[this.option(was).circle] as number[];
      ring.splice(ring.indexOf(was), 1);
    }
    if (to >= 0) this.circles[this.option(to).circle]?.push(to);
    this.effort.spend(this.fate.length + this.optionNow.length);
    for (let other = 0; other < this.fate.length; other++) {
      if (other === stem) continue;
      for (const its of this.fates[other] as readonly number[]) {
        const more = this.together(stem, to, other, its) - this.together(stem, was, other, its);
        if (its >= 0) this.optionNow[its] = (this.optionNow[its] as number) + more;
        else if (its === LEFT) this.leaveNow[other] = (this.leaveNow[other] as number) + more;
      }
    }
  }

  /** What a stem costs with a fate beside all others as they are, circles and carriers apart. */
  private costOf(stem: number, fate: number): number {
    if (fate >= 0) return this.optionNow[fate] as number;
    const cost = fate === LEFT ? this.leaveNow[stem] : this.problem.out[stem];
    return (cost as number) + (this.isPinned[stem] ? UNPINNED : 0);
  }

  private together(a: number, x: number, b: number, y: number): number {
    const { pairs, besides, amidst, options, stems } = this.tables;
    if (x === OUT || y === OUT) return 0;
    if (x >= 0 && y >= 0) return pairs[x * options + y] as number;
    if (x >= 0) return besides[x * stems + b] as number;
    if (y >= 0) return besides[y * stems + a] as number;
    return amidst[a * stems + b] as number;
  }

  private option(o: number): Option {
    return this.problem.options[o] as Option;
  }
}

/** What it costs that a limb has nothing that bears it: in a place it breaks a rule, and left it cannot be. */
function unborne(fate: number, carriers: number): number {
  if (carriers !== OUT || fate === OUT) return 0;
  return fate === LEFT ? NEVER : BREACH;
}
