// How long the choice takes, geometry of pairs included, and how it grows with n. Prints; asserts nothing.
import { performance } from 'node:perf_hooks';
import { problemOf } from '../core/judging/judge';
import { FIRST_LOOKS } from '../core/judging/looks';
import { solve } from '../core/choosing/solve';
import { treeOf } from '../core/testing/trees';
import { FORMS } from '../core/forms';
import { formInstance, instance } from './instances';

const SIZES = [10, 15, 20, 30, 40, 60];
const SEEDS = Array.from({ length: 15 }, (_, i) => i + 1);
const FORM_SIZES = [10, 20, 30, 60];
const FORM_SEEDS = [1, 2, 3, 4, 5, 6, 7];

const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] as number;

interface Timed {
  ms: number;
  nodes: number;
  proven: boolean;
}

function choose(n: number, seed: number): Timed {
  const state = treeOf(instance(n, seed));
  const from = performance.now();
  const built = problemOf(state);
  if (!built) throw new Error('the form is not judged');
  const { nodes, proven } = solve(built.problem, { mostLooks: FIRST_LOOKS });
  return { ms: performance.now() - from, nodes, proven };
}

for (const seed of SEEDS) choose(20, seed);

console.log('n    median ms  worst ms  median sets looked at  proven best');
for (const n of SIZES) {
  const runs = SEEDS.map((seed) => choose(n, seed));
  const ms = runs.map((run) => run.ms);
  console.log(
    `${String(n).padEnd(4)} ${median(ms).toFixed(1).padStart(9)} ${Math.max(...ms)
      .toFixed(1)
      .padStart(
        9,
      )} ${String(median(runs.map((run) => run.nodes))).padStart(12)} ${runs.filter((run) => run.proven).length}/${runs.length}`,
  );
}

console.log(
  `\nEvery form, 7 instances a size, at most ${FIRST_LOOKS} looks: median and worst ms, answers proven best`,
);
for (const { id } of FORMS) {
  const row = FORM_SIZES.map((n) => {
    const runs = FORM_SEEDS.map((seed) => {
      const state = treeOf(formInstance(id, n, seed));
      const from = performance.now();
      const built = problemOf(state);
      if (!built) throw new Error('the form is not judged');
      const { proven } = solve(built.problem, { mostLooks: FIRST_LOOKS });
      return { ms: performance.now() - from, proven };
    });
    const ms = runs.map((run) => run.ms);
    const proven = runs.filter((run) => run.proven).length;
    return `${n}: ${median(ms).toFixed(0)} (${Math.max(...ms).toFixed(0)}) ${proven}/${runs.length}`;
  });
  console.log(`${id.padEnd(20)} ${row.join('   ')}`);
}
