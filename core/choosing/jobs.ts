import { Effort } from './effort';
import type { Problem } from './problem';
import { BREACH, type PairTables } from './pair-tables';

/** What becomes of the stems that fill no place: those left where they are, by index, and what leaving and taking out cost. */
export interface Jobs {
  left: readonly number[];
  value: number;
}

/**
 * The cheapest jobs of all stems beside a set of taken options: each is left or taken out, alone and with what is left
 * near it. A stem is left only where what carries it stays. Exact: what is cheaper whatever becomes of its neighbours is
 * settled first; of the rest, stems that touch each other by no cost are decided apart, the others by trying both ways,
 * the cheaper first, while what they come to at the least is not dearer than the best found.
 * @param limits jobs that cost more than `atMost` are of no interest; once the effort is spent the cheapest found are given
 * @returns undefined where every way looked at costs more than that
 */
export function jobsOf(
  problem: Problem,
  tables: PairTables,
  taken: readonly number[],
  { atMost = Infinity, effort = new Effort() }: JobsLimits = {},
): Jobs | undefined {
  const asked = new Asked(problem, tables, taken);
  if (asked.leastOfOpen() > atMost) return undefined;
  asked.settle();
  let toCome = asked.leastOfOpen();
  if (asked.value + toCome > atMost) return undefined;
  for (const group of asked.groups()) {
    toCome -= asked.leastOf(group);
    if (!new Group(asked, group, effort).decide(atMost - asked.value - toCome)) return undefined;
  }
  const left = problem.stems.map((_, stem) => stem).filter((stem) => asked.fate[stem] === Fate.left);
  return { left, value: asked.value };
}

interface JobsLimits {
  atMost?: number;
  effort?: Effort;
}

enum Fate {
  open,
  placed,
  left,
  out,
}

/** Stems beside a set: what leaving and taking out each costs by now, and what is decided. */
class Asked {
  readonly leave: Float64Array;
  readonly out: Float64Array;
  readonly fate: Uint8Array;
  value = 0;

  constructor(
    { stems, options, parents, leave, out }: Problem,
    readonly tables: PairTables,
    taken: readonly number[],
  ) {
    this.leave = Float64Array.from(stems, (_, s) => leave[s] ?? Infinity);
    this.out = Float64Array.from(out);
    this.fate = new Uint8Array(stems.length);
    const carriers = new Set<number>();
    for (const o of taken) {
      const stem = options[o]?.stem ?? -1;
      this.fate[stem] = Fate.placed;
      carriers.add(parents[stem] ?? -1);
      for (let s = 0; s < stems.length; s++) this.addTo(s, tables.besides[o * stems.length + s] as number);
    }
    // What carries a limb that is taken may not go from under it.
    for (const carrier of carriers) if (carrier >= 0) this.out[carrier] = (this.out[carrier] ?? 0) + BREACH;
  }

  addTo(stem: number, cost: number): void {
    this.leave[stem] = (this.leave[stem] as number) + cost;
  }

  amidst(a: number, b: number): number {
    return this.tables.amidst[a * this.tables.stems + b] as number;
  }

  isOpen(stem: number): boolean {
    return this.fate[stem] === Fate.open;
  }

  parentOf(stem: number): number {
    return this.tables.parents[stem] ?? -1;
  }

  /** Decides what is cheaper whatever becomes of the others, until nothing more is. */
  settle(): void {
    const queue = Array.from(this.fate, (_, stem) => stem);
    for (let stem = queue.pop(); stem !== undefined; stem = queue.pop()) {
      if (!this.isOpen(stem)) continue;
      const fate = this.sureFateOf(stem);
      if (fate === undefined) continue;
      this.put(stem, fate);
      const parent = this.parentOf(stem);
      if (parent >= 0) queue.push(parent);
      queue.push(...(this.tables.carried[stem] ?? []), ...(this.tables.near[stem] ?? []));
    }
  }

  /** What becomes of a stem for good. */
  put(stem: number, fate: Fate.left | Fate.out): void {
    this.fate[stem] = fate;
    this.value += (fate === Fate.left ? this.leave : this.out)[stem] as number;
    if (fate === Fate.left)
      for (const other of this.tables.near[stem] ?? []) this.addTo(other, this.amidst(stem, other));
  }

  private sureFateOf(stem: number): Fate.left | Fate.out | undefined {
    const [leave, out] = [this.leave[stem] as number, this.out[stem] as number];
    const parent = this.parentOf(stem);
    if (parent >= 0 && this.fate[parent] === Fate.out) return Fate.out;
    const carries = (this.tables.carried[stem] ?? []).some((other) => this.isOpen(other));
    if (leave > out && !carries) return Fate.out;
    if (parent >= 0 && this.isOpen(parent)) return undefined;
    let dearest = leave;
    for (const other of this.tables.near[stem] ?? [])
      if (this.isOpen(other)) dearest += this.amidst(stem, other);
    return dearest <= out ? Fate.left : undefined;
  }

  leastOf(stems: readonly number[]): number {
    let sum = 0;
    for (const s of stems) sum += Math.min(this.leave[s] as number, this.out[s] as number);
    return sum;
  }

  leastOfOpen(): number {
    let sum = 0;
    this.fate.forEach((fate, s) => {
      if (fate === Fate.open) sum += Math.min(this.leave[s] as number, this.out[s] as number);
    });
    return sum;
  }

  /** Open stems by what hangs together: left side by side they cost something, or one carries the other. */
  groups(): number[][] {
    const groups: number[][] = [];
    const seen = new Uint8Array(this.fate.length);
    this.fate.forEach((fate, first) => {
      if (fate !== Fate.open || seen[first]) return;
      const group: number[] = [];
      const open = [first];
      seen[first] = 1;
      for (let stem = open.pop(); stem !== undefined; stem = open.pop()) {
        group.push(stem);
        const { near, carried } = this.tables;
        for (const next of [this.parentOf(stem), ...(near[stem] ?? []), ...(carried[stem] ?? [])]) {
          if (next < 0 || seen[next] || !this.isOpen(next)) continue;
          seen[next] = 1;
          open.push(next);
        }
      }
      groups.push(group);
    });
    return groups;
  }
}

/** Stems that hang together, decided by trying both ways. */
class Group {
  private readonly order: readonly number[];
  private best: number[] | undefined;
  private bestValue = Infinity;
  private readonly left: number[] = [];

  constructor(
    private readonly asked: Asked,
    stems: readonly number[],
    private readonly effort: Effort,
  ) {
    const inIt = new Set(stems);
    const depth = (stem: number): number => {
      const parent = asked.parentOf(stem);
      return inIt.has(parent) ? depth(parent) + 1 : 0;
    };
    const weight = (s: number): number => Math.abs((asked.leave[s] as number) - (asked.out[s] as number));
    // Carriers first, then those that are dearest to decide wrongly.
    this.order = [...stems].sort((a, b) => depth(a) - depth(b) || weight(b) - weight(a) || a - b);
  }

  /** Puts the cheapest way, of ways that cost the same the one that leaves more; false where each costs more than allowed. */
  decide(atMost: number): boolean {
    this.bestValue = atMost;
    this.try(0, 0, this.asked.leastOf(this.order));
    if (!this.best) return false;
    const left = new Set(this.best);
    for (const stem of this.order) this.asked.put(stem, left.has(stem) ? Fate.left : Fate.out);
    return true;
  }

  /** @param rest least that the stems from `i` on come to beside those left */
  private try(i: number, value: number, rest: number): void {
    if (value + rest > this.bestValue || (this.effort.isSpent && this.bestValue < Infinity)) return;
    this.effort.spend(1);
    const stem = this.order[i];
    if (stem === undefined) {
      if (this.best && value === this.bestValue && this.left.length <= this.best.length) return;
      this.best = [...this.left];
      this.bestValue = value;
      return;
    }
    const { leave, out, fate } = this.asked;
    const [beside, gone] = [leave[stem] as number, out[stem] as number];
    const after = rest - Math.min(beside, gone);
    const parent = this.asked.parentOf(stem);
    const mayStay = beside < Infinity && (parent < 0 || fate[parent] !== Fate.out);
    if (mayStay && beside <= gone) this.tryLeft(stem, i, value + beside, after);
    fate[stem] = Fate.out;
    this.try(i + 1, value + gone, after);
    fate[stem] = Fate.open;
    if (mayStay && beside > gone) this.tryLeft(stem, i, value + beside, after);
  }

  private tryLeft(stem: number, i: number, value: number, rest: number): void {
    const { leave, out, fate, tables } = this.asked;
    const near = tables.near[stem] as readonly number[];
    let least = rest;
    fate[stem] = Fate.left;
    for (const other of near) {
      if (fate[other] !== Fate.open) continue;
      const [was, gone] = [leave[other] as number, out[other] as number];
      const now = was + this.asked.amidst(stem, other);
      leave[other] = now;
      least += Math.min(now, gone) - Math.min(was, gone);
    }
    this.left.push(stem);
    this.try(i + 1, value, least);
    this.left.pop();
    fate[stem] = Fate.open;
    for (const other of near)
      if (fate[other] === Fate.open) leave[other] = (leave[other] as number) - this.asked.amidst(stem, other);
  }
}
