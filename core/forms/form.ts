import type { FormProblem, FormScene, LimbWord } from '../choosing/candidacy';
import type { Scene } from '../findings/finding';
import type { RuleKey, RuleOverrides } from '../rules/defaults';
import type { Limits } from '../rules/limits';
import type { WhipWish } from './whip-wish';
import type { FormId } from '../kinds/form-ids';
import type { MessageCode } from '../words/message';

/** Ids of forms the program can judge: each has a sentence on its structure in the catalogue. */
export type JudgedFormId = Extract<
  FormId,
  MessageCode extends infer Code ? (Code extends `form.${infer Id}.summary` ? Id : never) : never
>;

/** A form the program can judge: figures of its own, and what is truly special to it. */
export interface Form {
  id: JudgedFormId;
  rules: RuleOverrides;
  /** The figures that state its structure, which a grower may set for a tree. */
  figures: readonly RuleKey[];
  /** Kinds (ids) it is a typical choice for. */
  typicalOf: readonly string[];
  standsOn: 'trunk' | 'arms' | 'stems';
  hasLeader: boolean;
  /** Whether long scaffolds are headed each winter. */
  headsScaffolds: boolean;
  /** Whether its scaffolds carry permanent side limbs. */
  hasSecondaries?: boolean;
  /** Whether its side shoots are renewed: what fruited is cut to a stub, last season's shoots halved, once it bears. */
  renewsShoots?: boolean;
  /** Whether the top is held within the grower's reach, at a side shoot. */
  holdsHeight: boolean;
  /** Where the top is held over the tips of the large limbs: what those are called, and the small ones above them. */
  holdsTopOver?: { large: LimbWord; small: LimbWord };
  /** Whether its limbs are bent down to bear, which a strong stock answers with upright shoots. */
  isBentToBear?: boolean;
  /** Whether it lays its bark open to the sun. */
  baresItsBark?: boolean;
  /** Height its top ends at where it has grown all its tiers, cm. */
  topCm?(limits: Limits): number;
  /** Whether its arms lie along wires, which are drawn. */
  hasWires?: boolean;
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
