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

/** What an entry of a kind says was done; a kind that tells of no work is not here. */
const CALLED: {
  readonly [K in PlainEvent['kind']]?: (event: PlainEvent & { kind: K }) => Message | undefined;
} = {
  'acts-done': () => told('year-done.work'),
  'season-work': ({ act, isDone }) => (isDone ? told(`year-bar.${act}`) : undefined),
  visit: (event) => (isRead(event) ? told('year-done.read') : undefined),
  'shoots-read': () => told('year-done.shoots'),
  'let-go': ({ what }) => told('year-bar.off', { what: told(`fixing.${what}`) }),
  'put-on': ({ fixing: { what } }) => told('book.put-on', { what: told(`fixing.${what}`) }),
  'looked-at': ({ what, loopMm }) =>
    loopMm === undefined ? undefined : told('year-bar.tight', { what: told(`fixing.${what}`) }),
  'wound-seen': () => told('year-bar.wound'),
};

const doneCalled = (event: PlainEvent): Message | undefined =>
  (CALLED[event.kind] as ((event: PlainEvent) => Message | undefined) | undefined)?.(event);
