import type { Problem } from './problem';
import { BREACH, type PairTables } from './pair-tables';

/** What becomes of the stems that fill no place: those left where they are, by index, and what leaving and taking out cost. */
export interface Jobs {
  left: readonly number[];
  value: number;
}

/**
 * The cheapest jobs of all stems beside a set of taken options: each is left or taken out, alone and with what is left
 * near it. A stem is left only where what carries it stays. Exact: stems that touch each other by no cost are decided
 * apart, the others by trying both ways, the cheaper first, while what is decided is cheaper than the best found.
 */
export function jobsOf(problem: Problem, tables: PairTables, taken: readonly number[]): Jobs {
  const inIt = new Set(taken.map((o) => problem.options[o]?.stem ?? -1));
  const carries = new Set([...inIt].map((stem) => problem.parents[stem] ?? -1));
  const asked: Asked[] = [];
  let value = 0;
  problem.stems.forEach((_, stem) => {
    if (inIt.has(stem)) return;
    let leave = problem.leave[stem] ?? Infinity;
    for (const o of taken) leave += tables.besides[o * tables.stems + stem] as number;
    // What carries a limb that is taken may not go from under it.
    const out = (problem.out[stem] as number) + (carries.has(stem) ? BREACH : 0);
    asked.push({ stem, leave, out });
  });
  const left: number[] = [];
  for (const group of groupsOf(problem, tables, asked, inIt)) {
    const best = bestOf(problem, tables, group, inIt);
    value += best.value;
    left.push(...best.left);
  }
  return { left: left.sort((a, b) => a - b), value };
}

interface Asked {
  stem: number;
  leave: number;
  out: number;
}

/** Stems by what hangs together: left side by side they cost something, or one carries the other. */
function groupsOf(
  { parents }: Problem,
  { near }: PairTables,
  asked: readonly Asked[],
  taken: ReadonlySet<number>,
): Asked[][] {
  const byStem = new Map(asked.map((one) => [one.stem, one]));
  const groups: Asked[][] = [];
  const seen = new Set<number>();
  const children = new Map<number, number[]>();
  for (const { stem } of asked) {
    const parent = parents[stem] ?? -1;
    if (parent >= 0 && !taken.has(parent)) children.set(parent, [...(children.get(parent) ?? []), stem]);
  }
  for (const first of asked) {
    if (seen.has(first.stem)) continue;
    const group: Asked[] = [];
    const open = [first.stem];
    seen.add(first.stem);
    for (let stem = open.pop(); stem !== undefined; stem = open.pop()) {
      group.push(byStem.get(stem) as Asked);
      const kin = [parents[stem] ?? -1, ...(children.get(stem) ?? [])];
      for (const next of [...(near[stem] ?? []), ...kin]) {
        if (seen.has(next) || !byStem.has(next)) continue;
        seen.add(next);
        open.push(next);
      }
    }
    groups.push(group);
  }
  return groups;
}

/** The cheapest way for one group; of ways that cost the same, the one that leaves more. */
function bestOf(
  { parents }: Problem,
  { amidst, stems }: PairTables,
  group: readonly Asked[],
  taken: ReadonlySet<number>,
): Jobs {
  if (group.length === 1) {
    const [{ stem, leave, out }] = group as [Asked];
    const isOrphan = isGone(parents[stem] ?? -1, taken, []);
    return leave <= out && !isOrphan ? { left: [stem], value: leave } : { left: [], value: out };
  }
  const inGroup = new Set(group.map(({ stem }) => stem));
  const depth = (stem: number): number => {
    const parent = parents[stem] ?? -1;
    return parent >= 0 && inGroup.has(parent) ? depth(parent) + 1 : 0;
  };
  // Carriers first, then those that are dearest to decide wrongly.
  const order = [...group].sort(
    (a, b) =>
      depth(a.stem) - depth(b.stem) ||
      Math.abs(b.leave - b.out) - Math.abs(a.leave - a.out) ||
      a.stem - b.stem,
  );
  const least = new Float64Array(order.length + 1);
  for (let i = order.length - 1; i >= 0; i--) {
    const { leave, out } = order[i] as Asked;
    least[i] = (least[i + 1] as number) + Math.min(leave, out);
  }
  let best: Jobs = { left: [], value: Infinity };
  const left: number[] = [];
  const decide = (i: number, value: number): void => {
    if (value + (least[i] as number) > best.value) return;
    const one = order[i];
    if (!one) {
      if (value < best.value || left.length > best.left.length) best = { left: [...left], value };
      return;
    }
    const parent = parents[one.stem] ?? -1;
    const isOrphan = isGone(parent, taken, inGroup.has(parent) ? left : undefined);
    let beside = one.leave;
    for (const other of left) beside += amidst[one.stem * stems + other] as number;
    const leaveIt = (): void => {
      if (isOrphan || beside === Infinity) return;
      left.push(one.stem);
      decide(i + 1, value + beside);
      left.pop();
    };
    const takeIt = (): void => decide(i + 1, value + one.out);
    for (const way of beside <= one.out ? [leaveIt, takeIt] : [takeIt, leaveIt]) way();
  };
  decide(0, 0);
  return best;
}

/** Whether what carries a stem, if that is to be decided at all, is neither taken nor left. */
const isGone = (parent: number, taken: ReadonlySet<number>, left: readonly number[] | undefined): boolean =>
  parent >= 0 && !taken.has(parent) && !(left ?? []).includes(parent);
