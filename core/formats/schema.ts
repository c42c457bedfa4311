import { number, string, type ISchema } from 'yup';
import { id, listOf, maybe, record, shape, text } from '../fields/fields';
import { isPlainId } from '../fields/plain';
import { refused } from '../fields/refusal';
import { eventSchema } from '../history/events';
import { treeRecord } from '../history/tree-record';
import { siteWeather } from '../seasons/site-weather';
import { siteSchema } from '../sites/site';
import { MOST_STEMS } from '../tree/stem-readings';
import { MOST_CELL } from '../tree/draft-visit';
import { FILE_FORMAT, FILE_VERSION, LONGEST_PHOTO } from './yard-file';

const MOST_SITES = 50;
const site = siteSchema.shape({ trees: listOf(treeRecord, 5000) });

const cells = record(text(MOST_CELL), isPlainId, 40, refused('refused.keys', { most: 40 }));

/** A JPEG as base64: its first three bytes are always the same. */
const photo = text(LONGEST_PHOTO).matches(/^\/9j\/[A-Za-z0-9+/]*={0,2}$/, refused('refused.photo'));
const MOST_PHOTOS = 2000;

/** A file of a version whose events are of a shape. */
export const fileOf = <E>(version: number, event: ISchema<E>) =>
  shape({
    format: string()
      .strict()
      .required()
      .oneOf([FILE_FORMAT], refused('refused.one-of', { names: { list: [FILE_FORMAT] } })),
    version: number()
      .strict()
      .required()
      .oneOf([version], refused('refused.one-of', { names: { list: [String(version)] } })),
    yard: shape({ id: id(), name: text(120), sites: listOf(site, MOST_SITES) }),
    events: listOf(event, 200_000),
    drafts: record(
      record(cells, isPlainId, MOST_STEMS, refused('refused.keys', { most: MOST_STEMS })),
      isPlainId,
      5000,
      refused('refused.keys', { most: 5000 }),
    ),
    photos: maybe(record(photo, isPlainId, MOST_PHOTOS, refused('refused.keys', { most: MOST_PHOTOS }))),
    weather: maybe(record(siteWeather, isPlainId, MOST_SITES, refused('refused.keys', { most: MOST_SITES }))),
  });

/** The shape of a yard file. What links its parts to each other is checked in `links.ts`. */
export const yardFileSchema = fileOf(FILE_VERSION, eventSchema);
