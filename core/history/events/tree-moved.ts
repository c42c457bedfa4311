import { told } from '../../words/message';
import { id, oneOf, shape, type Typed } from '../../fields/fields';
import { placeSchema } from '../tree-record';
import type { EventWays } from '../event';

const schema = shape({ kind: oneOf(['tree-moved']), treeId: id(), siteId: id(), place: placeSchema });

/** A tree that stands elsewhere from this day: replanted, or set right on the plan. */
export type TreeMoved = Typed<typeof schema>;

export const treeMoved: EventWays<TreeMoved> = {
  schema,
  reduce: (tree, { place }) => void (tree.record = { ...tree.record, place }),
  reduceYard({ trees }, { treeId, siteId }) {
    const at = trees.findIndex(({ record }) => record.id === treeId);
    const tree = trees[at];
    if (tree) trees[at] = { ...tree, siteId };
  },
  told: () => told('book.moved'),
};
