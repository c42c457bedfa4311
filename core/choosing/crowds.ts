import type { PairTables } from './pair-tables';
import type { Problem } from './problem';

/** Stems that cost each other something where they stay, in places or beside them. */
export interface Crowd {
  members: readonly number[];
  /** What each part of the members costs together when it stays, at the least: by the sum of 2^i over the members in it. */
  together: Float64Array;
}

/** What a stem costs more when it is taken out than at its cheapest job; 0 for one that is decided. */
type OutBy = (stem: number) => number;

/** Stems in a crowd, at most: every part of it is looked at. */
const MEMBERS = 8;

/**
 * Parts the stems into crowds, each stem in one at most: each grows from the stem that has the dearest neighbours by
 * whichever adds most to what the crowd must cost.
 */
export function crowdsOf(problem: Problem, tables: PairTables, outBy: OutBy): Crowd[] {
  const cost = stayingTogether(problem, tables);
  const m = problem.stems.length;
  const between: Between = (a, b) => cost[a * m + b] as number;
  const free = new Set(problem.stems.map((_, stem) => stem).filter((stem) => outBy(stem) > 0));
  const worth = (a: number): number => {
    let sum = 0;
    for (const b of free) if (b !== a) sum += Math.min(between(a, b), outBy(a), outBy(b));
    return sum;
  };
  const crowds: Crowd[] = [];
  for (;;) {
    const first = [...free].reduce((best, stem) => (best < 0 || worth(stem) > worth(best) ? stem : best), -1);
    if (first < 0) return crowds;
    const crowd = grownFrom(first, free, between, outBy);
    for (const stem of crowd.members) free.delete(stem);
    if (crowd.members.length > 1) crowds.push(crowd);
  }
}

type Between = (a: number, b: number) => number;

function grownFrom(first: number, free: ReadonlySet<number>, between: Between, outBy: OutBy): Crowd {
  let grown: Crowd = { members: [first], together: new Float64Array(2) };
  let least = 0;
  while (grown.members.length < MEMBERS) {
    let next: Crowd | undefined;
    for (const stem of free) {
      if (grown.members.includes(stem)) continue;
      const wider = widenedBy(grown, stem, between);
      const cost = leastOf(wider, outBy);
      if (cost <= least) continue;
      least = cost;
      next = wider;
    }
    if (!next) break;
    grown = next;
  }
  return grown;
}

function widenedBy({ members, together }: Crowd, stem: number, between: Between): Crowd {
  const half = together.length;
  const wider = new Float64Array(2 * half);
  wider.set(together);
  for (let part = 0; part < half; part++) {
    let sum = together[part] as number;
    members.forEach((other, i) => {
      if (part & (1 << i)) sum += between(stem, other);
    });
    wider[half + part] = sum;
  }
  return { members: [...members, stem], together: wider };
}

/** For each two stems the least they cost together when both stay: in whichever places, or left. */
function stayingTogether({ stems, options, leave }: Problem, tables: PairTables): Float64Array {
  const [m, n] = [stems.length, options.length];
  const least = new Float64Array(m * m).fill(Infinity);
  const put = (a: number, b: number, cost: number): void => {
    least[a * m + b] = Math.min(least[a * m + b] as number, cost);
    least[b * m + a] = Math.min(least[b * m + a] as number, cost);
  };
  const mayStay = stems.map((_, s) => s).filter((s) => leave[s] !== undefined);
  options.forEach(({ stem: a }, o) => {
    for (let p = 0; p < o; p++) put(a, options[p]?.stem ?? a, tables.pairs[o * n + p] as number);
    for (const b of mayStay) put(a, b, tables.besides[o * m + b] as number);
  });
  for (const a of mayStay) for (const b of mayStay) put(a, b, tables.amidst[a * m + b] as number);
  return least;
}

/** Least that crowds cost beyond each stem's own cheapest job. */
export function leastOfCrowds(crowds: readonly Crowd[], outBy: OutBy): number {
  let sum = 0;
  for (const crowd of crowds) sum += leastOf(crowd, outBy);
  return sum;
}

/** Saved by each part of a crowd that stays, while one crowd is looked at. */
const saved = new Float64Array(1 << MEMBERS);

/** Least of one crowd over every part of it that may stay, all others taken out. */
function leastOf({ members, together }: Crowd, outBy: OutBy): number {
  let all = 0;
  let best = 0;
  for (let i = 0, half = 1; i < members.length; i++, half *= 2) {
    const out = outBy(members[i] as number);
    all += out;
    for (let part = 0; part < half; part++) {
      const saves = (saved[part] as number) + out;
      saved[half + part] = saves;
      best = Math.min(best, (together[half + part] as number) - saves);
    }
  }
  return all + best;
}
