import { describe, expect, it } from 'vitest';
import { stationNear, tellsOn } from '../stations/stations';
import { guessColumns, guessDayOrder, readWeatherRows, weatherRows } from './weather-table';

const MANNER = { dayOrder: 'ymd', isFahrenheit: false } as const;
const MATCH = { day: 0, min: 1, max: 2, rain: 3 };

describe('a table of weather', () => {
  it('has its columns guessed from a head, and left open where it has no such name', () => {
    expect(guessColumns(['Station', 'Date', 'T max', 'T min', 'Precip (mm)'])).toEqual({
      day: 1,
      min: 3,
      max: 2,
      rain: 4,
    });
    expect(guessColumns(['when', 'cold', 'warm'])).toEqual({});
  });

  it.each([
    [['2026-01-13', '2026-02-01'], 'ymd'],
    [['13/1/2026', '1/2/2026'], 'dmy'],
    [['1/13/2026', '2/1/2026'], 'mdy'],
  ] as const)('writes its dates %o as %s', (days, order) => expect(guessDayOrder(days)).toBe(order));

  it('is read with commas in its numbers, in Fahrenheit, and by its own order of dates', () => {
    const { days } = readWeatherRows([['13.1.2026', '14', '50', '1,5']], MATCH, {
      dayOrder: 'dmy',
      isFahrenheit: true,
    });
    expect(days).toEqual([{ day: '2026-01-13', minC: -10, maxC: 10, rainMm: 1.5 }]);
  });

  it('tells each row that cannot be read by its number and why, and keeps the others', () => {
    const { days, troubles } = readWeatherRows(
      [
        ['2026-01-01', '1', '9', ''],
        ['2026-02-30', '1', '9', ''],
        ['2026-01-03', 'x', '9', ''],
        ['2026-01-04', '9', '1', ''],
        ['2026-01-05', '', '9', ''],
        ['', '', '', ''],
        ['2026-01-06', '1', '99', ''],
        ['2026-01-01', '2', '8', ''],
      ],
      MATCH,
      MANNER,
    );
    expect(troubles.map(({ row, message }) => `${row} ${message.code.replace('weather-row.', '')}`)).toEqual([
      '3 no-day',
      '4 no-number',
      '5 crossed',
      '6 missing',
      '8 beyond',
      '9 again',
    ]);
    expect(days).toEqual([{ day: '2026-01-01', minC: 2, maxC: 8 }]);
  });

  it('written out and read again gives the same days', () => {
    const { days } = tellsOn(stationNear(48), '2026-03-01');
    const [head = [], ...rows] = weatherRows(days);
    expect(readWeatherRows(rows, guessColumns(head), MANNER)).toEqual({ days, troubles: [] });
  });
});
