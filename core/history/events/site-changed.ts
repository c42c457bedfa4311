import type { ISchema } from 'yup';
import { id, listOf, maybe, oneOf, shape, type Typed } from '../../fields/fields';
import { MAY_LACK, siteFields, type Site } from '../../sites/site';
import { changed } from '../change';
import type { EventWays } from '../event';

const schema = shape({
  kind: oneOf(['site-changed']),
  siteId: id(),
  change: shape(siteFields).partial() as unknown as ISchema<Partial<Omit<Site, 'id'>>>,
  /** What is not said of it any more. */
  without: maybe(listOf(oneOf(MAY_LACK), MAY_LACK.length)),
});

/** What changed of a site, or was mended: it holds for every day, those before too. */
export type SiteChanged = Typed<typeof schema>;

export const siteChanged: EventWays<SiteChanged> = {
  schema,
  isTimeless: true,
  reduceYard({ sites }, { siteId, change, without }) {
    const site = sites.get(siteId);
    if (site) sites.set(siteId, changed(site, change, without));
  },
};
