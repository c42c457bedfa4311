import { daysAfter } from '../calendar/days';
import type { PlainEvent } from '../history/events';

type LeftUndone = PlainEvent & { kind: 'left-undone' };

/** How long after it was left an act is asked about again, days: in doubt it is left a year; what is not there is not asked about. */
const AGAIN: Readonly<Record<LeftUndone['why'], number | undefined>> = {
  unsure: 330,
  weather: 3,
  'no-tool': 2,
  'out-of-reach': 7,
  later: 7,
  'not-there': undefined,
  other: 14,
};

/** A plan is of one year: what was not there then says nothing of the next. */
const A_PLAN_DAYS = 330;

/** What holds wood bites where it is forgotten: it is asked about within the week, for whatever reason it was left. */
const BITES: readonly string[] = ['let-go', 'loosen'];
const BITES_DAYS = 7;

/** The day, ISO, on which an act that was left is asked about again; undefined where it never is. */
export function askedAgainOn({ why, happenedOn, actId }: LeftUndone): string | undefined {
  const again = AGAIN[why];
  const isBiting = BITES.some((kind) => actId.startsWith(`${kind}:`));
  const days = isBiting && again !== undefined ? Math.min(again, BITES_DAYS) : again;
  return days === undefined ? undefined : daysAfter(happenedOn, days);
}

/** Whether one of some later entries settles an act that was left: done since, or left again and told of there. */
export const isSettledBy = (later: readonly PlainEvent[], { actId, stemId }: LeftUndone): boolean =>
  later.some((event) => {
    if (event.kind === 'left-undone') return event.actId === actId;
    if (event.kind !== 'acts-done') return false;
    return event.acts.some((act) => act.id === actId || (stemId && 'stemId' in act && act.stemId === stemId));
  });

/** Whether a planned act was left and is not to be asked about yet. */
export function isLeftOn(events: readonly PlainEvent[], actId: string, today: string): boolean {
  const i = events.findLastIndex((event) => event.kind === 'left-undone' && event.actId === actId);
  const left = events[i];
  if (left?.kind !== 'left-undone' || isSettledBy(events.slice(i + 1), left)) return false;
  return today < (askedAgainOn(left) ?? daysAfter(left.happenedOn, A_PLAN_DAYS));
}
