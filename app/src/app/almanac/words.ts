import type { MessageCode } from '../../../../core';

/** Words of the almanac: each has its name and its meaning in the catalogue. */
export type WordId = MessageCode extends infer Code
  ? Code extends `word.${infer Id}.means`
    ? Id
    : never
  : never;

/** A word, what it means, and the example that shows it: a rule's tree, and the stem meant when it is another. */
export interface Word {
  word: WordId;
  shown?: { rule: string; marked?: string };
}

export const WORDS: readonly Word[] = [
  {
    word: 'leader',
    shown: { rule: 'several-tops', marked: 'trunk' },
  },
  {
    word: 'scaffold',
    shown: { rule: 'uneven-tips', marked: 'b' },
  },
  {
    word: 'lateral',
    shown: { rule: 'strong-upright' },
  },
  { word: 'whip' },
  {
    word: 'crotch',
    shown: { rule: 'narrow-crotch' },
  },
  {
    word: 'run',
    shown: { rule: 'hanging' },
  },
  {
    word: 'collar',
    shown: { rule: 'too-thick' },
  },
  {
    word: 'water-sprout',
    shown: { rule: 'strong-upright' },
  },
  {
    word: 'sucker',
    shown: { rule: 'below-union' },
  },
  { word: 'heading' },
  { word: 'taking-out' },
  {
    word: 'notching',
  },
  { word: 'insurance' },
  {
    word: 'clearance',
    shown: { rule: 'too-low' },
  },
  { word: 'reach', shown: { rule: 'over-reach' } },
];
