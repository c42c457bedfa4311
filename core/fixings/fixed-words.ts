import { day, told, type Message } from '../words/message';
import type { Fixed } from './fixed';

/** The days of a thing that is fixed: since when, when it is looked at, gets tight and comes off, each as it is to come or is due. */
export function daysTold({ fixing, lookOn, tightOn, offBy, due }: Fixed): Message[] {
  return [
    ...(fixing.since === undefined ? [] : [told('fixed.since', { day: day(fixing.since) })]),
    ...(due === 'off' ? [] : [told(due === 'look' ? 'fixed.look.due' : 'fixed.look', { day: day(lookOn) })]),
    ...(tightOn === undefined
      ? []
      : [told(due === 'tight' ? 'fixed.tight.due' : 'fixed.tight', { day: day(tightOn) })]),
    offBy === undefined
      ? told('fixed.for-good')
      : told(due === 'off' ? 'fixed.off.due' : 'fixed.off', { day: day(offBy) }),
  ];
}
