import { number, string, type ISchema } from 'yup';
import { id, isPlainId, listOf, record, shape, text } from '../fields/fields';
import { eventSchema } from '../history/events';
import { treeRecord } from '../history/tree-record';
import { siteSchema } from '../sites/site';
import { MOST_STEMS } from '../tree/stem-readings';
import { MOST_CELL } from '../tree/draft-visit';
import { FILE_FORMAT, FILE_VERSION } from './yard-file';

const site = siteSchema.shape({ trees: listOf(treeRecord, 5000, 'trees') });

const cells = record(text(MOST_CELL), isPlainId, 40, 'must have at most 40 fields with plain names');

/** A file of a version whose events are of a shape. */
export const fileOf = <E>(version: number, event: ISchema<E>) =>
  shape({
    format: string().strict().required().oneOf([FILE_FORMAT], `must be "${FILE_FORMAT}"`),
    version: number().strict().required().oneOf([version], `must be ${version}`),
    yard: shape({ id: id(), name: text(120), sites: listOf(site, 50, 'sites') }),
    events: listOf(event, 200_000, 'events'),
    drafts: record(
      record(cells, isPlainId, MOST_STEMS, `must have at most ${MOST_STEMS} rows with plain ids`),
      isPlainId,
      5000,
      'must name trees by plain ids',
    ),
  });

/** The shape of a yard file. What links its parts to each other is checked in `links.ts`. */
export const yardFileSchema = fileOf(FILE_VERSION, eventSchema);
