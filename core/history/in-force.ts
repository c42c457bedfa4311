import { compare, inWritingOrder } from './clock';
import type { BookEvent, PlainEvent } from './events';

/**
 * The events that hold, in the order they happened: by day, then by the book's clock. A withdrawal takes its target out;
 * withdrawing a withdrawal puts it back. An amendment that itself holds stands in for its target's content, and for its day
 * if it names one, the last one written winning.
 */
export function eventsInForce(events: readonly BookEvent[]): PlainEvent[] {
  const written = inWritingOrder(events);
  const isWithdrawn = withdrawals(written);
  const amended = new Map<string, BookEvent & { kind: 'amend' }>();
  for (const event of written) {
    if (event.kind === 'amend' && !isWithdrawn(event.id)) amended.set(event.target, event);
  }
  const held: PlainEvent[] = [];
  for (const event of written) {
    if (event.kind === 'amend' || event.kind === 'withdraw' || isWithdrawn(event.id)) continue;
    const amendment = amended.get(event.id);
    if (!amendment) {
      held.push(event);
      continue;
    }
    held.push(amendedBy(event, amendment));
  }
  return byDay(held);
}

/** Events by the day they happened; those of one day as they stand. Days are far fewer than events, so they alone are sorted. */
function byDay(events: readonly PlainEvent[]): PlainEvent[] {
  const days = new Map<string, PlainEvent[]>();
  for (const event of events) {
    const same = days.get(event.happenedOn);
    if (same) same.push(event);
    else days.set(event.happenedOn, [event]);
  }
  return [...days].sort(([a], [b]) => compare(a, b)).flatMap(([, same]) => same);
}

const amendments = new WeakMap<BookEvent, { by: BookEvent; event: PlainEvent }>();

/** An event with an amendment's content, the same object each time for the same two. */
function amendedBy(event: BookEvent, by: BookEvent & { kind: 'amend' }): PlainEvent {
  const known = amendments.get(event);
  if (known?.by === by) return known.event;
  const { id, device, sequence, clock, recordedAt, ruleSet } = event;
  const happenedOn = by.day ?? event.happenedOn;
  const amended = { id, device, sequence, clock, happenedOn, recordedAt, ruleSet, ...by.body };
  amendments.set(event, { by, event: amended });
  return amended;
}

/**
 * Whether an event is withdrawn: a withdrawal of it holds, that is, is not itself withdrawn. Followed from target to
 * target, so no clock has a say in it. Withdrawals that name each other in a ring take nothing out.
 */
function withdrawals(events: readonly BookEvent[]): (id: string) => boolean {
  const of = new Map<string, string[]>();
  for (const event of events) {
    if (event.kind !== 'withdraw') continue;
    const others = of.get(event.target);
    if (others) others.push(event.id);
    else of.set(event.target, [event.id]);
  }
  const known = new Map<string, boolean>();
  return (start) => {
    if (!of.has(start)) return false;
    // Followed without recursion: an event may have been undone and redone very many times.
    const open = [start];
    const begun = new Set<string>();
    while (open.length > 0) {
      const id = open.at(-1) as string;
      const by = of.get(id) ?? [];
      const waits = known.has(id) ? [] : by.filter((one) => !known.has(one) && !begun.has(one));
      begun.add(id);
      if (waits.length > 0) {
        open.push(...waits);
        continue;
      }
      open.pop();
      if (!known.has(id))
        known.set(
          id,
          by.some((one) => known.get(one) === false),
        );
    }
    return known.get(start) ?? false;
  };
}
