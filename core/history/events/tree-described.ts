import { id, oneOf, shape, type Typed } from '../../fields/fields';
import { described } from '../tree-record';
import type { EventWays } from '../event';

const schema = shape({ kind: oneOf(['tree-described']), treeId: id(), change: shape(described) });

/** What was learned later of a tree's stock, how it came, and its room. */
export type TreeDescribed = Typed<typeof schema>;

export const treeDescribed: EventWays<TreeDescribed> = {
  schema,
  reduce: (tree, { change }) => void (tree.record = { ...tree.record, ...change }),
};
