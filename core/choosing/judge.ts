import { lookAt, type Finding, type Scene } from '../findings';
import { limbsOf } from '../findings/measures';
import { formOf } from '../forms';
import type { TreeState } from '../history/tree-at';
import { kindFacts } from '../kinds/kinds';
import { planFrom, type Plan } from '../plan/plan';
import type { Units } from '../readings/units';
import { resolveLimits } from '../rules/limits';
import { layOut } from '../tree/course';
import type { StemId } from '../tree/stem';
import { buildProblem, type BuiltProblem } from './build';
import { solve, type Solution } from './solve';
import { sayIn } from './say';
import { chosenSet, type ChosenSet } from './chosen-set';
import { verdictsOn, type Verdict } from './verdicts';

/** Everything the program has to say about a tree on a day. */
export interface Judgement {
  kind: 'judged';
  findings: readonly Finding[];
  chosen: ChosenSet;
  /** The next best sets, best first, each with other stems. */
  runnersUp: readonly ChosenSet[];
  verdicts: Readonly<Record<StemId, Verdict>>;
  plan: Plan;
  /** Sets looked at, and whether the answer is proven best. */
  nodes: number;
  proven: boolean;
}

export interface NotJudged {
  kind: 'not-judged';
  why: 'form-comes-later' | 'no-readings' | 'whip';
  findings: readonly Finding[];
}

/** How many sets the choice gives: the best and the next three. */
const SETS_KEPT = 4;
/** Sets looked at before the search stops unproven: some ten seconds of one core. */
const NODE_LIMIT = 20_000_000;

/** The scene a tree's rules look at: its courses, kind, site and figures. */
export function sceneOf(state: TreeState): Scene {
  const kind = kindFacts(state.tree.kind);
  const form = formOf(state.form);
  const limits = resolveLimits({
    kind: kind.rules,
    ...(form && { form: form.rules }),
    tree: state.rules,
  });
  return { laid: layOut(state.tree), kind, site: state.site, limits };
}

/**
 * Judges a tree: findings, the choice of limbs for its form, a verdict on every stem, and the plan.
 * Trees of a form that is not judged yet, with no readings, or with no limb to choose, say so.
 */
export function judge(state: TreeState, units: Units): Judgement | NotJudged {
  const scene = sceneOf(state);
  const findings = lookAt(scene);
  const form = formOf(state.form);
  if (state.tree.stems.length === 0) return { kind: 'not-judged', why: 'no-readings', findings };
  if (!form) return { kind: 'not-judged', why: 'form-comes-later', findings };
  const limbs = limbsOf(scene.laid, scene.limits('scaffold.shortestCm').value);
  if (limbs.length === 0) return { kind: 'not-judged', why: 'whip', findings };

  const formScene = { ...scene, findings, limbs };
  const formProblem = form.build(formScene);
  const built = buildProblem(formProblem, state.rulings);
  const { best, nodes, proven } = solve(built.problem, { keep: SETS_KEPT, nodeLimit: NODE_LIMIT });
  const read = (solution: Solution): ChosenSet => chosenSet(scene, built, solution);
  const [chosen, ...runnersUp] = best.map(read) as [ChosenSet, ...ChosenSet[]];
  const say = sayIn(units, state.tree);
  const verdicts = verdictsOn({ scene: formScene, formProblem, chosen, state, say });
  const plan = planFrom({ scene: formScene, form, chosen, verdicts, say });
  return { kind: 'judged', findings, chosen, runnersUp, verdicts, plan, nodes, proven };
}

/** The problem a tree poses, for tests and benchmarks. Undefined when its form is not judged. */
export function problemOf(state: TreeState): BuiltProblem | undefined {
  const scene = sceneOf(state);
  const form = formOf(state.form);
  if (!form) return undefined;
  const findings = lookAt(scene);
  const limbs = limbsOf(scene.laid, scene.limits('scaffold.shortestCm').value);
  return buildProblem(form.build({ ...scene, findings, limbs }), state.rulings);
}
