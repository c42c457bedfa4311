import ical from 'ical.js';
import { expect, it } from 'vitest';
import type { Due } from '../../../../core';
import { calendarOf } from './due-calendar';

const due = (id: string, on: string): Due => ({ id, on, treeId: 't', what: 'prune' }) as Due;
const WORDS =
  'Buds swell about 3 April, give or take 9 days; “wet”, cold\nand more, \\ of it, so that the line is longer than seventy-five letters by far';

/** Events as an independent reader finds them. */
const read = (text: string) =>
  new ical.Component(ical.parse(text) as never)
    .getAllSubcomponents('vevent')
    .map((event) => new ical.Event(event));

it('is read by a strict reader as all-day entries on their best days, with their words whole', () => {
  const text = calendarOf(
    [{ due: due('t.prune.2027', '2027-03-31'), title: 'Structural cuts: Gate peach', words: WORDS }],
    '2026-11-27',
  );
  const [event] = read(text);
  expect(event?.summary).toBe('Structural cuts: Gate peach');
  expect(event?.description).toBe(WORDS);
  expect([event?.startDate.toString(), event?.endDate.toString(), event?.startDate.isDate]).toEqual([
    '2027-03-31',
    '2027-04-01',
    true,
  ]);
  // RFC 5545, 3.1: lines end in CRLF and are no longer than 75 octets.
  const lines = text.split('\r\n');
  expect(lines.every((line) => !line.includes('\n') && new TextEncoder().encode(line).length <= 75)).toBe(
    true,
  );
});

it('has the same ids when it is written again, and a later number, so that what moved is moved', () => {
  const [one, two] = [
    calendarOf([{ due: due('t.prune.2027', '2027-03-31'), title: 'a', words: '' }], '2026-11-27'),
    calendarOf([{ due: due('t.prune.2027', '2027-04-05'), title: 'a', words: '' }], '2026-12-02'),
  ] as const;
  const [[before], [after]] = [read(one), read(two)];
  expect(after?.uid).toBe(before?.uid);
  expect(after?.sequence).toBe((before?.sequence ?? 0) + 5);
});
