import { because, type Reason } from '../../words/message';
import { treeYear, type Window } from './window';
import { isWindow, windowsFor } from './windows';

/** How a tree grew last season. */
export const GROWTHS = ['weak', 'middling', 'strong', 'very-strong'] as const;
export type Growth = (typeof GROWTHS)[number];

/** When to come back to a tree that was pruned, and for what. */
export interface NextVisit {
  window: Window;
  why: Reason;
}

/**
 * The visit after a winter's pruning: a tree that grows strongly is opened about midsummer; others may wait for the next winter's reading.
 * @param prunedOn ISO date; the visit lies after it
 */
export function nextVisit(
  tree: Parameters<typeof treeYear>[0],
  season: number,
  growth: Growth,
  prunedOn: string,
): NextVisit | undefined {
  const isStrong = growth === 'strong' || growth === 'very-strong';
  const act = isStrong ? 'open' : 'read';
  for (let of = season; of <= season + 1; of++) {
    const found = windowsFor(act, treeYear(tree, of));
    const window = 'not' in found ? undefined : found.find((one) => isWindow(one) && one.bestFrom > prunedOn);
    if (window) return { window, why: because(isStrong ? 'next-visit.open' : 'next-visit.read') };
  }
  return undefined;
}
