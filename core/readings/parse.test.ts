import { tell } from '../testing/tell';
import { whyUnread } from '../words/unread';
import { describe, expect, it } from 'vitest';
import cases from './parse.cases.json';
import { parseReading } from './parse';
import { readDraft } from '../tree/draft-visit';
import { formatValue, type Units } from './units';
import type { Dimension } from './reading';
import { treeOf } from '../testing/trees';

describe('what a grower types', () => {
  it.each(cases as [string, Dimension, Units, number | null][])(
    '%s as a %s, %s',
    (text, dimension, units, value) => {
      const parsed = parseReading(text, dimension, units);
      if (value === null) {
        expect(!parsed.ok && tell(whyUnread(parsed))).toMatch(/ try .| is expected\./);
        return;
      }
      expect(parsed.ok && parsed.reading.value).toBeCloseTo(value, 6);
      expect(parsed.ok && parsed.reading.typed).toBe(text);
    },
  );

  it('is taken as a guess, and so as less sure, with ~ or ?', () => {
    const [sure, guess] = [parseReading('40', 'length', 'metric'), parseReading('~40', 'length', 'metric')];
    expect(guess.ok && guess.reading.how).toBe('guessed');
    expect(guess.ok && sure.ok && guess.reading.sure > 4 * sure.reading.sure).toBe(true);
  });

  it('or fed by a gauge, is as sure as a gauge is', () => {
    const read = parseReading('47 gauge', 'angle', 'metric');
    expect(read.ok && read.reading).toMatchObject({ value: 47, how: 'gauge', sure: 2, typed: '47 gauge' });
    expect(parseReading('14.2 mm gauge', 'diameter', 'metric')).toMatchObject({
      reading: { value: 14.2, how: 'gauge' },
    });
    expect(parseReading('gauge', 'angle', 'metric').ok).toBe(false);
  });
});

describe('values in words', () => {
  it('follow the units of the grower; thickness in sixteenths of an inch', () => {
    expect(formatValue(61, 'length', 'imperial')).toBe('24 in');
    expect(formatValue(14.2875, 'diameter', 'imperial')).toBe('9/16 in');
    expect(formatValue(28.575, 'diameter', 'imperial')).toBe('1 1/8 in');
    expect(formatValue(359.7, 'bearing', 'metric')).toBe('0°');
  });
});

describe('half-typed readings', () => {
  const { tree } = treeOf({
    form: 'open-vase',
    trunk: { length: 90, mm: 40 },
    limbs: [{ id: 'a', h: 60, bearing: 10, angle: 50, length: 80, mm: 12 }],
  });

  it('become a visit: a new row takes the next free tag and rises from the trunk', () => {
    const { stems, troubles } = readDraft(tree, { 's-1': { origin: '9 in', bearing: 'NE' } }, 'metric');
    expect(troubles).toEqual([]);
    expect(stems['s-1']).toMatchObject({ tag: 'B', parent: { kind: 'stem', stemId: 'trunk' } });
    expect(stems['s-1']?.origin).toMatchObject({ value: 22.86, typed: '9 in' });
  });

  it('may hang a lateral on another limb by its tag, and refuse a tag that is not there', () => {
    const good = readDraft(tree, { 's-1': { on: 'a', length: '30' } }, 'metric');
    expect(good.stems['s-1']?.parent).toEqual({ kind: 'stem', stemId: 'a' });
    const bad = readDraft(tree, { 's-1': { on: 'q', length: 'long' } }, 'metric');
    expect(bad.troubles.map(({ field }) => field)).toEqual(['on', 'length']);
  });

  it('change nothing where they are empty or as recorded', () => {
    expect(readDraft(tree, { a: { length: '80 cm', diameter: '' } }, 'metric').stems).toEqual({});
  });
});
