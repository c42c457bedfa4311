/** What a limb is brought to its angle and held there with. */
export const MEANS = [
  'clip',
  'ground-peg',
  'trunk',
  'weight',
  'spreader',
  'above',
  'prop',
  'wire',
  'cane',
  'aside',
  'neighbour',
] as const;
export type Means = (typeof MEANS)[number];
