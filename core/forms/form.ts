import type { FormProblem, FormScene } from '../choosing/build';
import type { RuleOverrides } from '../rules/defaults';
import type { FormId } from './form-ids';

/** A form the program can judge: figures of its own, and what is truly special to it. */
export interface Form {
  id: FormId;
  /** One sentence on its structure. */
  summary: string;
  rules: RuleOverrides;
  hasLeader: boolean;
  /** Whether long scaffolds are headed each winter. */
  headsScaffolds: boolean;
  /** A limb more upright than this is brought to it first, and to its run a season later, deg. */
  firstStageDeg?: number;
  build(scene: FormScene): FormProblem;
  /** Angles from upright its scaffolds run at, deg. */
  runDeg(scene: Pick<FormScene, 'limits'>): { from: number; to: number };
}
