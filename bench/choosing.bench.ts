// How long the choice takes, geometry of pairs included, how it grows with n, and how a general solver does on the same
// problems. Prints; asserts nothing.
import { performance } from 'node:perf_hooks';
import highsLoader from 'highs';
import { problemOf } from '../core/choosing/judge';
import { solve } from '../core/choosing/solve';
import { treeOf } from '../core/testing/trees';
import { instance } from './instances';
import { asIntegerProgram } from './integer-program';

const SIZES = [10, 15, 20, 30, 40, 50, 60];
const SEEDS = Array.from({ length: 15 }, (_, i) => i + 1);
const GENERAL_SEEDS = [1, 2, 3];
const GENERAL_SECONDS = 60;

const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] as number;

interface Timed {
  ms: number;
  nodes: number;
  cost: readonly number[];
}

function choose(n: number, seed: number): Timed {
  const state = treeOf(instance(n, seed));
  const from = performance.now();
  const built = problemOf(state);
  if (!built) throw new Error('the form is not judged');
  const { best, nodes } = solve(built.problem);
  return { ms: performance.now() - from, nodes, cost: best[0]?.cost ?? [] };
}

for (const seed of SEEDS) choose(20, seed);

console.log('n    median ms  worst ms  median sets looked at');
for (const n of SIZES) {
  const runs = SEEDS.map((seed) => choose(n, seed));
  const ms = runs.map((run) => run.ms);
  console.log(
    `${String(n).padEnd(4)} ${median(ms).toFixed(1).padStart(9)} ${Math.max(...ms)
      .toFixed(1)
      .padStart(9)} ${String(median(runs.map((run) => run.nodes))).padStart(12)}`,
  );
}

console.log(`\nA general solver (HiGHS, compiled to WebAssembly) on the same choices, best set only:`);
const highs = await highsLoader();
for (const n of [10, 15, 20]) {
  for (const seed of GENERAL_SEEDS) {
    const ours = choose(n, seed);
    const built = problemOf(treeOf(instance(n, seed)));
    if (!built) continue;
    const from = performance.now();
    const program = asIntegerProgram(built.problem);
    const { Status, ObjectiveValue } = highs.solve(program, { time_limit: GENERAL_SECONDS });
    const ms = performance.now() - from;
    console.log(
      `n ${n}, instance ${seed}: ${ms.toFixed(0)} ms against ${ours.ms.toFixed(1)} ms, ${(ms / ours.ms).toFixed(0)} times (${Status}, form and merit ${Math.round(ObjectiveValue)}, ours ${(ours.cost[3] ?? 0) * 10000 + (ours.cost[4] ?? 0)})`,
    );
  }
}
