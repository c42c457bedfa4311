import { valueOf, type PairTables } from './pair-tables';
import type { Circle, Option, Problem } from './problem';
import { emptyRing, widened, type Ring } from './ring';

/** A set of options while it is built: what each option and each stem costs beside those taken so far. */
export class Taking {
  readonly taken: number[] = [];
  readonly isUsed: Uint8Array;
  /** What each option costs beside those taken. */
  readonly optionNow: Float64Array;
  /** What leaving each stem costs beside those taken. */
  readonly leaveNow: Float64Array;
  readonly rings: Ring[];
  /** What the options taken cost, alone and with each other. */
  value = 0;
  /** What all other stems cost at their cheapest jobs, as if they cost each other nothing. */
  jobs = 0;
  tie = 0;

  constructor(
    readonly problem: Problem,
    readonly tables: PairTables,
  ) {
    const { options, circles, stems, leave } = problem;
    this.leaveNow = Float64Array.from(stems, (_, s) => leave[s] ?? Infinity);
    this.isUsed = new Uint8Array(stems.length);
    this.optionNow = Float64Array.from(options, valueOf);
    this.rings = circles.map(emptyRing);
    stems.forEach((_, s) => (this.jobs += this.jobNow(s)));
  }

  option(o: number): Option {
    return this.problem.options[o] as Option;
  }

  /** What a stem costs at its cheapest job, left or out, beside the options taken. */
  jobNow(stem: number): number {
    return Math.min(this.problem.out[stem] as number, this.leaveNow[stem] as number);
  }

  /** @returns what undoes it, the last taken first */
  take(o: number): () => void {
    const option = this.option(o);
    const { circle, bearingDeg } = option;
    const { value, jobs } = this;
    const ring = this.rings[circle] as Ring;
    this.value += this.optionNow[o] as number;
    this.count(o, option, 1);
    this.taken.push(o);
    const follows = ring.n === 0 || bearingDeg >= ring.last;
    this.rings[circle] = follows
      ? widened(this.problem.circles[circle] as Circle, ring, o, bearingDeg)
      : this.ringOf(circle);
    return () => {
      this.count(o, option, -1);
      this.value = value;
      this.jobs = jobs;
      this.rings[circle] = ring;
      this.taken.pop();
    };
  }

  private count(o: number, { stem }: Option, sign: 1 | -1): void {
    const { pairs, besides, options, stems, touches } = this.tables;
    const { options: others, stems: near } = touches[o] as PairTables['touches'][number];
    for (const p of others)
      this.optionNow[p] = (this.optionNow[p] as number) + sign * (pairs[o * options + p] as number);
    if (sign > 0) this.jobs -= this.jobNow(stem);
    this.isUsed[stem] = sign > 0 ? 1 : 0;
    for (const s of near) {
      const was = this.jobNow(s);
      this.leaveNow[s] = (this.leaveNow[s] as number) + sign * (besides[o * stems + s] as number);
      if (!this.isUsed[s]) this.jobs += this.jobNow(s) - was;
    }
    this.tie += sign * (stem + 1);
  }

  /** The ring of a circle, of all its options that are taken. */
  private ringOf(c: number): Ring {
    const circle = this.problem.circles[c] as Circle;
    return this.taken
      .filter((o) => this.option(o).circle === c)
      .sort((a, b) => this.option(a).bearingDeg - this.option(b).bearingDeg)
      .reduce((ring, o) => widened(circle, ring, o, this.option(o).bearingDeg), emptyRing(circle));
  }
}
