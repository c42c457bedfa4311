import type { Reason } from '../../words/message';
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

/** All windows of a season of a tree, in the order they open, and after them why other acts have none. */
export function windowsOf(
  tree: Parameters<typeof treeYear>[0],
  season: number,
): { windows: Window[]; none: NoWindow[] } {
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
