/** Wood by how it takes bending: this season's while it is soft, once it is firm, last season's, of two seasons, older. */
export const WOOD_STATES = ['soft', 'firm', 'one-year', 'two-year', 'older'] as const;
export type WoodState = (typeof WOOD_STATES)[number];
