import { day, HOLDS_BEND, isWindowAct, told, type Due, type Message, type TreeState } from '../../../../core';
import type { Words } from '../words/words';

/** What is due is called: work of the year by its name, the rest by the thing. */
export function dueCalled({ what, thing }: Pick<Due, 'what' | 'thing'>): Message {
  if (isWindowAct(what)) return told(`window-act.${what}`);
  const called = `due-thing.${what}` as const;
  return thing ? told(called, { what: told(`fixing.${thing}`) }) : told(called);
}

/** By when it is to be done, in a few words. */
export function whenTold({ what, pressing, from, on, to, bestFrom }: Due): Message {
  switch (pressing) {
    case 'overdue':
      return isWindowAct(what) ? told('due.missed', { to: day(to) }) : told('due.since', { on: day(on) });
    case 'now':
      return isWindowAct(what) ? told('due.by', { to: day(to) }) : told('due.since', { on: day(on) });
    case 'week':
    case 'later':
    case 'beyond':
      return bestFrom > from ? told('due.best-from', { on: day(on) }) : told('due.best-on', { on: day(on) });
  }
}

/** The limbs it is about, by their tags. */
export function limbsTold({ stemIds }: Due, state: TreeState | undefined): string {
  const tags = new Map(state?.tree.stems.map(({ id, tag }) => [id, tag]));
  return stemIds.map((id) => tags.get(id) ?? id).join(', ');
}

/** Whether it is ticked here, once its time has come: what the plan tells of is ticked at the tree. */
export const isTickedHere = ({ what, acts, from }: Due, today: string): boolean =>
  (TICKED.includes(what) || (isWindowAct(what) && what !== 'read')) && acts === 0 && from <= today;
const TICKED: readonly Due['what'][] = ['look', 'tight', 'off', 'wound', 'uprights', 'ends'];

/** Something fixed that is due, as it is written down. */
export type FixedOff = Pick<Due, 'what' | 'thing' | 'atCm' | 'stemIds'>;

/** Whether a thing holds a limb bent: let go, the limb springs back. */
export const holdsBend = (thing: Due['thing']): boolean => thing !== undefined && HOLDS_BEND.includes(thing);

/** What its tick says: of a limb whose time ends and that no plan takes, that it stays. */
export const tickCalled = ({ what }: Due): 'due.done' | 'due.stays' =>
  what === 'ends' ? 'due.stays' : 'due.done';

/** A due thing in one sentence after another, for a calendar. */
export const dueInFull = (due: Due, words: Words): string =>
  [due.why, due.ifNot, ...(due.waits ? [due.waits] : [])].map((one) => words.tell(one)).join('\n');
