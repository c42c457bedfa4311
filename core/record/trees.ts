import { readBook, treeState, type TreeState } from '../history/tree-at';
import { readYardFile } from '../formats/read';
import { caseTree, type JudgementCase } from '../testing/case-tree';

/** The trees whose record is kept: those of the demo yard and those of the judgements, by a name of their own. */
export function recordedTrees(demo: string, cases: readonly JudgementCase[]): Map<string, TreeState> {
  const trees = new Map<string, TreeState>();
  const file = readYardFile(demo);
  if (file.kind !== 'good') throw new Error('the demo yard is not a good file');
  const read = readBook(file.file);
  for (const { record } of read.trees) {
    const state = treeState(read, record.id);
    if (state) trees.set(`demo ${record.id}`, state);
  }
  for (const tree of cases) trees.set(`case ${tree.id}`, caseTree(tree));
  return trees;
}
