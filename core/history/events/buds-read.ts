import { budReadings, budsTold, withAnew } from '../../buds/whip-buds';
import { id, maybe, oneOf, shape, type Typed } from '../../fields/fields';
import type { EventWays } from '../event';

const schema = shape({
  kind: oneOf(['buds-read']),
  treeId: id(),
  buds: budReadings,
  /** What of them is told anew; missing where all of it is. */
  anew: maybe(budsTold),
});

/** A whip's buds: the lowest, their spacing, facings seen, blind ones. */
export type BudsRead = Typed<typeof schema>;

export const budsRead: EventWays<BudsRead> = {
  schema,
  reduce(tree, { buds, anew }) {
    tree.buds = tree.buds && anew ? withAnew(tree.buds, buds, anew) : buds;
  },
};
