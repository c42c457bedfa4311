import { boolean, type AnyObjectSchema, type ISchema } from 'yup';
import { ACT_KINDS, ACTS, type Act, type ActKind, type PlannedAct } from '../acts/acts';
import {
  between,
  id,
  kinds,
  listOf,
  maybe,
  oneOf,
  record,
  shape,
  text,
  type Typed,
  day,
} from '../fields/fields';
import { isPlainId } from '../fields/plain';
import { refused } from '../fields/refusal';
import { MEASURED_BY, type Reading } from '../readings/reading';
import { RULE_KEYS, type RuleKey } from '../rules/defaults';
import { FIXINGS, MOST_STEMS, readingsGot, type FixingKind, type StemReadings } from '../tree/stem-readings';
import { ENGLISH } from '../words/catalogue/english';
import { onFigure, onFinding, OWN_WORD, type Ground } from '../words/ground';
import { asWritten, because, type Message, type Reason } from '../words/message';
import { envelope, type Envelope } from './envelope';
import { EVENT_KINDS, EVENTS, type BookEvent, type PlainBody } from './events';
import type { ActsDone } from './events/acts-done';

// The second version of the file and of the store. The reasons of acts, the facing of a bud and the place a limb was wanted
// for were sentences already told, in the units of that day: they are kept as they were written. What the grower guessed and
// what the program filled in had one word, and what was fixed to a limb was a word without a place.

const reason2 = shape({ rule: text(80), words: text(600) });
const bud2 = shape({
  facingDeg: between(0, 360),
  words: text(40),
  bearingDeg: between(0, 360),
  angleDeg: between(0, 180),
  sureDeg: between(0, 180),
  isKnown: boolean().strict().required(),
});
const buds2 = { bud: bud2.optional().default(undefined), second: bud2.optional().default(undefined) };

/** The shape of each kind of act, as it was. */
export const ACT_SCHEMAS_2 = Object.fromEntries(
  ACT_KINDS.map((kind) => [kind, actSchema2(kind)]),
) as Readonly<Record<ActKind, AnyObjectSchema>>;

function actSchema2(kind: ActKind): AnyObjectSchema {
  const { schema } = ACTS[kind] as { schema: AnyObjectSchema };
  if (kind === 'shorten') return schema.shape({ reason: reason2, ...buds2 });
  if (kind === 'make-limb') return schema.omit(['making']).shape({ reason: reason2, place: text(120) });
  if (kind === 'move') return schema.omit(['what']).shape({ reason: reason2, holds: oneOf(FIXINGS) });
  return schema.shape({ reason: reason2 });
}

/** An act as it was, whether it had a name of its own or not. */
export interface Act2 {
  kind: ActKind;
  id?: string;
  reason: Typed<typeof reason2>;
  bud?: Typed<typeof bud2>;
  second?: Typed<typeof bud2>;
  place?: string;
  holds?: FixingKind;
}

/** An act of the second version as one of today. */
export function actFrom2<A extends Act | PlannedAct>({ reason, bud, second, place, holds, ...act }: Act2): A {
  return {
    ...act,
    reason: reasonFrom2(reason),
    ...(bud && { bud: budFrom2(bud) }),
    ...(second && { second: budFrom2(second) }),
    ...(holds && { what: holds }),
    ...(act.kind === 'make-limb' && { place: asWritten(place ?? ''), making: makingFrom2(reason.words) }),
  } as unknown as A;
}

const budFrom2 = ({ words, ...bud }: Typed<typeof bud2>): object => ({ ...bud, facing: asWritten(words) });

/** How a limb was to be come by stood behind the last colon of why it was wanted. */
const makingFrom2 = (words: string): Message =>
  asWritten((words.split(': ').at(-1) ?? words).replace(/\.$/, ''));

const reasonFrom2 = ({ rule, words }: Typed<typeof reason2>): Reason =>
  because('as-written', { words }, ...groundsFrom2(rule));

function groundsFrom2(rule: string): Ground[] {
  if (rule === 'own-word' || rule === 'overruled') return [OWN_WORD];
  if ((RULE_KEYS as readonly string[]).includes(rule)) return [onFigure(rule as RuleKey)];
  return `rule.${rule}` in ENGLISH.messages ? [onFinding(rule)] : [];
}

const HOW_READ_2 = [...MEASURED_BY, 'estimated'] as const;
const stemReadings2 = shape({
  ...readingsGot(HOW_READ_2),
  holds: maybe(listOf(oneOf(FIXINGS), 4)),
});
const stems2 = record(stemReadings2, isPlainId, MOST_STEMS, refused('refused.keys', { most: MOST_STEMS }));
type Stems2 = Typed<typeof stems2>;

/** Readings as they were, with what an estimate was: the grower's guess, or filled in. */
export const readingsFrom2 = (
  stems: Stems2,
  estimate: 'guessed' | 'filled-in',
): Record<string, StemReadings> =>
  Object.fromEntries(Object.entries(stems).map(([stemId, given]) => [stemId, stemFrom2(given, estimate)]));

const isEstimate = (found: unknown): found is Reading =>
  typeof found === 'object' && found !== null && (found as { how?: unknown }).how === 'estimated';

/** What was typed was the grower's own, whatever else an estimate was then. */
function stemFrom2({ holds, ...given }: Stems2[string], estimate: 'guessed' | 'filled-in'): StemReadings {
  const readings = Object.entries(given).map(([name, found]) => [
    name,
    isEstimate(found) ? { ...found, how: found.typed === undefined ? estimate : 'guessed' } : found,
  ]);
  return {
    ...(Object.fromEntries(readings) as StemReadings),
    ...(holds && { fixings: holds.map((what) => ({ what })) }),
  };
}

export const visit2 = EVENTS.visit.schema.shape({ stems: stems2 as never });
const left2 = shape({ stems: stems2, gone: listOf(id(), MOST_STEMS) });
const act2 = kinds(
  Object.fromEntries(ACT_KINDS.map((kind) => [kind, ACT_SCHEMAS_2[kind].shape({ id: text(110) })])),
) as unknown as ISchema<Act2>;
const actsDone2 = shape({
  kind: oneOf(['acts-done']),
  treeId: id(),
  acts: listOf(act2, 500),
  left: left2,
});

const bodies2 = {
  ...Object.fromEntries(EVENT_KINDS.map((kind) => [kind, EVENTS[kind].schema as AnyObjectSchema])),
  visit: visit2 as AnyObjectSchema,
  'acts-done': actsDone2 as AnyObjectSchema,
};

export interface Visit2 {
  kind: 'visit';
  treeId: string;
  stems: Stems2;
}
interface ActsDone2 {
  kind: 'acts-done';
  treeId: string;
  acts: readonly Act2[];
  left: { stems: Stems2; gone: readonly string[] };
}
type PlainBody2 = Exclude<PlainBody, { kind: 'visit' | 'acts-done' }> | Visit2 | ActsDone2;
export type Event2 = Envelope &
  (
    | PlainBody2
    | { kind: 'amend'; target: string; body: PlainBody2; day?: string }
    | { kind: 'withdraw'; target: string }
  );

/** The shape of an event in a file of the second version. */
export const eventSchema2 = kinds({
  ...Object.fromEntries(Object.entries(bodies2).map(([kind, body]) => [kind, body.shape(envelope)])),
  amend: shape({
    ...envelope,
    ...{ kind: oneOf(['amend']), target: id(), body: kinds(bodies2), day: day().optional() },
  }),
  withdraw: shape({ ...envelope, kind: oneOf(['withdraw']), target: id() }),
}) as unknown as ISchema<Event2>;

/** Events of the second version as those of today, in the same order. */
export const eventsFrom2 = (events: readonly Event2[]): BookEvent[] =>
  events.map((event): BookEvent => {
    if (event.kind === 'withdraw') return event;
    return event.kind === 'amend' ? { ...event, body: bodyFrom2(event.body) } : bodyFrom2(event);
  });

function bodyFrom2<E extends object>(body: PlainBody2 & E): PlainBody & E {
  if (body.kind === 'visit') return { ...body, stems: readingsFrom2(body.stems, 'guessed') };
  if (body.kind !== 'acts-done') return body;
  const { acts, left, ...rest } = body;
  const done: ActsDone = {
    ...{ kind: 'acts-done', treeId: body.treeId, acts: acts.map((act) => actFrom2<PlannedAct>(act)) },
    left: { ...left, stems: readingsFrom2(left.stems, 'filled-in') },
  };
  return { ...(rest as unknown as E), ...done };
}
