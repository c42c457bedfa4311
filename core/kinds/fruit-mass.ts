import type { KindId } from './kind-facts';

/** Mass of one ripe fruit as it hangs, g: middle of the common market sizes; of a nut with its husk. */
export const FRUIT_G: Readonly<Record<KindId, number>> = {
  apple: 170,
  'european-pear': 180,
  'asian-pear': 300,
  quince: 300,
  peach: 150,
  nectarine: 140,
  apricot: 50,
  almond: 12,
  'european-plum': 40,
  'japanese-plum': 80,
  'sweet-cherry': 9,
  'sour-cherry': 6,
  fig: 50,
  pistachio: 4,
  pomegranate: 300,
  persimmon: 200,
  walnut: 45,
  pecan: 20,
  hazel: 5,
  citrus: 180,
};
