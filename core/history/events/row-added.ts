import { id, listOf, oneOf, shape, type Typed } from '../../fields/fields';
import { treeRecord } from '../tree-record';
import type { EventWays } from '../event';

/** Trees that are set out at once, at most. */
export const LONGEST_ROW = 200;

const schema = shape({ kind: oneOf(['row-added']), siteId: id(), trees: listOf(treeRecord, LONGEST_ROW) });

/** Several trees set out on a site at once. Of two under one id, the first stands. */
export type RowAdded = Typed<typeof schema>;

export const rowAdded: EventWays<RowAdded> = {
  schema,
  reduceYard(yard, { trees, siteId }) {
    const known = new Set(yard.trees.map(({ record }) => record.id));
    for (const record of trees) if (!known.has(record.id)) yard.trees.push({ record, siteId });
  },
};
