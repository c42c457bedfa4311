import type { KindFacts } from '../kinds/kinds';
import type { Limit, Limits } from '../rules/limits';
import type { Site } from '../sites/site';
import type { LaidTree } from '../tree/course';
import type { StemId } from '../tree/stem';

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

/** All a rule may look at. */
export interface Scene {
  laid: LaidTree;
  kind: KindFacts;
  site: Site;
  limits: Limits;
}

/** Turns stored values into a grower's words, in the units they read. */
export interface Say {
  length(cm: number): string;
  diameter(mm: number): string;
  angle(deg: number): string;
  ratio(share: number): string;
  stem(id: StemId): string;
}

/** A rule: looks at a tree, returns findings, and can put each in one sentence. */
export interface FindingRule {
  id: string;
  title: string;
  look(scene: Scene): Finding[];
  explain(finding: Finding, say: Say): string;
}
