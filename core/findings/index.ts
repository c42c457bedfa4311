import { belowUnion } from './below-union';
import { crossing } from './crossing';
import { growingInward } from './growing-inward';
import { narrowCrotch } from './narrow-crotch';
import { oneAboveAnother } from './one-above-another';
import { sameNode } from './same-node';
import { tooLow } from './too-low';
import { tooThick } from './too-thick';
import { tooThin } from './too-thin';
import { unsoundWood } from './unsound-wood';
import type { Finding, FindingRule, Gravity, Say, Scene } from './finding';

/** Every rule, in the order its findings are told. */
export const FINDING_RULES: readonly FindingRule[] = [
  unsoundWood,
  belowUnion,
  tooLow,
  narrowCrotch,
  tooThick,
  crossing,
  oneAboveAnother,
  sameNode,
  growingInward,
  tooThin,
];

const byId = new Map(FINDING_RULES.map((rule) => [rule.id, rule]));
const WEIGHT: Record<Gravity, number> = { 'must-go': 0, serious: 1, slight: 2 };

/** All findings of a tree, the gravest first. */
export function lookAt(scene: Scene): Finding[] {
  return FINDING_RULES.flatMap((rule) => rule.look(scene)).sort(
    (a, b) => WEIGHT[a.gravity] - WEIGHT[b.gravity],
  );
}

export function titleOf(finding: Finding): string {
  return byId.get(finding.rule)?.title ?? finding.rule;
}

/** A finding in one sentence with its numbers. */
export function explainFinding(finding: Finding, say: Say): string {
  return byId.get(finding.rule)?.explain(finding, say) ?? finding.rule;
}

export type { Finding, FindingRule, Gravity, Measured, Say, Scene } from './finding';
