import { id, oneOf, shape, type Typed } from '../../fields/fields';
import type { EventWays } from '../event';

const schema = shape({ kind: oneOf(['site-taken-out']), siteId: id() });

/** A place given up. While trees stand on it, it stays. */
export type SiteTakenOut = Typed<typeof schema>;

export const siteTakenOut: EventWays<SiteTakenOut> = {
  schema,
  reduceYard({ sites, trees }, { siteId }) {
    if (!trees.some((tree) => tree.siteId === siteId)) sites.delete(siteId);
  },
};
