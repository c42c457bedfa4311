/** Under which name it is kept where a yard stands. */
export const shelfKey = (yardId: string): string => `shelf of ${yardId}`;
/** Under which name it is kept what a yard is called now. */
export const nameKey = (yardId: string): string => `name of ${yardId}`;
