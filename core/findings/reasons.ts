import { explainFinding, type Finding } from '.';
import type { Say } from '../words/say';
import type { Reason } from '../words/reason';

/** Each finding in one sentence. */
export function reasonsOf(findings: readonly Finding[], say: Say): Reason[] {
  return findings.map((finding) => ({
    words: explainFinding(finding, say),
    rule: finding.rule,
    ...(finding.limit && { key: finding.limit.key }),
  }));
}
