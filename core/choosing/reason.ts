import { explainFinding, type Finding, type Say } from '../findings';
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

/** Each finding in one sentence. */
export function reasonsOf(findings: readonly Finding[], say: Say): Reason[] {
  return findings.map((finding) => ({
    words: explainFinding(finding, say),
    rule: finding.rule,
    ...(finding.limit && { key: finding.limit.key }),
  }));
}
