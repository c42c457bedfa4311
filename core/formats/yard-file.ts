import type { BookEvent, Yard } from '../history/events';
import type { SiteWeather } from '../seasons/site-weather';

export const FILE_FORMAT = 'eager-bough-yard';
export const FILE_VERSION = 9;

/** Largest file taken, letters: some three hundred photographs; more go into a second file. A yard of 500 trees measured twice a year for ten years is a hundredth. */
export const LARGEST_FILE = 120_000_000;

/** Longest photograph taken, letters of base64: a JPEG of some 300 kB. */
export const LONGEST_PHOTO = 400_000;

/** Half-typed readings of one tree: text by row and field, kept to the letter. */
export type DraftCells = Readonly<Record<string, Readonly<Record<string, string>>>>;

/** A whole yard as it is written to a file. */
export interface YardFile {
  format: typeof FILE_FORMAT;
  version: typeof FILE_VERSION;
  yard: Yard;
  events: readonly BookEvent[];
  /** Readings begun and not yet committed, by tree. */
  drafts: Readonly<Record<string, DraftCells>>;
  /** Photographs by the name their entries give them: JPEG as base64. One that is not here is only missed. */
  photos?: Readonly<Record<string, string>>;
  /** Weather by site, as it was last fetched or read in. */
  weather?: Readonly<Record<string, SiteWeather>>;
}

/** What a yard's file carries. */
export type YardParts = Omit<YardFile, 'format' | 'version'>;

/** Letters round a photograph in a file: its quotes, comma and indent. */
const ROUND_PHOTO = 10;

/**
 * A yard as the texts of as many files as it takes, each of `most` letters at most: the book is whole in every one, the newest
 * photographs are in the first, and those that find no room there in the next. Taken in one after another, in any order, they are
 * the yard.
 */
export function writeYardFiles(file: YardParts, most = LARGEST_FILE): string[] {
  const room = most - writeYardFile({ ...file, photos: {} }).length - ROUND_PHOTO;
  const parts: Record<string, string>[] = [{}];
  let left = room;
  for (const [name, jpeg] of newestFirst(file)) {
    const letters = name.length + jpeg.length + ROUND_PHOTO;
    if (letters > left && Object.keys(parts.at(-1) ?? {}).length > 0) {
      parts.push({});
      left = room;
    }
    (parts.at(-1) as Record<string, string>)[name] = jpeg;
    left -= letters;
  }
  return parts.map((photos) => writeYardFile({ ...file, photos }));
}

/** Photographs by name, those whose entry was written last first. */
function newestFirst({ events, photos = {} }: YardParts): [string, string][] {
  const written = new Map<string, number>();
  events.forEach((event, i) => event.kind === 'photo' && written.set(event.photo, i));
  const at = (name: string): number => written.get(name) ?? -1;
  return Object.entries(photos).sort(([a], [b]) => at(b) - at(a));
}

/** A yard as the text of one file. */
export function writeYardFile(file: YardParts): string {
  const { yard, events, drafts, photos = {}, weather = {} } = file;
  const written = {
    ...{ format: FILE_FORMAT, version: FILE_VERSION, yard, events, drafts },
    ...(Object.keys(photos).length > 0 && { photos }),
    ...(Object.keys(weather).length > 0 && { weather }),
  };
  return `${JSON.stringify(written, null, 1)}\n`;
}
