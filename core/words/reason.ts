import type { RuleKey } from '../rules/defaults';

/** One sentence of why, with the rule and the figure it rests on, so that both can be looked up. */
export interface Reason {
  words: string;
  /** Id of the finding's rule. */
  rule?: string;
  /** Figure it was measured against. */
  key?: RuleKey;
}

export function because(words: string, more: Omit<Reason, 'words'> = {}): Reason {
  return { words, ...more };
}
