import type { ISchema } from 'yup';
import { ACT_KINDS, afterActs, named, type Act } from '../acts/acts';
import { ACT_SCHEMAS_2, actFrom2, readingsFrom2, visit2, type Act2, type Visit2 } from './version-2';
import { id, kinds, listOf, oneOf, shape } from '../fields/fields';
import type { Left } from './events/acts-done';
import { readingsOf } from './events/acts-done';
import { inWritingOrder } from './clock';
import { envelope, LAST_CLOCK, type Envelope } from './envelope';
import { EVENT_KINDS, EVENTS, waysOf, type BookEvent, type PlainBody, type Yard } from './events';
import { eventsInForce } from './in-force';
import { newTreeDraft, treeFrom, type TreeDraft } from './tree-draft';

// Events as the first version of the file and of the store had them, and how they become those of today. They had no clock but
// the wall's, acts had no names, and work done was told by its acts alone: the tree it left was worked out anew each time.
// Should an act's `apply` change, its way of that day moves here, so that old books fold to the same trees for ever.

const { id: id1, device, sequence, happenedOn, recordedAt, ruleSet } = envelope;
const envelope1 = { id: id1, device, sequence, happenedOn, recordedAt, ruleSet };
const act1 = kinds(
  Object.fromEntries(ACT_KINDS.map((kind) => [kind, ACT_SCHEMAS_2[kind]])),
) as unknown as ISchema<Act2>;
const acts1 = { treeId: id(), acts: listOf(act1, 500) };
const actsDone1 = shape({ kind: oneOf(['acts-done']), ...acts1 });
const planAccepted1 = shape({ kind: oneOf(['plan-accepted']), ...acts1 });

const bodies1 = {
  ...Object.fromEntries(EVENT_KINDS.map((kind) => [kind, EVENTS[kind].schema])),
  visit: visit2,
  'acts-done': actsDone1,
  'plan-accepted': planAccepted1,
};

type Envelope1 = Omit<Envelope, 'clock'>;
type PlainBody1 =
  | Exclude<PlainBody, { kind: 'acts-done' | 'visit' }>
  | Visit2
  | { kind: 'acts-done'; treeId: string; acts: readonly Act2[] }
  | { kind: 'plan-accepted'; treeId: string; acts: readonly Act2[] };
export type Event1 = Envelope1 &
  (PlainBody1 | { kind: 'amend'; target: string; body: PlainBody1 } | { kind: 'withdraw'; target: string });

/** The shape of an event in a file of the first version. */
export const eventSchema1 = kinds({
  ...Object.fromEntries(Object.entries(bodies1).map(([kind, body]) => [kind, body.shape(envelope1)])),
  amend: shape({ ...envelope1, kind: oneOf(['amend']), target: id(), body: kinds(bodies1) }),
  withdraw: shape({ ...envelope1, kind: oneOf(['withdraw']), target: id() }),
}) as unknown as ISchema<Event1>;

/** Events of the first version as those of today, in the same order. */
export function eventsFrom1(yard: Yard, events: readonly Event1[]): BookEvent[] {
  const clocks = clocksOf(events);
  const clocked = events.map((event): BookEvent => {
    const clock = clocks.get(event) ?? 0;
    if (event.kind === 'withdraw') return { ...event, clock };
    if (event.kind === 'amend') return { ...event, clock, body: bodyFrom1(event.body) };
    return { ...bodyFrom1(event), clock };
  });
  const left = leftIn(yard, clocked);
  return clocked.map((event): BookEvent => {
    const found = left.get(event.id);
    if (!found) return event;
    if (event.kind === 'acts-done') return { ...event, left: found };
    return event.kind === 'amend' && event.body.kind === 'acts-done'
      ? { ...event, body: { ...event.body, left: found } }
      : event;
  });
}

const NOTHING: Left = { stems: {}, gone: [] };

function bodyFrom1<E extends object>(body: PlainBody1 & E): PlainBody & E {
  if (body.kind === 'visit') return { ...body, stems: readingsFrom2(body.stems, 'guessed') };
  if (body.kind === 'acts-done') {
    const acts = named(body.acts.map((act) => actFrom2<Act>(act)));
    return { ...(body as unknown as E), kind: 'acts-done', treeId: body.treeId, acts, left: NOTHING };
  }
  if (body.kind !== 'plan-accepted') return body;
  const { acts, ...rest } = body;
  return {
    ...(rest as E),
    treeId: body.treeId,
    kind: 'note',
    text: `A plan of ${acts.length} acts was accepted.`,
  };
}

/**
 * Clocks for events that had none: the wall's, moved on where it would put an event before what its device had
 * written already, or before what it withdraws or amends.
 */
function clocksOf(events: readonly Event1[]): Map<Event1, number> {
  const byId = new Map(events.map((event) => [event.id, event]));
  const before = new Map<string, Event1>();
  const own = new Map<Event1, Event1>();
  for (const event of [...events].sort((a, b) => a.sequence - b.sequence)) {
    const last = before.get(event.device);
    if (last) own.set(event, last);
    before.set(event.device, event);
  }
  const clocks = new Map<Event1, number>();
  for (const start of events) {
    // Followed without recursion: a device may have written very many events in a row.
    const open = [start];
    const begun = new Set<Event1>();
    while (open.length > 0) {
      const event = open.at(-1) as Event1;
      const causes = [own.get(event), 'target' in event ? byId.get(event.target) : undefined].flatMap(
        (cause) => cause ?? [],
      );
      const waits = clocks.has(event)
        ? []
        : causes.filter((cause) => !clocks.has(cause) && !begun.has(cause));
      begun.add(event);
      if (waits.length > 0) {
        open.push(...waits);
        continue;
      }
      open.pop();
      if (clocks.has(event)) continue;
      const wall = Date.parse(event.recordedAt);
      const after = causes.map((cause) => (clocks.get(cause) ?? -1) + 1);
      clocks.set(event, Math.min(LAST_CLOCK, Math.max(Number.isFinite(wall) ? wall : 0, 0, ...after)));
    }
  }
  return clocks;
}

/** What each work done left of its tree, by the id of its event, worked out in the order in which all of it happened. */
function leftIn(yard: Yard, events: readonly BookEvent[]): Map<string, Left> {
  const held = new Map(eventsInForce(events).map((event) => [event.id, event]));
  const records = new Map(yard.sites.flatMap(({ trees }) => trees.map((tree) => [tree.id, tree] as const)));
  const amends = new Map<string, (BookEvent & { kind: 'amend' })[]>();
  for (const event of events) {
    if (event.kind === 'tree-added' && !records.has(event.treeId)) records.set(event.treeId, event.tree);
    if (event.kind === 'amend') amends.set(event.target, [...(amends.get(event.target) ?? []), event]);
  }
  const drafts = new Map<string, TreeDraft>();
  const left = new Map<string, Left>();
  const plain = inWritingOrder(events).filter((event) => event.kind !== 'amend' && event.kind !== 'withdraw');
  plain.sort((a, b) => (a.happenedOn < b.happenedOn ? -1 : a.happenedOn > b.happenedOn ? 1 : 0));
  for (const event of plain) {
    const record = 'treeId' in event ? records.get(event.treeId) : undefined;
    if (!record) continue;
    const draft = drafts.get(record.id) ?? newTreeDraft(record);
    drafts.set(record.id, draft);
    if (event.kind === 'acts-done') left.set(event.id, allLeftBy(draft, event.acts));
    for (const { id, body } of amends.get(event.id) ?? []) {
      if (body.kind === 'acts-done') left.set(id, allLeftBy(draft, body.acts));
    }
    const now = held.get(event.id);
    if (!now) continue;
    const by = amends
      .get(event.id)
      ?.findLast(({ body }) => 'acts' in now && body.kind === 'acts-done' && body.acts === now.acts);
    const found = left.get(by?.id ?? event.id);
    waysOf(now.kind).reduce?.(draft, now.kind === 'acts-done' && found ? { ...now, left: found } : now);
  }
  return left;
}

/** As the first version worked it out: every stem's readings as the work left them, filled-in ones with them. */
function allLeftBy(draft: TreeDraft, acts: readonly Act[]): Left {
  const before = treeFrom(draft.record, draft.stems);
  const after = afterActs(before, acts).stems;
  const stays = new Set(after.map(({ id: stemId }) => stemId));
  return {
    stems: Object.fromEntries(after.map((stem) => [stem.id, readingsOf(stem)])),
    gone: before.stems.flatMap((stem) => (stays.has(stem.id) ? [] : [stem.id])),
  };
}
