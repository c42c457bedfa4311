import type { ActKind, PlannedAct } from '../acts/acts';
import { daysAfter } from '../calendar/days';
import { nextDormancy, type OnEarth } from '../calendar/seasons';
import type { EventBody, PlainEvent } from '../history/events';
import type { UndoneWhy } from '../history/events/left-undone';
import type { Tree } from '../tree/stem';
import type { Due } from './due';

type LeftUndone = PlainEvent & { kind: 'left-undone' };

/** How long after it was left an act is asked about again, days; what is not there is not asked about. */
const AGAIN: Readonly<Record<LeftUndone['why'], number | undefined>> = {
  // In doubt it is left until the next winter.
  unsure: undefined,
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
const bites = (actId: string): boolean => BITES.some((kind) => actId.startsWith(`${kind}:`));

/** The day, ISO, on which an act that was left is asked about again; undefined where it never is. */
export function askedAgainOn(site: OnEarth, { why, happenedOn, actId }: LeftUndone): string | undefined {
  if (why === 'unsure' && !bites(actId)) return nextDormancy(site, happenedOn);
  const again = AGAIN[why];
  const days = bites(actId) && why !== 'not-there' ? Math.min(again ?? BITES_DAYS, BITES_DAYS) : again;
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
export function isLeftOn(
  site: OnEarth,
  events: readonly PlainEvent[],
  actId: string,
  today: string,
): boolean {
  const i = events.findLastIndex((event) => event.kind === 'left-undone' && event.actId === actId);
  const left = events[i];
  if (left?.kind !== 'left-undone' || isSettledBy(events.slice(i + 1), left)) return false;
  return today < (askedAgainOn(site, left) ?? daysAfter(left.happenedOn, A_PLAN_DAYS));
}

/** An act that was not done, and why. */
export const leftFor = (treeId: string, act: PlannedAct, why: UndoneWhy): EventBody => ({
  ...{ kind: 'left-undone', treeId, actId: act.id, why },
  ...('stemId' in act && { stemId: act.stemId }),
});

/** The name under which something due that no plan tells of is left: the same whichever season it is asked in. */
export const dueKey = ({
  what,
  thing,
  atCm,
  stemIds,
  limbId,
}: Pick<Due, 'what' | 'thing' | 'atCm' | 'stemIds' | 'limbId'>): string =>
  ['due', what, limbId ?? stemIds[0] ?? '', thing ?? '', atCm ?? ''].join(':').slice(0, MOST_KEY);
const MOST_KEY = 120;

/** Something due that was left, and why: it is asked about again. */
export const leftDueFor = (due: Due, why: UndoneWhy): EventBody => ({
  ...{ kind: 'left-undone', treeId: due.treeId, actId: dueKey(due), why },
  ...(due.stemIds[0] !== undefined && { stemId: due.stemIds[0] }),
});

/** The day, ISO, until which something due was left; undefined where it was not, or that day has come. */
export function dueLeftUntil(
  site: OnEarth,
  events: readonly PlainEvent[],
  due: Pick<Due, 'what' | 'thing' | 'atCm' | 'stemIds' | 'limbId'>,
  today: string,
): string | undefined {
  const key = dueKey(due);
  const left = events.findLast((event) => event.kind === 'left-undone' && event.actId === key);
  if (left?.kind !== 'left-undone') return undefined;
  const again = askedAgainOn(site, left) ?? daysAfter(left.happenedOn, A_PLAN_DAYS);
  return today < again ? again : undefined;
}

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
