/** The parts of a tree's work, in order. */
export const PHASES = [
  'make ready',
  'hygiene',
  'suckers',
  'structure',
  'thinning',
  'heading',
  'bends',
  'crop',
  'new limbs',
] as const;
export type Phase = (typeof PHASES)[number];
