import { oneOf, shape, type Typed } from '../../fields/fields';
import { siteSchema } from '../../sites/site';
import type { EventWays } from '../event';

const schema = shape({ kind: oneOf(['site-added']), site: siteSchema });

/** A place for trees, new in the yard. Added twice under one id, the first one stands. */
export type SiteAdded = Typed<typeof schema>;

export const siteAdded: EventWays<SiteAdded> = {
  schema,
  isTimeless: true,
  reduceYard({ sites }, { site }) {
    if (!sites.has(site.id)) sites.set(site.id, site);
  },
};
