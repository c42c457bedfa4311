import { createEvents } from 'ics';
import { dayNumber, type Due } from '../../../../core';

/** Something due, told. */
export interface ToldDue {
  due: Due;
  title: string;
  words: string;
}

type Date3 = [number, number, number];

const dateOf = (isoDate: string, plus = 0): Date3 => {
  const date = new Date((dayNumber(isoDate) + plus) * 86_400_000);
  return [date.getUTCFullYear(), date.getUTCMonth() + 1, date.getUTCDate()];
};

/**
 * What is due as a calendar (RFC 5545), each on its best day. The same thing has the same id whenever it is written, and a number that
 * rises from day to day, so that a calendar that takes it in again moves it and does not double it.
 * @throws where the calendar cannot be written, with why
 */
export function calendarOf(all: readonly ToldDue[], today: string): string {
  const { error, value } = createEvents(
    all.map(({ due, title, words }) => ({
      ...{ uid: `${due.id}@eager-bough`, sequence: dayNumber(today), title, description: words },
      ...{ start: dateOf(due.on), end: dateOf(due.on, 1), productId: 'eager-bough' },
      ...{ status: 'TENTATIVE' as const, busyStatus: 'FREE' as const },
    })),
  );
  if (error ?? !value) throw error ?? new Error('the calendar is empty');
  return foldedByOctets(value);
}

/** Longest line, octets. RFC 5545, 3.1. */
const MOST_OCTETS = 75;

/** A calendar whose lines are folded anew: its writer counts letters, where the standard counts octets, and a quotation mark has three. */
function foldedByOctets(calendar: string): string {
  const octets = (letter: string): number => new TextEncoder().encode(letter).length;
  const folded = (line: string): string => {
    let [out, length] = ['', 0];
    for (const letter of line) {
      if (length + octets(letter) > MOST_OCTETS) {
        out += '\r\n ';
        length = 1;
      }
      out += letter;
      length += octets(letter);
    }
    return out;
  };
  return calendar
    .replace(/\r\n[ \t]/g, '')
    .split('\r\n')
    .map(folded)
    .join('\r\n');
}
