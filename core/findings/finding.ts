import type { CameAs } from '../history/events';
import type { KindFacts } from '../kinds/kinds';
import type { Limit, Limits } from '../rules/limits';
import type { Answers } from '../schools/questions';
import type { Site } from '../sites/site';
import type { LaidTree } from '../tree/course';
import type { Stem, StemId } from '../tree/stem';

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

/** The day a tree is looked at, in the terms of its growth. */
export interface When {
  /** Season (year) that wood is told against: growth of this season is new wood. */
  season: number;
  /** In leaf, between bud break and leaf fall. */
  inLeaf: boolean;
  /** Seasons grown in this place since planting, the present one included; in dormancy, the coming one. */
  seasonsGrown: number;
  /** Planted this dormancy: it has not been in leaf here. */
  justPlanted: boolean;
  /** How it came, where that is known. */
  cameAs?: CameAs;
}

/** All a rule may look at. */
export interface Scene {
  laid: LaidTree;
  kind: KindFacts;
  site: Site;
  limits: Limits;
  when: When;
  /** Whether limbs are chosen on one trunk, on it and its limbs (arms), or as stems from the ground. */
  standsOn: 'trunk' | 'arms' | 'stems';
  hasLeader: boolean;
  /** Angles from upright the form's limbs run at, deg. */
  runDeg: { from: number; to: number };
  /** What the tree's school answers where growers differ. */
  answers: Answers;
}

/** Turns stored values into a grower's words, in the units they read. */
export interface Say {
  length(cm: number): string;
  diameter(mm: number): string;
  angle(deg: number): string;
  ratio(share: number): string;
  stem(id: StemId): string;
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
