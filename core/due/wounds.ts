import { yearsToClose } from '../acts/callus';
import type { TreeScene } from '../acts/scene';
import { daysAfter } from '../calendar/days';
import { woodSeason } from '../calendar/seasons';
import type { PlainEvent } from '../history/events';
import type { WoundLook } from '../history/events/wound-seen';
import { woundsMade, type Wound, type Wounding } from '../history/old-wounds';
import { stemOf, type Tree } from '../tree/stem';
import { compassCalled } from '../words/compass';
import { because, cm, day, mm, type Reason } from '../words/message';
import type { DueTree } from './due';

/** A wound that takes more than so many seasons to close is followed until it is seen closed. A working value. */
export const HEAVY_YEARS = 2;
/** An end heals under the shoot it was cut to: it is followed where it takes longer than this, seasons. A working value. */
const HEAVY_END_YEARS = 3;
/** Seasons past the one in which it should have closed for which it is still asked about. A working value. */
const MORE_YEARS = 2;
/** Days of growth after which callus shows, and days until a sick wound is looked at again. Working values. */
const CALLUS_DAYS = 60;
const SICK_DAYS = 30;
const YEAR_DAYS = 365;
/** A stem may be read so much shorter than it was cut to, cm. */
const NEAR_CM = 5;

/** A wound that is followed: how it was seen last, and the day on which it is looked at next. */
export interface FollowedWound {
  wound: Wound;
  /** Seasons until callus should have closed it, from the day of the cut. */
  closesYears: number;
  seen: { looks: WoundLook; on: string } | undefined;
  /** ISO date. */
  on: string;
}

/** Every wound on what stands of a tree, with how it was seen last; the widest first. */
export function woundsStanding(
  { kind, laid, callus }: Pick<TreeScene, 'kind' | 'laid' | 'callus'>,
  { state, events }: Pick<DueTree, 'state' | 'events'>,
  isWanted?: (act: Wounding) => boolean,
): Omit<FollowedWound, 'on'>[] {
  const made = woundsMade(state.record, events, isWanted);
  return (
    made
      .filter((wound) => stands(laid.tree, wound))
      // The end of a stem that was cut back once more went with it.
      .filter(
        (wound, i) =>
          !wound.isEnd || !made.slice(i + 1).some((later) => later.isEnd && later.on === wound.on),
      )
      .map((wound) => ({
        wound,
        closesYears: yearsToClose(kind, wound.diameterMm, callus),
        seen: seenLast(events, wound),
      }))
      .sort((a, b) => b.wound.diameterMm - a.wound.diameterMm)
  );
}

/** Whether the wood that a wound is on stands yet: cut back behind it, it went too. */
function stands(tree: Tree, { on, originCm }: Wound): boolean {
  const stem = stemOf(tree, on);
  return stem !== undefined && originCm <= stem.length.value + NEAR_CM;
}

/** Heavy wounds that are looked at as each season's shoots stop, until they are seen closed; a sick one sooner. */
export function woundsFollowed(scene: TreeScene, tree: Pick<DueTree, 'state' | 'events'>): FollowedWound[] {
  const { today } = tree.state;
  const isHeavy = ({ kind, diameterMm }: Wounding): boolean =>
    yearsToClose(scene.kind, diameterMm, scene.callus) > (kind === 'shorten' ? HEAVY_END_YEARS : HEAVY_YEARS);
  return woundsStanding(scene, tree, isHeavy).flatMap((one): FollowedWound[] => {
    const { wound, closesYears, seen } = one;
    const until = daysAfter(wound.since, Math.round((closesYears + MORE_YEARS) * YEAR_DAYS));
    if (seen?.looks === 'closed' || today > until) return [];
    const on =
      seen?.looks === 'sick' ? daysAfter(seen.on, SICK_DAYS) : lookOn(scene, seen?.on ?? wound.since);
    return on === undefined ? [] : [{ ...one, on }];
  });
}

/** What is due about a heavy wound. */
export const woundWhy = ({ wound, closesYears, seen }: FollowedWound): Reason =>
  because(woundCode(wound, seen), {
    tag: wound.tag,
    at: cm(Math.round(wound.originCm)),
    side: compassCalled(wound.bearingDeg),
    across: mm(wound.diameterMm),
    since: day(wound.since),
    seen: day(seen?.on ?? wound.since),
    years: Math.ceil(closesYears),
  });

function woundCode({ isEnd }: Wound, seen: FollowedWound['seen']) {
  if (seen?.looks === 'sick') return isEnd ? 'due.wound.end.sick' : 'due.wound.sick';
  return isEnd ? 'due.wound.end' : 'due.wound.why';
}

function seenLast(events: readonly PlainEvent[], { limbId, since }: Wound): FollowedWound['seen'] {
  const last = events.findLast(
    (event) => event.kind === 'wound-seen' && event.limbId === limbId && event.happenedOn >= since,
  );
  return last?.kind === 'wound-seen' ? { looks: last.looks, on: last.happenedOn } : undefined;
}

/**
 * The day shoots stop in the first season that leaves callus time to show after a day; of several that have passed unseen, the last. Undefined
 * where nothing tells of it.
 */
function lookOn({ site, when }: TreeScene, after: string): string | undefined {
  const [first, now] = [woodSeason(site, after), woodSeason(site, when.today)];
  const seasons = Array.from({ length: Math.max(0, now - first) + 3 }, (_, i) => first + i);
  const days = seasons
    .map((season) => when.seasons(season).stages['shoots-stop']?.on)
    .filter((on): on is string => on !== undefined && on > daysAfter(after, CALLUS_DAYS));
  return days.findLast((on) => on <= when.today) ?? days[0];
}
