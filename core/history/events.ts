import type { ISchema } from 'yup';
import { day, id, kinds, oneOf, shape } from '../fields/fields';
import type { Site } from '../sites/site';
import { envelope, type Envelope } from './envelope';
import type { EventWays } from './event';
import { actsDone } from './events/acts-done';
import { budWork } from './events/bud-work';
import { budsRead } from './events/buds-read';
import { cracked } from './events/cracked';
import { cutSet } from './events/cut-set';
import { formChosen } from './events/form-chosen';
import { leftUndone } from './events/left-undone';
import { leaderFailed } from './events/leader-failed';
import { letGo } from './events/let-go';
import { lookedAt } from './events/looked-at';
import { lost } from './events/lost';
import { note } from './events/note';
import { overruled } from './events/overruled';
import { photo } from './events/photo';
import { putOn } from './events/put-on';
import { rulesSet } from './events/rules-set';
import { rowAdded } from './events/row-added';
import { schoolChosen } from './events/school-chosen';
import { schoolEdited } from './events/school-edited';
import { seasonWork } from './events/season-work';
import { shootsRead } from './events/shoots-read';
import { siteAdded } from './events/site-added';
import { siteChanged } from './events/site-changed';
import { siteTakenOut } from './events/site-taken-out';
import { stageSeen } from './events/stage-seen';
import { stemEnteredWrong } from './events/stem-entered-wrong';
import { treeAdded } from './events/tree-added';
import { treeDescribed } from './events/tree-described';
import { treeMoved } from './events/tree-moved';
import { treeTakenOut } from './events/tree-taken-out';
import { visit } from './events/visit';
import { woundSeen } from './events/wound-seen';
import { yardNamed } from './events/yard-named';
import type { TreeRecord } from './tree-record';

/** Every kind of event that stands for itself: its file, and one line here. */
export const EVENTS = {
  'tree-added': treeAdded,
  visit,
  'stem-entered-wrong': stemEnteredWrong,
  'acts-done': actsDone,
  overruled,
  'cut-set': cutSet,
  'form-chosen': formChosen,
  'rules-set': rulesSet,
  'school-chosen': schoolChosen,
  'school-edited': schoolEdited,
  'buds-read': budsRead,
  'bud-work': budWork,
  'leader-failed': leaderFailed,
  'tree-described': treeDescribed,
  'tree-moved': treeMoved,
  'tree-taken-out': treeTakenOut,
  'row-added': rowAdded,
  'site-added': siteAdded,
  'site-changed': siteChanged,
  'site-taken-out': siteTakenOut,
  'yard-named': yardNamed,
  'put-on': putOn,
  'looked-at': lookedAt,
  'let-go': letGo,
  cracked,
  lost,
  note,
  photo,
  'stage-seen': stageSeen,
  'season-work': seasonWork,
  'shoots-read': shootsRead,
  'wound-seen': woundSeen,
  'left-undone': leftUndone,
};

export type EventKind = keyof typeof EVENTS;
export const EVENT_KINDS = Object.keys(EVENTS) as EventKind[];

/** A body that stands for itself, not for a change to another event. */
export type PlainBody = {
  [K in EventKind]: (typeof EVENTS)[K] extends EventWays<infer B> ? B : never;
}[EventKind];

/** An amendment stands in for its target's content, and for its day where it names one; a withdrawal takes its target out. */
export type EventBody =
  | PlainBody
  | { kind: 'amend'; target: string; body: PlainBody; day?: string }
  | { kind: 'withdraw'; target: string };

export type BookEvent = Envelope & EventBody;
export type PlainEvent = Envelope & PlainBody;

export const waysOf = (kind: EventKind): EventWays<PlainBody> =>
  EVENTS[kind] as unknown as EventWays<PlainBody>;

const bodies = Object.fromEntries(EVENT_KINDS.map((kind) => [kind, EVENTS[kind].schema]));

/** The shape of an event in a file. */
export const eventSchema = kinds({
  ...Object.fromEntries(EVENT_KINDS.map((kind) => [kind, EVENTS[kind].schema.shape(envelope)])),
  amend: shape({
    ...envelope,
    kind: oneOf(['amend']),
    target: id(),
    body: kinds(bodies),
    day: day().optional(),
  }),
  withdraw: shape({ ...envelope, kind: oneOf(['withdraw']), target: id() }),
}) as unknown as ISchema<BookEvent>;

/** What an entry says, without who wrote it and when. */
export const bodyOf = (event: PlainEvent): PlainBody =>
  Object.fromEntries(Object.entries(event).filter(([name]) => !(name in envelope))) as unknown as PlainBody;

/** The header of a yard: what it had when its book was opened. */
export interface Yard {
  id: string;
  name: string;
  sites: readonly (Site & { trees: readonly TreeRecord[] })[];
}

/** A yard's whole truth. */
export interface Book {
  yard: Yard;
  events: readonly BookEvent[];
}
