import type { TreeScene } from '../acts/scene';
import { uprightsOf } from '../bending/uprights';
import { daysAfter } from '../calendar/days';
import { fixedTo, nextFor, type Fixed } from '../fixings/fixed';
import type { PlainEvent } from '../history/events';
import type { Stem } from '../tree/stem';
import { because, day, told, type MessageCode, type Reason } from '../words/message';
import type { Due, DueTree, DueWhat } from './due';
import { askedAgainOn, isSettledBy } from './left';
import { woundsFollowed, woundWhy, type FollowedWound } from './wounds';

/** What is due on its own days: fixings, heavy wounds, limbs spared until a day, uprights over a limb laid flat, and what was left undone. */
export type Recurring = Omit<Due, 'pressing' | 'treeId' | 'id'> & { key: string };

/** Days before its day on which a tie may be looked at or taken off; days it may wait after. Working values. */
const BEFORE = 7;
const AFTER: Readonly<Record<'off' | 'tight' | 'look', number>> = { off: 45, tight: 7, look: 14 };

/** All of it on one tree. */
export function recurring(scene: TreeScene, tree: DueTree): Recurring[] {
  const { events, state } = tree;
  const { stems } = scene.laid.tree;
  return [
    ...fixedTo(scene).map(fixing),
    ...woundsFollowed(scene, tree).map(wound),
    ...stems.flatMap((stem) => spared(stem, tree)),
    ...stems.flatMap((stem) => uprights(scene, stem, events)),
    ...left(state, events),
  ];
}

function fixing(fixed: Fixed): Recurring {
  const { what, on } = nextFor(fixed);
  const { stem } = fixed;
  const thing = told(`fixing.${fixed.fixing.what}`);
  return {
    ...dated(what, `${stem.id}-${fixed.fixing.what}-${fixed.fixing.atCm ?? 0}`, [stem], on, AFTER[what]),
    thing: fixed.fixing.what,
    ...(fixed.fixing.atCm !== undefined && { atCm: fixed.fixing.atCm }),
    why: because(whyCode(what, fixed.fixing.what), { what: thing, stem: { tag: stem.tag }, on: day(on) }),
    ifNot: because(`due.${what}.if-not`, { what: thing }),
  };
}

/** What comes off because a bend has set, and what for other reasons. */
const OWN_WHY = ['stake', 'prop', 'wrap'] as const;

function whyCode(what: 'off' | 'tight' | 'look', thing: Fixed['fixing']['what']): MessageCode {
  const own = OWN_WHY.find((one) => one === thing);
  return what === 'off' && own ? `due.off.why.${own}` : `due.${what}.why`;
}

/** Days a wound may wait after its day: till leaves are off it is well seen. A working value. */
const WOUND_AFTER = 75;

/** Days after its time that a spared limb is asked about before it is overdue. */
const SPARED_AFTER = 60;

function wound(followed: FollowedWound): Recurring {
  const { wound: of, on } = followed;
  return {
    ...dated('wound', `${of.limbId}-${on.slice(0, 4)}`, [], on, WOUND_AFTER),
    ...{ stemIds: [of.on], limbId: of.limbId },
    ...{ why: woundWhy(followed), ifNot: because('due.wound.if-not') },
  };
}

/** A limb whose time ends, with what the plan does to it; none once the grower has said what becomes of it. */
function spared({ id, tag, spared: until }: Stem, { acts = [], events, state }: DueTree): Recurring[] {
  if (!until) return [];
  const due = dated('ends', id, [], until.until, SPARED_AFTER);
  const wait = state.waits?.[id];
  const isSaid = events.some(
    (event) =>
      event.kind === 'overruled' &&
      event.stemId === id &&
      event.ruling !== 'wait' &&
      event.happenedOn >= (wait?.on ?? due.from),
  );
  if (isSaid) return [];
  return [
    {
      ...due,
      ...{ stemIds: [id], acts: acts.filter((act) => 'stemId' in act && act.stemId === id).length },
      why: wait
        ? because(wait.doubt ? 'due.ends.doubt.why' : 'due.ends.doubt', {
            ...{ stem: { tag }, on: day(wait.on) },
            ...(wait.doubt && { doubt: wait.doubt }),
          })
        : because('due.ends.why', { stem: { tag }, on: day(until.until), for: until.keptFor }),
      ifNot: because('due.ends.if-not'),
    },
  ];
}

/** A limb that is tied flatter than this throws uprights, deg from upright. */
const FLAT_DEG = 75;

function uprights(scene: TreeScene, stem: Stem, events: readonly PlainEvent[]): Recurring[] {
  const flat = stem.fixings?.find(({ what, toDeg }) => what !== 'label' && (toDeg ?? 0) >= FLAT_DEG);
  if (!flat) return [];
  const rise = uprightsOf(scene, stem, flat.toDeg ?? 90, flat.since ?? scene.when.today);
  if (!rise) return [];
  const due = dated('uprights', stem.id, [stem], daysAfter(rise.by, -14), 14);
  if (isRubbedOff(events, stem, due.from)) return [];
  return [
    {
      ...due,
      why: because('due.uprights.why', { stem: { tag: stem.tag }, n: rise.count, on: day(rise.by) }),
      ifNot: because('due.uprights.if-not'),
    },
  ];
}

/** Whether its uprights were rubbed off this time. */
const isRubbedOff = (events: readonly PlainEvent[], { id }: Stem, from: string): boolean =>
  events.some(
    (event) =>
      event.kind === 'season-work' &&
      event.act === 'uprights' &&
      event.isDone &&
      event.happenedOn >= from &&
      (event.stemIds?.includes(id) ?? true),
  );

function left({ site, today, waits }: DueTree['state'], events: readonly PlainEvent[]): Recurring[] {
  return events.flatMap((event, i): Recurring[] => {
    // What is due by itself has its own entry.
    if (event.kind !== 'left-undone' || event.actId.startsWith('due:')) return [];
    // A limb left in doubt is asked about by its own day.
    if (event.stemId !== undefined && waits?.[event.stemId]?.on === event.happenedOn) return [];
    const on = askedAgainOn(site, event);
    if (on === undefined || isSettledBy(events.slice(i + 1), event)) return [];
    const why: Reason = because('due.left.why', {
      on: day(event.happenedOn),
      why: told(`undone.${event.why}`),
    });
    return [
      {
        ...dated('left', event.actId, [], on < today ? today : on, 30),
        ...(event.stemId && { stemIds: [event.stemId] }),
        ...{ why, ifNot: because('due.left.if-not') },
      },
    ];
  });
}

function dated(
  what: DueWhat,
  key: string,
  stems: readonly Stem[],
  on: string,
  after: number,
): Pick<
  Recurring,
  'what' | 'key' | 'stemIds' | 'from' | 'bestFrom' | 'bestTo' | 'on' | 'to' | 'sureDays' | 'acts'
> {
  return {
    ...{ what, key, on, bestFrom: on, bestTo: on, sureDays: 0, acts: 0 },
    ...{ stemIds: stems.map(({ id }) => id), from: daysAfter(on, -BEFORE), to: daysAfter(on, after) },
  };
}
