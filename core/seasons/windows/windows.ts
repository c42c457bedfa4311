import type { Reason } from '../../words/message';
import type { SeasonPlace } from '../stages';
import * as dormant from './dormant';
import * as growing from './growing';
import {
  treeYear,
  WINDOW_ACTS,
  type NoWindow,
  type TreeYear,
  type Window,
  type WindowAct,
  type WindowWays,
} from './window';

/** Every act that has its time, and how its windows come about. */
const WAYS: Readonly<Record<WindowAct, WindowWays>> = {
  read: dormant.read,
  prune: dormant.prune,
  'bud-plan': dormant.budPlan,
  notch: dormant.notch,
  graft: dormant.graft,
  'stake-off': dormant.stakeOff,
  release: dormant.release,
  'blossom-off': growing.blossomOff,
  'fruit-off': growing.fruitOff,
  disbud: growing.disbud,
  peg: growing.peg,
  spread: growing.spread,
  pinch: growing.pinch,
  tip: growing.tip,
  open: growing.open,
  shade: growing.shade,
  'summer-cut': growing.summerCut,
  budding: growing.budding,
};

/** The windows of an act in a season of a tree, or why there is none. */
export function windowsFor(act: WindowAct, year: TreeYear): readonly Window[] | NoWindow {
  const found = WAYS[act](year);
  if (isReason(found)) return { act, season: year.season.season, not: found };
  if (found.length > 0) return found;
  return { act, season: year.season.season, not: { code: 'window.none' } };
}

const isReason = (found: readonly Window[] | Reason): found is Reason => 'code' in found;
export const isWindow = (found: Window | NoWindow): found is Window => 'from' in found;

/** Windows of a season, in the order they open, and why other acts have none. */
export interface SeasonWindows {
  windows: readonly Window[];
  none: readonly NoWindow[];
}

const kept = new WeakMap<SeasonPlace, Map<string, SeasonWindows>>();

/** All windows of a season of a tree; the same for trees of one kind and school at a place. */
export function windowsOf(tree: Parameters<typeof treeYear>[0], season: number): SeasonWindows {
  const { kind, variety = '', answers, site } = tree;
  const all = kept.get(tree.place) ?? new Map<string, SeasonWindows>();
  kept.set(tree.place, all);
  const name = `${kind.id} ${season} ${variety} ${answers.timing} ${site.wetWinters} ${site.hot}`;
  const found = all.get(name) ?? windowsIn(tree, season);
  all.set(name, found);
  return found;
}

function windowsIn(tree: Parameters<typeof treeYear>[0], season: number): SeasonWindows {
  const year = treeYear(tree, season);
  const all = WINDOW_ACTS.map((act) => windowsFor(act, year));
  const windows = all.flatMap((found) => ('not' in found ? [] : found));
  windows.sort((a, b) => (a.from < b.from ? -1 : a.from > b.from ? 1 : 0));
  return { windows, none: all.flatMap((found) => ('not' in found ? [found] : [])) };
}

/** Where a day stands to a window. */
export type Standing = 'coming' | 'early' | 'best' | 'late' | 'over';

/** Where an ISO date stands to a window: before it, open but better later, at its best, still open, or missed. */
export function standingTo({ from, bestFrom, bestTo, to }: Window, isoDate: string): Standing {
  if (isoDate < from) return 'coming';
  if (isoDate < bestFrom) return 'early';
  if (isoDate <= bestTo) return 'best';
  return isoDate <= to ? 'late' : 'over';
}
