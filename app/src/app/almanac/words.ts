/** The field's words, in the program's own sentences. */
export const WORDS: readonly { word: string; means: string }[] = [
  { word: 'leader', means: 'The stem that carries the top. A second one beside it is a rival.' },
  { word: 'scaffold', means: 'A main limb meant to stay for the life of the tree.' },
  { word: 'lateral', means: 'A side shoot on a limb. A short one that flowers is a spur.' },
  { word: 'whip', means: 'A young tree of one straight stem without side shoots.' },
  {
    word: 'crotch',
    means: 'The angle between a limb and the stem above it. It sets in its first season and then stays.',
  },
  {
    word: 'run',
    means: 'The angle from upright at which a limb goes on after it has left the stem. Bending changes this.',
  },
  {
    word: 'collar',
    means: 'The wrinkled swelling at a limb’s foot. A cut just outside it closes; a cut into it does not.',
  },
  { word: 'water sprout', means: 'A strong upright shoot from older wood.' },
  { word: 'sucker', means: 'A shoot from the roots or from below the graft: rootstock, not variety.' },
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
  },
  { word: 'reach', means: 'The highest point picked from the ground.' },
];
