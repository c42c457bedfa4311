/** Whether the slow suites run in full (`npm run test:deep`), rather than by their quick share. */
export const isDeep = process.env['DEEP'] === '1';

/** How much of a slow suite is run: all of it, or its quick share. */
export const runs = (full: number, quick: number): number => (isDeep ? full : quick);

/** All of a list, or every n-th of it. */
export const shareOf = <T>(all: readonly T[], every: number): T[] =>
  all.filter((_, i) => isDeep || i % every === 0);
