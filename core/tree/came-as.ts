/** How a tree came: lifted bare-rooted it lost roots, grown in a pot it lost none. */
export type CameAs = 'bare-rooted' | 'pot-grown';
export const CAME_AS: readonly CameAs[] = ['bare-rooted', 'pot-grown'];
