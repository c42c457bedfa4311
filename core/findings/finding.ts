import type { TreeScene } from '../acts/scene';
import type { Limit } from '../rules/limits';
import type { Stem } from '../tree/stem';
import type { StemId } from '../tree/stem-readings';
import type { Say } from '../words/say';

/** `must-go`: no scaffold may have it. `serious` and `slight`: weighed. */
export type Gravity = 'must-go' | 'serious' | 'slight';

export type MeasuredUnit = 'cm' | 'mm' | 'deg' | 'ratio';

export interface Measured {
  value: number;
  unit: MeasuredUnit;
  /** One standard deviation, same unit. */
  sure: number;
}

/** One thing seen about a stem. Always carries a number with its limit, or what the grower recorded. */
export interface Finding {
  rule: string;
  stemId: StemId;
  /** The other stem, where two are concerned. */
  otherStemId?: StemId;
  gravity: Gravity;
  measured?: Measured;
  limit?: Limit;
  /** The grower's own observation, when the finding rests on one. */
  observed?: string;
}

/** All a rule may look at: the tree where it stands, and what its form asks of limbs. */
export interface Scene extends TreeScene {
  /** Whether limbs are chosen on one trunk, on it and its limbs (arms), or as stems from the ground. */
  standsOn: 'trunk' | 'arms' | 'stems';
  hasLeader: boolean;
  /** Angles from upright the form's limbs run at, deg. */
  runDeg: { from: number; to: number };
}

/** A rule: what it is called, and how it puts a finding in one sentence. */
interface Rule {
  id: string;
  title: string;
  explain(finding: Finding, say: Say): string;
}

/** A rule that needs only the tree. */
export interface FindingRule extends Rule {
  look(scene: Scene): Finding[];
}

/** Limbs of one place of a form, chosen or proposed. */
export interface SetPlace {
  name: string;
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
  /** Arms half way down to their wire: they no longer rival the leader next summer. */
  onTheirWay: readonly StemId[];
}

/** A rule that needs the limbs that are to stay: it looks at the proposed set, and at the planned tree. */
export interface SetRule extends Rule {
  look(scene: Scene, set: ProposedSet): Finding[];
}
