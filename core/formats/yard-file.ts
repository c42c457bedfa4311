import type { BookEvent, Yard } from '../history/events';

export const FILE_FORMAT = 'eager-bough-yard';
export const FILE_VERSION = 5;

/** Largest file taken, bytes of text. A yard of 500 trees measured twice a year for ten years is under a tenth. */
export const LARGEST_FILE = 20_000_000;

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
}

/** A yard as the text of a file. */
export function writeYardFile(file: Omit<YardFile, 'format' | 'version'>): string {
  const { yard, events, drafts } = file;
  return `${JSON.stringify({ format: FILE_FORMAT, version: FILE_VERSION, yard, events, drafts }, null, 1)}\n`;
}
