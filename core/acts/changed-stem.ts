import type { Stem, Tree } from '../tree/stem';
import type { StemId } from '../tree/stem-readings';

/** A tree with one stem changed; the same tree where it has no such stem. */
export function changedStem(tree: Tree, stemId: StemId, change: (stem: Stem) => Stem): Tree {
  return { ...tree, stems: tree.stems.map((stem) => (stem.id === stemId ? change(stem) : stem)) };
}
