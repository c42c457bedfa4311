import {
  day,
  isWindowAct,
  told,
  type Message,
  type PlannedAct,
  type Step,
  type TreeState,
} from '../../../../core';
import { dueCalled, holdsBend, limbsTold, type FixedOff } from '../due/due-words';

/** The acts of a plan among some steps. */
export const plannedActs = (steps: readonly Step[]): PlannedAct[] =>
  steps.flatMap((step) => (step.kind === 'act' ? [step.act] : []));

/** Stems a step is about, the one it is done to first. */
export const stemsOf = (step: Step): readonly string[] =>
  step.kind === 'due' ? step.due.stemIds : 'stemId' in step.act ? [step.act.stemId] : [];

/** The name on the tag of what a step is done to; undefined for the whole tree. */
export function tagTold(step: Step, state: TreeState): string | undefined {
  if (step.kind === 'act') return step.line.tag;
  return step.due.stemIds.length > 0 ? limbsTold(step.due, state) : undefined;
}

/** What is done, in one line. */
export const stepTold = (step: Step): Message =>
  step.kind === 'act' ? step.line.words : dueCalled(step.due);

/** When a step would be better done, where its best days are yet to come; what is dead, broken or ill waits for none. */
export function mayWait(step: Step): Message | undefined {
  const { due } = step;
  if (!due || (step.kind === 'act' && step.line.phase === 'hygiene')) return undefined;
  return due.pressing === 'now' || due.pressing === 'overdue'
    ? undefined
    : told('round.better', { on: day(due.on) });
}

/** What a step lets go that holds a limb bent: it may come back too far, and is tied again. */
export function letsGo(step: Step): FixedOff | undefined {
  if (step.kind === 'due') return step.due.what === 'off' && holdsBend(step.due.thing) ? step.due : undefined;
  const { act } = step;
  if (act.kind !== 'let-go' || !holdsBend(act.what)) return undefined;
  const at = act.atCm !== undefined && { atCm: act.atCm };
  return { what: 'off', thing: act.what, stemIds: [act.stemId], ...at };
}

/** What may be opened under a step: why it was left, another way it was done, the doubt about it, its cut close up. What holds wood is not left in doubt. */
export function waysOf(step: Step): Record<'left' | 'otherwise' | 'unsure' | 'close', boolean> {
  // What is fixed, and a limb whose time ends, is asked about until it is done: there is nothing to leave.
  if (step.kind === 'due')
    return {
      left: isWindowAct(step.due.what),
      otherwise: letsGo(step) !== undefined,
      ...{ unsure: false, close: false },
    };
  const { act } = step;
  const isAboutLimb = 'stemId' in act && act.kind !== 'stake';
  const isFixed =
    act.kind === 'let-go' || act.kind === 'loosen' || act.kind === 'move' || act.kind === 'stake';
  return {
    left: true,
    otherwise: isAboutLimb,
    unsure: !isFixed,
    close: act.kind === 'take-out' || (act.kind === 'shorten' && act.bud !== undefined),
  };
}
