import { readFileSync } from 'node:fs';
import { judge } from '../core/judging/judge';
import { fateOf, weigh } from '../core/doubt/confidence';
import { decisionsOn } from '../core/doubt/decisions';
import { fieldsOf, readingOf, withReading } from '../core/doubt/other-reading';
import type { FormId } from '../core/kinds/form-ids';
import type { TreeState } from '../core/history/tree-at';
import { caseTree, type JudgementCase } from '../core/testing/case-tree';
import { treeOf } from '../core/testing/trees';
import { formInstance } from './instances';

/** Moves tried of each reading, in parts of its uncertainty; those that `weigh` itself tries are left out. */
const PARTS = 16;
const WEIGHED_EVERY = PARTS / 4;
const FORMS: readonly FormId[] = [
  'open-vase',
  'central-leader',
  'spiral-leader',
  'modified-leader',
  'fan',
  'multi-stem-bush',
];

/** Moves every reading of many trees between the moves that were weighed, and lists the clear verdicts that turn. */
const table = JSON.parse(
  readFileSync(new URL('../core/judgements/judgements.cases.json', import.meta.url), 'utf8'),
) as {
  trees: JudgementCase[];
};
const trees: [string, TreeState][] = [
  ...table.trees.map((tree): [string, TreeState] => [tree.id, caseTree(tree)]),
  ...FORMS.flatMap((form) =>
    [1, 2].map((seed): [string, TreeState] => [`${form} ${seed}`, treeOf(formInstance(form, 8, seed))]),
  ),
];
let [moves, turned] = [0, 0];
for (const [name, state] of trees) {
  const judged = judge(state, { withPrices: false });
  const before = decisionsOn(state);
  if (judged.kind !== 'judged' || !before) continue;
  const confidence = weigh(state);
  const clear = [...before].filter(([stemId]) => confidence[stemId]?.level === 'clear');
  for (const stem of state.tree.stems) {
    for (const field of fieldsOf(stem)) {
      const { value, sure } = readingOf(stem, field);
      for (let part = -PARTS; part <= PARTS; part++) {
        if (part % WEIGHED_EVERY === 0) continue;
        const moved = withReading(state, stem.id, field, value + (sure * part) / PARTS);
        const after = decisionsOn(moved, judged.chosen);
        moves++;
        for (const [stemId, decision] of clear) {
          if (fateOf(after?.get(stemId) ?? 'leave') === fateOf(decision)) continue;
          turned++;
          console.log(`${name}: ${stemId} turns as the ${field} of ${stem.id} moves by ${part}/${PARTS}`);
        }
      }
    }
  }
}
console.log(`${trees.length} trees, ${moves} moves, ${turned} clear verdicts turned`);
