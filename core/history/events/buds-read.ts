import { budReadings } from '../../buds/whip-buds';
import { id, oneOf, shape, type Typed } from '../../fields/fields';
import type { EventWays } from '../event';

const schema = shape({ kind: oneOf(['buds-read']), treeId: id(), buds: budReadings });

/** A whip's buds: the lowest, their spacing, facings seen, blind ones. */
export type BudsRead = Typed<typeof schema>;

export const budsRead: EventWays<BudsRead> = {
  schema,
  reduce: (tree, { buds }) => void (tree.buds = buds),
};
