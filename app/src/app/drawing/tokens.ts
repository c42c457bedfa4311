/** Colours and faces of paper, ink and wood. `npm run tokens` writes them into the stylesheet, `styles/_tokens.scss`. */
export const TOKENS = {
  paper: '#e6e9e0',
  paperDeep: '#d9ddd1',
  paperLight: '#f1f3ec',
  white: '#ffffff',
  ink: '#16261d',
  inkSoft: '#4a584d',
  inkFaint: '#626e64',
  hairline: '#a9b1a3',
  /** Lines to write on, of a printed card. */
  pale: '#9aa39a',
  signal: '#a83c12',
  leaf: '#3f6420',
  /** A leaf on ink. */
  leafPale: '#b9d58f',
  bark: '#8a7663',
  /** Wood laid bare by a cut; a leaf bud in winter, and a flower bud. */
  cutWood: '#dcc794',
  bud: '#6b4a2b',
  flowerBud: '#b0736a',
  /** Wood by its age in seasons: this year's shoot first. */
  wood: ['#4f7426', '#7d3420', '#4c3d31', '#3e423c'],
  sans: "'Fira Sans', system-ui, sans-serif",
  condensed: "'Fira Sans Condensed', 'Fira Sans', sans-serif",
} as const;
