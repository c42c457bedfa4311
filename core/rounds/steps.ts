import { isAwaited, type PlannedAct } from '../acts/acts';
import { isWindowAct, type Due, type DueTree } from '../due/due';
import { windowOfAct } from '../due/gates';
import { isLeftOn } from '../due/left';
import type { Judgement } from '../judging/judge';
import { sceneOf } from '../judging/scene';
import { workLines, type WorkLine } from '../work/lines';

/** How much is taken along on a round: what is due now, or all that may be done today. */
export const ROUND_SPANS = ['due', 'may'] as const;
export type RoundSpan = (typeof ROUND_SPANS)[number];

/** One thing to do at a tree: an act of its plan, or something due that no plan tells of. */
export type Step =
  | {
      kind: 'act';
      id: string;
      act: PlannedAct;
      line: WorkLine;
      /** The time of the year it has, where it has one. */
      due: Due | undefined;
    }
  | { kind: 'due'; id: string; due: Due };

/** A tree of a round: what its book says, and its plan where it is judged by its limbs. */
export interface RoundTree extends Pick<DueTree, 'state' | 'events'> {
  judged: Pick<Judgement, 'plan' | 'verdicts'> | undefined;
}

/** What is looked at before the first cut, and what is fixed, comes before the work of the plan; the rest after it. */
const FIRST: readonly Due['what'][] = ['read', 'bud-plan', 'off', 'tight', 'look'];

const PRESSES: readonly Due['pressing'][] = ['overdue', 'now'];

/**
 * The steps of a round at one tree, in the order they are done. What was done or left today is none any more; neither is what was left in
 * doubt or for another day, until that day.
 * @param due everything due on the tree
 */
export function stepsOf(tree: RoundTree, due: readonly Due[], span: RoundSpan): Step[] {
  const { today } = tree.state;
  const acts = actSteps(tree, due, span);
  const others = due
    .filter((one) => (span === 'due' ? PRESSES.includes(one.pressing) : one.from <= today))
    .filter((one) => one.acts === 0 && one.what !== 'left')
    .filter((one) => !isInPlan(one, acts) && !isTickedToday(tree, one))
    .map((one): Step => ({ kind: 'due', id: one.id, due: one }));
  const isFirst = (step: Step): boolean => step.kind === 'due' && FIRST.includes(step.due.what);
  return [...others.filter(isFirst), ...acts, ...others.filter((step) => !isFirst(step))];
}

type ActStep = Extract<Step, { kind: 'act' }>;

/** Acts of the plan that can be done today; a limb that is still to grow is none. */
function actSteps({ state, events, judged }: RoundTree, due: readonly Due[], span: RoundSpan): ActStep[] {
  if (!judged) return [];
  const { acts } = judged.plan;
  const lines = workLines(sceneOf(state), judged);
  return acts.flatMap((act, i): ActStep[] => {
    const line = lines[i];
    if (!line || isAwaited(act) || isLeftOn(state.site, events, act.id, state.today)) return [];
    const window = windowOfAct(act) ?? (act.kind === 'stay' ? 'prune' : undefined);
    const its = window && due.find(({ what, acts: n }) => what === window && n > 0);
    const isTimeless = window === undefined || line.phase === 'hygiene';
    const isPressing = (one: Due): boolean => PRESSES.includes(one.pressing);
    // What was left until today is asked about today.
    const isAskedAgain = due.some((one) => one.id === `${state.record.id}.left.${act.id}` && isPressing(one));
    const isWanted = span === 'may' || isTimeless || isAskedAgain || (its !== undefined && isPressing(its));
    return isWanted ? [{ kind: 'act', id: act.id, act, line, due: its }] : [];
  });
}

/** Whether a thing that is to come off, or has got tight, is an act of the plan already. */
const isInPlan = ({ what, thing, stemIds }: Due, acts: readonly ActStep[]): boolean =>
  acts.some(
    ({ act }) =>
      ((what === 'off' && act.kind === 'let-go') || (what === 'tight' && act.kind === 'loosen')) &&
      act.what === thing &&
      stemIds.includes(act.stemId),
  );

/** Whether work that has its window was done or left today; what is about one limb is due no more once it is done. */
const isTickedToday = ({ events, state }: RoundTree, { what }: Due): boolean =>
  isWindowAct(what) &&
  events.some(
    (event) => event.kind === 'season-work' && event.act === what && event.happenedOn === state.today,
  );
