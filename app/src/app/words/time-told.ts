import { told, type Message } from '../../../../core';

/** A time longer than this is told in hours, minutes. */
const HOURS_FROM = 90;

/** How long work takes, from minutes. */
export const timeTold = (minutes: number): Message =>
  minutes < HOURS_FROM
    ? told('time.minutes', { minutes: Math.round(minutes) })
    : told('time.hours', { hours: Math.floor(minutes / 60), minutes: Math.round(minutes % 60) });
