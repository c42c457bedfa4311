import type { ActKind, PlannedAct } from '../acts/acts';
import { daysAfter } from '../calendar/days';
import type { EventBody, PlainEvent } from '../history/events';
import type { UndoneWhy } from '../history/events/left-undone';
import type { Tree } from '../tree/stem';

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

/** An act that was not done, and why. */
export const leftFor = (treeId: string, act: PlannedAct, why: UndoneWhy): EventBody => ({
  ...{ kind: 'left-undone', treeId, actId: act.id, why },
  ...('stemId' in act && { stemId: act.stemId }),
});

/** Acts that are about a limb as a whole, so that where it is gone nothing is left to do. */
const ABOUT_LIMB: readonly ActKind[] = ['take-out', 'shorten', 'bend', 'swing', 'spread', 'stay'];

/**
 * What is written down where an act was left. Of what is there no more the tree is told, so that it stands as it is: a limb is lost,
 * what was fixed is off. No stem from the ground goes by a touch at one of its cuts.
 */
export function leftAs(tree: Tree, act: PlannedAct, why: UndoneWhy): EventBody {
  const stem = 'stemId' in act ? tree.stems.find(({ id }) => id === act.stemId) : undefined;
  if (why !== 'not-there' || !stem) return leftFor(tree.id, act, why);
  const about = { treeId: tree.id, stemId: stem.id };
  if (act.kind === 'let-go' || act.kind === 'loosen') {
    const { what, atCm } = act;
    return { ...{ kind: 'let-go', ...about, what, staysOff: true }, ...(atCm !== undefined && { atCm }) };
  }
  return ABOUT_LIMB.includes(act.kind) && stem.parent.kind !== 'ground'
    ? { kind: 'lost', ...about, how: 'broke' }
    : leftFor(tree.id, act, why);
}
