/** A word, what it means, and the example that shows it: a rule's tree, and the stem meant when it is another. */
export interface Word {
  word: string;
  means: string;
  shown?: { rule: string; marked?: string };
}

export const WORDS: readonly Word[] = [
  {
    word: 'leader',
    means: 'The stem that carries the top. A second one beside it is a rival.',
    shown: { rule: 'several-tops', marked: 'trunk' },
  },
  {
    word: 'scaffold',
    means: 'A main limb meant to stay for the life of the tree.',
    shown: { rule: 'uneven-tips', marked: 'b' },
  },
  {
    word: 'lateral',
    means: 'A side shoot on a limb. A short one that flowers is a spur.',
    shown: { rule: 'strong-upright' },
  },
  { word: 'whip', means: 'A young tree of one straight stem without side shoots.' },
  {
    word: 'crotch',
    means: 'The angle between a limb and the stem above it. It sets in its first season and then stays.',
    shown: { rule: 'narrow-crotch' },
  },
  {
    word: 'run',
    means: 'The angle from upright at which a limb goes on after it has left the stem. Bending changes this.',
    shown: { rule: 'hanging' },
  },
  {
    word: 'collar',
    means: 'The wrinkled swelling at a limb’s foot. A cut just outside it closes; a cut into it does not.',
    shown: { rule: 'too-thick' },
  },
  {
    word: 'water sprout',
    means: 'A strong upright shoot from older wood.',
    shown: { rule: 'strong-upright' },
  },
  {
    word: 'sucker',
    means: 'A shoot from the roots or from below the graft: rootstock, not variety.',
    shown: { rule: 'below-union' },
  },
  { word: 'heading', means: 'Cutting part of a shoot off. The buds just below the cut break.' },
  { word: 'taking out', means: 'Cutting a shoot off where it began.' },
  {
    word: 'notching',
    means:
      'A small cut through the bark just above a bud, to make it break strongly. Cut away from your hand.',
  },
  { word: 'insurance', means: 'A bud or limb spared for a while in case the chosen one fails.' },
  {
    word: 'clearance',
    means: 'The height below which nothing may hang on a side: a path, a mower, browsing animals.',
    shown: { rule: 'too-low' },
  },
  { word: 'reach', means: 'The highest point picked from the ground.', shown: { rule: 'over-reach' } },
];
