import type { PairTables } from './pair-tables';

/** Stems of which every two cost at least so much where both are left. */
export interface Crowd {
  members: readonly number[];
  eachPair: number;
}

/** Fewest hundredths a pair must cost to be worth a crowd. */
const WORTH = 100;

/** Parts the stems into crowds, the dearest pairs first: each stem is in one at most. */
export function crowdsOf({ amidst, stems, near }: PairTables, mayStay: (stem: number) => boolean): Crowd[] {
  const cost = (a: number, b: number): number => amidst[a * stems + b] as number;
  const pairs = near.flatMap((others, a) =>
    others.filter((b) => b > a && mayStay(a) && mayStay(b)).map((b) => ({ a, b, cost: cost(a, b) })),
  );
  const taken = new Set<number>();
  const crowds: Crowd[] = [];
  for (const { a, b, cost: first } of pairs.sort((x, y) => y.cost - x.cost)) {
    if (first < WORTH || taken.has(a) || taken.has(b)) continue;
    const members = [a, b];
    let eachPair = first;
    for (const c of near[a] ?? []) {
      if (taken.has(c) || members.includes(c) || !mayStay(c)) continue;
      const least = Math.min(...members.map((other) => cost(c, other)));
      if (least < first * KEEPS) continue;
      members.push(c);
      eachPair = Math.min(eachPair, least);
    }
    for (const stem of members) taken.add(stem);
    crowds.push({ members, eachPair });
  }
  return crowds;
}

/** A stem joins a crowd whose dearest pair costs no more than so many times what it costs there. */
const KEEPS = 0.5;

/**
 * Least that crowds cost beyond each stem's own cheapest job, where at most `places` of all their stems may take a place and
 * cost their crowd nothing: of a crowd, some are left and crowd each other, the others are taken out.
 * @param outBy what taking a stem out costs more than its cheapest job; undefined for one that is decided
 */
export function leastOfCrowds(
  crowds: readonly Crowd[],
  places: number,
  outBy: (stem: number) => number | undefined,
): number {
  // For 0, 1, 2, ... places used so far: the least of the crowds looked at. This runs for every branch of a search.
  let least = [0];
  for (const { members, eachPair } of crowds) {
    const outs: number[] = [];
    for (const stem of members) {
      const by = outBy(stem);
      if (by !== undefined) outs.push(by);
    }
    if (outs.length < 2) continue;
    outs.sort((x, y) => x - y);
    const next: number[] = new Array<number>(Math.min(places + 1, least.length + outs.length)).fill(Infinity);
    for (let placed = 0; placed <= Math.min(places, outs.length); placed++) {
      const own = leastOfOne(outs, placed, eachPair);
      for (let used = 0; used < least.length && used + placed < next.length; used++) {
        const sum = (least[used] as number) + own;
        if (sum < (next[used + placed] as number)) next[used + placed] = sum;
      }
      if (own === 0) break;
    }
    least = next;
  }
  return Math.min(...least);
}

/** Least of one crowd with so many in places: of the others, the cheapest go, and what is left crowds pair by pair. */
function leastOfOne(outs: readonly number[], placed: number, eachPair: number): number {
  const rest = outs.length - placed;
  let best = Infinity;
  let gone = 0;
  for (let out = 0; out <= rest; out++) {
    const left = rest - out;
    best = Math.min(best, gone + ((left * (left - 1)) / 2) * eachPair);
    gone += outs[out] ?? 0;
  }
  return best;
}
