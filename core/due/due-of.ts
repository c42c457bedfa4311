import type { TreeScene } from '../acts/scene';
import { daysAfter } from '../calendar/days';
import { seasonOf } from '../calendar/seasons';
import { sceneOf, withCallus } from '../judging/scene';
import { heldOff, nextBestDay } from '../seasons/hazards';
import type { SeasonPlace } from '../seasons/stages';
import type { Window } from '../seasons/windows/window';
import { windowsOf } from '../seasons/windows/windows';
import { byPressing, SEASON_DAYS, WEEK_DAYS, type Due, type DueTree, type Pressing } from './due';
import { askedFor } from './gates';
import { dueLeftUntil } from './left';
import { recurring } from './recurs';

/** Days past its last on which work that was missed is still told of. */
const TOLD_AFTER = 21;
/** Days ahead that are looked at: nearly a year, so that nothing comes twice. */
const AHEAD_DAYS = 320;

/** Everything due on a tree within a year from its day on, the more pressing first. */
export function dueOf(tree: DueTree, place: SeasonPlace): Due[] {
  const { state } = tree;
  const scene = withCallus(sceneOf(state), tree.wounds ?? []);
  const { today } = state;
  const treeId = state.record.id;
  const found: Due[] = recurring(scene, tree)
    .map(({ key, ...due }) => ({ ...asLeft(tree, due), key }))
    .map(({ key, ...due }) => ({
      ...due,
      ...{ treeId, id: `${treeId}.${due.what}.${key}`, pressing: pressingOf(due, today) },
    }));
  for (const window of windowsAbout(scene, tree, place)) {
    if (window.to < daysAfter(today, -TOLD_AFTER) || window.from > daysAfter(today, AHEAD_DAYS)) continue;
    const acts = askedFor({ ...tree, scene, window });
    if (acts === undefined) continue;
    found.push(windowDue(treeId, window, acts, place, today));
  }
  return found.filter(({ from }) => from <= daysAfter(today, AHEAD_DAYS)).sort(byPressing);
}

/** What was left until another day waits for it. */
function asLeft<D extends Omit<Due, 'treeId' | 'id' | 'pressing'>>({ state, events }: DueTree, due: D): D {
  const again = dueLeftUntil(state.site, events, due, state.today);
  if (again === undefined) return due;
  return {
    ...due,
    from: again,
    bestFrom: again,
    bestTo: again,
    on: again,
    to: due.to > again ? due.to : again,
  };
}

/** The windows of a tree's season and of the next. */
function windowsAbout({ kind }: TreeScene, { state }: DueTree, place: SeasonPlace): Window[] {
  const about = {
    place,
    site: state.site,
    kind,
    answers: state.school.answers,
    variety: state.record.variety,
  };
  const season = seasonOf(state.site, state.today);
  return [season, season + 1].flatMap((of) => windowsOf(about, of).windows);
}

function windowDue(
  treeId: string,
  window: Window,
  acts: number,
  { weather }: SeasonPlace,
  today: string,
): Due {
  const { act, season, from, bestFrom, bestTo, to, sureDays, why, missed } = window;
  const on = nextBestDay(window, weather, today) ?? to;
  const waits = heldOff(act, weather, today > from ? today : from);
  return {
    ...{ treeId, id: `${treeId}.${act}.${season}`, what: act, stemIds: [], from, on, to, sureDays, acts },
    ...{ bestFrom, bestTo },
    pressing: pressingIn(window, today),
    ...{ why, ifNot: missed },
    ...(waits && { waits }),
  };
}

/** How pressing a window is: at its best it is due now; open but better later it can wait until then. */
function pressingIn({ from, bestFrom, to }: Window, today: string): Pressing {
  if (today > to) return 'overdue';
  if (today >= bestFrom) return 'now';
  const week = daysAfter(today, WEEK_DAYS);
  if (bestFrom <= week) return 'week';
  return from <= daysAfter(today, SEASON_DAYS) ? 'later' : 'beyond';
}

function pressingOf({ on, to }: Pick<Due, 'on' | 'to'>, today: string): Pressing {
  if (today > to) return 'overdue';
  if (today >= on) return 'now';
  if (on <= daysAfter(today, WEEK_DAYS)) return 'week';
  return on <= daysAfter(today, SEASON_DAYS) ? 'later' : 'beyond';
}
