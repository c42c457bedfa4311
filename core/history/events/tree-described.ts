import { id, listOf, maybe, oneOf, shape, type Typed } from '../../fields/fields';
import { described, MAY_LACK } from '../tree-record';
import { changed } from '../change';
import type { EventWays } from '../event';

const schema = shape({
  kind: oneOf(['tree-described']),
  treeId: id(),
  change: described,
  /** What is not said of it any more. */
  without: maybe(listOf(oneOf(MAY_LACK), MAY_LACK.length)),
});

/** What was learned later of a tree, or was entered wrong: it holds for every day, those before too. */
export type TreeDescribed = Typed<typeof schema>;

export const treeDescribed: EventWays<TreeDescribed> = {
  schema,
  isTimeless: true,
  reduce: (tree, { change, without }) => void (tree.record = changed(tree.record, change, without)),
};
