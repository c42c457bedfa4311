import { id, oneOf, shape, type Typed } from '../../fields/fields';
import { treeRecord } from '../tree-record';
import type { EventWays } from '../event';

const schema = shape({ kind: oneOf(['tree-added']), treeId: id(), siteId: id(), tree: treeRecord });

/** A tree planted, or come into the book, on a site. Added twice under one id, the first one stands. */
export type TreeAdded = Typed<typeof schema>;

export const treeAdded: EventWays<TreeAdded> = {
  schema,
  reduceYard({ trees }, { tree, siteId }) {
    if (!trees.some(({ record }) => record.id === tree.id)) trees.push({ record: tree, siteId });
  },
};
