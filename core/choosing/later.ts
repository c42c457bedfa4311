import type { Problem } from './problem';

/** For each stem 1 where every option of it lies in circles from `from` on: its job is decided there. */
function decidedFrom({ stems, options }: Problem, from: number): Uint8Array {
  const first = stems.map(() => Infinity);
  for (const { stem, circle } of options) first[stem] = Math.min(first[stem] as number, circle);
  return Uint8Array.from(first, (circle) => (circle >= from && circle < Infinity ? 1 : 0));
}

/** For each stem 1 where it has no option past a circle: its job is decided by then. */
export function decidedBy({ stems, options }: Problem, circle: number): Uint8Array {
  const decided = new Uint8Array(stems.length).fill(1);
  for (const option of options) if (option.circle > circle) decided[option.stem] = 0;
  return decided;
}

/**
 * The circles from `from` on as a problem of their own: no set of the whole problem pays less there than its best set. Stems that
 * may stand in an earlier circle cost nothing outside of these, and what is shared with earlier circles is left out.
 */
export function later(problem: Problem, from: number): Problem {
  const { stems, options, circles, pairs, besides, amidst, out, leave } = problem;
  const decided = decidedFrom(problem, from);
  const own = options.map((_, o) => o).filter((o) => (options[o]?.circle ?? 0) >= from);
  const index = new Map(own.map((o, i) => [o, i]));
  return {
    ...{ stems, pinned: [], parents: stems.map(() => -1) },
    out: out.map((cost, s) => (decided[s] ? cost : 0)),
    leave: leave.map((cost, s) => (decided[s] ? cost : 0)),
    options: own.map((o) => {
      const option = options[o] as Problem['options'][number];
      return { ...option, circle: option.circle - from };
    }),
    pairs: pairs.flatMap((pair) => {
      const [a, b] = [index.get(pair.a), index.get(pair.b)];
      return a === undefined || b === undefined ? [] : [{ ...pair, a, b }];
    }),
    besides: besides.flatMap((pair) => {
      const a = index.get(pair.a);
      return a === undefined || !decided[pair.b] ? [] : [{ ...pair, a }];
    }),
    amidst: amidst.filter(({ a, b }) => decided[a] && decided[b]),
    circles: circles.slice(from).map((circle) => ({
      ...circle,
      spreads: circle.spreads.map((spread) => ({
        ...spread,
        value: own.map((o) => spread.value[o] as number),
      })),
    })),
  };
}
