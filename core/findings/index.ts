import { bareSector } from './bare-sector';
import { belowUnion } from './below-union';
import { cropOnThin } from './crop-on-thin';
import { crossing } from './crossing';
import { flowerTip } from './flower-tip';
import { footOfAnother } from './foot-of-another';
import { growingInward } from './growing-inward';
import { hanging } from './hanging';
import { leaningLeader } from './leaning-leader';
import { longBare } from './long-bare';
import { lowWhenLaden } from './low-when-laden';
import { narrowCrotch } from './narrow-crotch';
import { oneAboveAnother } from './one-above-another';
import { outgrowingPeers } from './outgrowing-peers';
import { overReach } from './over-reach';
import { overtopping } from './overtopping';
import { parallelPair } from './parallel-pair';
import { sameNode } from './same-node';
import { severalTops } from './several-tops';
import { strongUpright } from './strong-upright';
import { tooLow } from './too-low';
import { tooThick } from './too-thick';
import { tooThin } from './too-thin';
import { unevenTips } from './uneven-tips';
import { unsoundWood } from './unsound-wood';
import type { Finding, FindingRule, Gravity, ProposedSet, Scene, SetRule } from './finding';
import { onFigure, onFinding, onSite, onTree, type Ground } from '../words/ground';
import { told, type Message, type Reason, type Tagged } from '../words/message';

/** Every rule, in the order its findings are told. */
export const FINDING_RULES: readonly FindingRule[] = [
  unsoundWood,
  belowUnion,
  footOfAnother,
  tooLow,
  narrowCrotch,
  tooThick,
  crossing,
  oneAboveAnother,
  parallelPair,
  sameNode,
  severalTops,
  leaningLeader,
  flowerTip,
  growingInward,
  strongUpright,
  hanging,
  outgrowingPeers,
  tooThin,
  longBare,
  lowWhenLaden,
  cropOnThin,
  overReach,
];

/** Every rule that needs the limbs that are to stay. */
export const SET_RULES: readonly SetRule[] = [bareSector, overtopping, unevenTips];

const byId = new Map([...FINDING_RULES, ...SET_RULES].map((rule) => [rule.id, rule]));
const WEIGHT: Record<Gravity, number> = { 'must-go': 0, serious: 1, slight: 2 };

/** All findings of a tree, the gravest first. */
export function lookAt(scene: Scene): Finding[] {
  return FINDING_RULES.flatMap((rule) => rule.look(scene)).sort(
    (a, b) => WEIGHT[a.gravity] - WEIGHT[b.gravity],
  );
}

/** What is found of the limbs that are to stay, on the tree as it stands or as the plan leaves it. */
export function lookAtSet(scene: Scene, set: ProposedSet): Finding[] {
  return SET_RULES.flatMap((rule) => rule.look(scene, set));
}

/** What a rule is called. */
export const titleOf = ({ rule }: Pick<Finding, 'rule'>): Message => told(`rule.${rule}`);

/** A finding in one sentence with its numbers. */
export function explainFinding(finding: Finding, tree: Tagged): Message {
  return byId.get(finding.rule)?.explain(finding, tree) ?? titleOf(finding);
}

/** Each finding in one sentence, resting on its rule and on what it was measured against. */
export function reasonsOf(findings: readonly Finding[], tree: Tagged): Reason[] {
  return findings.map((finding) => ({
    ...explainFinding(finding, tree),
    grounds: [onFinding(finding.rule), ...limitGrounds(finding)],
  }));
}

function limitGrounds({ limit }: Finding): Ground[] {
  if (!limit) return [];
  if ('site' in limit) return [onSite(limit.site)];
  return ['tree' in limit ? onTree(limit.tree) : onFigure(limit.key)];
}

export type {
  Finding,
  FindingId,
  FindingLimit,
  FindingRule,
  Gravity,
  Measured,
  ProposedSet,
  Scene,
  SetPlace,
  SetRule,
} from './finding';
export type { When } from '../acts/scene';
