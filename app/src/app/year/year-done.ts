import { dayNumber, isRead, told, waysOf, type Message, type PlainEvent } from '../../../../core';
import { laned } from './lanes';

/** The same work done on trees of a kind on one day. */
export interface YearDone {
  key: string;
  /** ISO date. */
  on: string;
  /** What was done, in a word. */
  what: Message;
  /** The row it stands in, from 0. */
  lane: number;
  /** What the book says of it, tree by tree. */
  entries: readonly { treeId: string; words: Message }[];
}

/** Days a mark is given with its word. */
const WORD_DAYS = 26;

/** What was done on some trees from one day to another, ISO dates, in order. */
export function doneOf(
  treeIds: Iterable<string>,
  eventsOf: ReadonlyMap<string, readonly PlainEvent[]>,
  { from, to }: { from: string; to: string },
): YearDone[] {
  const found = new Map<string, Omit<YearDone, 'lane'>>();
  for (const treeId of treeIds)
    for (const event of eventsOf.get(treeId) ?? []) {
      const { happenedOn: on } = event;
      const [what, words] = [doneCalled(event), waysOf(event.kind).told?.(event)];
      if (!what || !words || on < from || on > to) continue;
      const key = `done ${on} ${JSON.stringify(what)}`;
      const known = found.get(key) ?? { key, on, what, entries: [] };
      found.set(key, { ...known, entries: [...known.entries, { treeId, words }] });
    }
  const inOrder = [...found.values()].sort((a, b) => (a.on < b.on ? -1 : 1));
  return laned(inOrder, ({ on }) => [dayNumber(on), dayNumber(on) + WORD_DAYS]);
}

/** What an entry says was done; undefined for one that tells of no work. */
function doneCalled(event: PlainEvent): Message | undefined {
  switch (event.kind) {
    case 'acts-done':
      return told('year-done.work');
    case 'season-work':
      return event.isDone ? told(`year-bar.${event.act}`) : undefined;
    case 'visit':
      return isRead(event) ? told('year-done.read') : undefined;
    case 'shoots-read':
      return told('year-done.shoots');
    case 'let-go':
      return told('year-bar.off', { what: told(`fixing.${event.what}`) });
    case 'wound-seen':
      return told('year-bar.wound');
    default:
      return undefined;
  }
}
