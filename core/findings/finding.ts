import type { TreeScene } from '../acts/scene';
import type { Limit } from '../rules/limits';
import type { SiteLine, TreeLine } from '../words/ground';
import type { Message, MessageCode, Tagged } from '../words/message';
import type { Stem } from '../tree/stem';
import type { StemId } from '../tree/stem-readings';

/** `must-go`: no scaffold may have it. `serious` and `slight`: weighed. */
export type Gravity = 'must-go' | 'serious' | 'slight';

export type MeasuredUnit = 'cm' | 'mm' | 'deg' | 'ratio';

export interface Measured {
  value: number;
  unit: MeasuredUnit;
  /** One standard deviation, same unit. */
  sure: number;
}

/** Ids of rules: each has its name in the catalogue. */
export type FindingId = MessageCode extends infer Code
  ? Code extends `rule.${infer Id}`
    ? Id
    : never
  : never;

/** What a finding is measured against: a figure, or what a line of the site or the tree says, cm. */
export type FindingLimit =
  Limit | { site: SiteLine; value: number; why?: string } | { tree: TreeLine; value: number };

/** One thing seen about a stem. Always carries a number with its limit, or what the grower recorded. */
export interface Finding {
  rule: FindingId;
  stemId: StemId;
  /** The other stem, where two are concerned. */
  otherStemId?: StemId;
  gravity: Gravity;
  measured?: Measured;
  limit?: FindingLimit;
  /** The grower's own observation, when the finding rests on one. */
  observed?: string;
  /** Blossom or fruit that it is about, and whether the tree is in its first season here. */
  crop?: string;
  isNew?: boolean;
  /** The place of the form that it is about. */
  place?: Message;
}

const byStem = new WeakMap<readonly Finding[], ReadonlyMap<StemId, readonly Finding[]>>();
const NONE: readonly Finding[] = [];

/** What is found of one stem, in the order it was found; the list is sorted by stem once. */
export function findingsOn(findings: readonly Finding[], stemId: StemId): readonly Finding[] {
  const known = byStem.get(findings) ?? sortedByStem(findings);
  return known.get(stemId) ?? NONE;
}

function sortedByStem(findings: readonly Finding[]): ReadonlyMap<StemId, readonly Finding[]> {
  const sorted = new Map<StemId, Finding[]>();
  for (const finding of findings) {
    const own = sorted.get(finding.stemId);
    if (own) own.push(finding);
    else sorted.set(finding.stemId, [finding]);
  }
  byStem.set(findings, sorted);
  return sorted;
}

/** All a rule may look at: the tree where it stands, and what its form asks of limbs. */
export interface Scene extends TreeScene {
  /** Whether limbs are chosen on one trunk, on it and its limbs (arms), or as stems from the ground. */
  standsOn: 'trunk' | 'arms' | 'stems';
  hasLeader: boolean;
  /** Bearing of the wall of a form that is trained flat, deg. */
  wallDeg?: number;
  /** Angles from upright the form's limbs run at, deg. */
  runDeg: { from: number; to: number };
}

/** A rule, and how it puts a finding in one sentence. */
interface Rule {
  id: FindingId;
  explain(finding: Finding, tree: Tagged): Message;
}

/** A rule that needs only the tree. */
export interface FindingRule extends Rule {
  look(scene: Scene): Finding[];
}

/** Limbs of one place of a form, chosen or proposed. */
export interface SetPlace {
  name: string;
  called: Message;
  limbs: readonly Stem[];
  /** Arc of bearings it is to fill: all round, or a stretch. */
  arcDeg: number;
  /** Largest stretch of it without a limb, and the even one, deg. */
  largestGapDeg: number;
  evenGapDeg: number;
}

/** The limbs that are to stay, by place, and the stem that leads them; undefined where the form has no leader. */
export interface ProposedSet {
  places: readonly SetPlace[];
  leaderId: StemId | undefined;
}

/** A rule that needs the limbs that are to stay: it looks at the proposed set, and at the planned tree. */
export interface SetRule extends Rule {
  look(scene: Scene, set: ProposedSet): Finding[];
}
