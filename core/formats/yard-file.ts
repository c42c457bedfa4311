import type { BookEvent, Yard } from '../history/events';

export const FILE_FORMAT = 'eager-bough-yard';
export const FILE_VERSION = 6;

/** Largest file taken, letters: some three hundred photographs. A yard of 500 trees measured twice a year for ten years is a hundredth. */
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
}

/** A yard as the text of a file. */
export function writeYardFile(file: Omit<YardFile, 'format' | 'version'>): string {
  const { yard, events, drafts, photos = {} } = file;
  const withPhotos = Object.keys(photos).length > 0 && { photos };
  const written = { format: FILE_FORMAT, version: FILE_VERSION, yard, events, drafts, ...withPhotos };
  return `${JSON.stringify(written, null, 1)}\n`;
}
