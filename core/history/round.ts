import { accountOf, type Account } from '../acts/account';
import { woodSeason } from '../calendar/seasons';
import type { Site } from '../sites/site';
import { waysOf, type PlainEvent } from './events';
import { newTreeDraft, treeFrom } from './tree-draft';
import type { TreeRecord } from './tree-record';

/** Work that was done on a tree since the wood's year began: it counts with what is still planned. */
export interface Round {
  /** Shares taken of what the tree had before it, 0 to 1. */
  done: Account;
  /** Whether the tree had never been cut before it. */
  wasFirst: boolean;
}

/**
 * The work of this year's round so far, where acts are ticked one by one: what of the tree is gone already, and whether it is still its
 * first shaping; undefined where nothing was cut since the wood's year began.
 * @param today ISO date the tree is looked at on
 */
export function roundOf(
  record: TreeRecord,
  events: readonly PlainEvent[],
  site: Site,
  today: string,
): Round | undefined {
  const now = woodSeason(site, today);
  const isOfNow = (event: PlainEvent): boolean =>
    event.kind === 'acts-done' && woodSeason(site, event.happenedOn) === now;
  if (!events.some(isOfNow)) return undefined;
  const draft = newTreeDraft(record);
  const left = { wood: 1, shoots: 1, points: 1 };
  let wasFirst: boolean | undefined;
  for (const event of events) {
    if (event.kind === 'acts-done' && isOfNow(event)) {
      wasFirst ??= !draft.shapedBefore;
      const taken = accountOf(treeFrom(draft.record, draft.stems), event.acts);
      left.wood *= 1 - taken.wood;
      left.shoots *= 1 - taken.shoots;
      left.points *= 1 - taken.points;
    }
    waysOf(event.kind).reduce?.(draft, event);
  }
  const done = { wood: 1 - left.wood, shoots: 1 - left.shoots, points: 1 - left.points };
  return { done, wasFirst: wasFirst ?? false };
}
