import { object, type ISchema } from 'yup';
import { id, oneOf, shape, unknownFields, type Typed } from '../../fields/fields';
import { siteFields, type Site } from '../../sites/site';
import type { EventWays } from '../event';

const schema = shape({
  kind: oneOf(['site-changed']),
  siteId: id(),
  change: object(siteFields).partial().strict().required().noUnknown(unknownFields) as unknown as ISchema<
    Partial<Omit<Site, 'id'>>
  >,
});

/** What changed of a site. */
export type SiteChanged = Typed<typeof schema>;

export const siteChanged: EventWays<SiteChanged> = {
  schema,
  reduceYard({ sites }, { siteId, change }) {
    const site = sites.get(siteId);
    if (site) sites.set(siteId, { ...site, ...change });
  },
};
