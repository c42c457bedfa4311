import { csvParseRows } from 'd3';
import { expect, it } from 'vitest';
import { ENGLISH, tellerIn, type Kit } from '../../../../core';
import { csvOf, kitLines } from './kit-table';

const KIT: Kit = {
  ...{ tools: ['hand', 'shears'], ties: 3, pegs: 0, cordCm: 1234, groundPegs: 2, labels: 0, notches: 0 },
  ...{
    sticksCm: [12, 12, 30],
    propsCm: [],
    jugsL: [1.5],
    guardsCm: [60],
    cleans: 'between trees',
    paste: false,
    film: true,
  },
  stakes: [{ lengthCm: 90, thickMm: 40 }],
  canes: [],
};

it('tells a kit line by line, each size by itself with how many there are of it, cord by the metre', () => {
  const tell = tellerIn(ENGLISH, 'metric');
  const lines = kitLines(KIT).map(({ what, size, many }) => [
    tell(what),
    size ? tell.arg(size) : '',
    tell.arg(many),
  ]);
  expect(lines).toContainEqual(['padded sticks, notched', '12 cm', '2']);
  expect(lines).toContainEqual(['padded sticks, notched', '30 cm', '1']);
  expect(lines).toContainEqual(['stakes', '90 cm, 40 mm thick', '1']);
  expect(lines).toContainEqual(['jugs of water', '1.5 l', '1']);
  expect(lines).toContainEqual(['soft cord', '', '12 m']);
  expect(lines).toContainEqual(['guards round stems', '60 cm', '1']);
  expect(lines.some(([what]) => what === 'clip-pegs' || what === 'canes')).toBe(false);
});

it('is saved as a table that a reader of such files reads back, with no cell taken for a formula', () => {
  const rows = [
    ['Thing', 'Size'],
    ['cord, "soft"', '=1+1'],
    ['+2', '-3'],
    ['-x', '-3.5'],
    ['@x', 'two\nlines'],
  ];
  const read = csvParseRows(csvOf(rows));
  expect(read[1]).toEqual(['cord, "soft"', "'=1+1"]);
  expect(read.slice(2)).toEqual([
    ["'+2", '-3'],
    ["'-x", '-3.5'],
    ["'@x", 'two\nlines'],
  ]);
});
