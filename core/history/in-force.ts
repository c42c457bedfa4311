import type { BookEvent, PlainEvent } from './events';

/** Events in the order they were written down: by instant, then device and sequence. */
export function inWritingOrder(events: readonly BookEvent[]): BookEvent[] {
  return [...events].sort(
    (a, b) =>
      compare(a.recordedAt, b.recordedAt) ||
      compare(a.device, b.device) ||
      a.sequence - b.sequence ||
      compare(a.id, b.id),
  );
}

/**
 * The events that hold, in the order they happened. A withdrawal takes its target out; withdrawing a withdrawal puts
 * it back. An amendment that itself holds stands in for its target's content, the last one written winning.
 */
export function eventsInForce(events: readonly BookEvent[]): PlainEvent[] {
  const written = inWritingOrder(events);
  const withdrawn = withdrawnIds(written);
  const amended = new Map<string, BookEvent & { kind: 'amend' }>();
  for (const event of written) {
    if (event.kind === 'amend' && !withdrawn.has(event.id)) amended.set(event.target, event);
  }
  const held: PlainEvent[] = [];
  for (const event of written) {
    if (event.kind === 'amend' || event.kind === 'withdraw' || withdrawn.has(event.id)) continue;
    const amendment = amended.get(event.id);
    held.push(amendment ? { ...envelopeOf(event), ...amendment.body } : event);
  }
  return held.sort((a, b) => compare(a.happenedOn, b.happenedOn));
}

/** Ids of all events that a withdrawal in force has taken out. A withdrawal may name only an event written before it. */
function withdrawnIds(written: readonly BookEvent[]): Set<string> {
  const withdrawn = new Set<string>();
  for (let i = written.length - 1; i >= 0; i--) {
    const event = written[i] as BookEvent;
    if (event.kind === 'withdraw' && !withdrawn.has(event.id)) withdrawn.add(event.target);
  }
  return withdrawn;
}

function envelopeOf(event: BookEvent): Pick<BookEvent, keyof import('./events').Envelope> {
  const { id, device, sequence, happenedOn, recordedAt, ruleSet } = event;
  return { id, device, sequence, happenedOn, recordedAt, ruleSet };
}

const compare = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);
