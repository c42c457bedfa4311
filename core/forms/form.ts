import type { FormProblem, FormScene } from '../choosing/candidacy';
import type { Scene } from '../findings/finding';
import type { RuleKey, RuleOverrides } from '../rules/defaults';
import type { WhipWish } from './whip-wish';
import type { FormId } from '../kinds/form-ids';

/** A form the program can judge: figures of its own, and what is truly special to it. */
export interface Form {
  id: FormId;
  /** One sentence on its structure. */
  summary: string;
  rules: RuleOverrides;
  /** The figures that state its structure, which a grower may set for a tree. */
  figures: readonly RuleKey[];
  /** Kinds (ids) it is a typical choice for. */
  typicalOf: readonly string[];
  standsOn: 'trunk' | 'arms' | 'stems';
  hasLeader: boolean;
  /** Whether long scaffolds are headed each winter. */
  headsScaffolds: boolean;
  /** Whether the top is held within the grower's reach, at a side shoot. */
  holdsHeight: boolean;
  /** Whether it is trained flat against a wall or fence. */
  needsWall?: boolean;
  /** Room across that the grown tree takes, cm, on a stock of middling vigour. Working value. */
  spreadCm: number;
  /** A limb more upright than this is brought to it first, and to its run a season later, deg. */
  firstStageDeg?: number;
  build(scene: FormScene): FormProblem;
  /** What it wants of a whip: which stretches of the stem make which limbs. */
  whip(scene: Scene): WhipWish;
}
