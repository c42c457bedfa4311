import { isDay } from '../fields/plain';
import { WEATHER_WITHIN } from '../seasons/site-weather';
import type { WeatherDay } from '../seasons/weather';
import { told, type Message } from '../words/message';

/** What a table of weather may have in its columns; the first three it must. */
export const WEATHER_COLUMNS = ['day', 'min', 'max', 'rain', 'snow', 'gust'] as const;
export type WeatherColumn = (typeof WEATHER_COLUMNS)[number];
export const MUST_HAVE: readonly WeatherColumn[] = ['day', 'min', 'max'];

/** Which column of a table holds what, counted from 0. */
export type ColumnMatch = Readonly<Partial<Record<WeatherColumn, number>>>;

/** How a table writes its dates, and its temperatures. */
export const DAY_ORDERS = ['ymd', 'dmy', 'mdy'] as const;
export type DayOrder = (typeof DAY_ORDERS)[number];
export interface TableManner {
  dayOrder: DayOrder;
  isFahrenheit: boolean;
}

/** A row that cannot be taken, by its number in the table from 1, and why. */
export interface RowTrouble {
  row: number;
  message: Message;
}

/** Words that a head uses for each column, in small letters. */
const CALLED: Readonly<Record<WeatherColumn, RegExp>> = {
  day: /date|day|datum|fecha|giorno/,
  min: /min|low|tn\b/,
  max: /max|high|tx\b/,
  rain: /rain|precip|prcp|mm|niederschlag/,
  snow: /snow|schnee/,
  gust: /gust|wind|b(ö|oe)e/,
};

/** Guesses which column holds what from a table's head; a column that is not called so is left to the grower. */
export function guessColumns(head: readonly string[]): ColumnMatch {
  const match: Partial<Record<WeatherColumn, number>> = {};
  for (const column of WEATHER_COLUMNS) {
    const at = head.findIndex(
      (name, i) => CALLED[column].test(name.toLowerCase()) && !Object.values(match).includes(i),
    );
    if (at >= 0) match[column] = at;
  }
  return match;
}

/** Guesses how dates are written from those there are: a first or second number over 12 gives it away. */
export function guessDayOrder(days: readonly string[]): DayOrder {
  const parts = days.map((text) => text.trim().split(/\D+/).map(Number));
  if (parts.some(([first = 0]) => first > 31)) return 'ymd';
  return parts.some(([, second = 0]) => second > 12) ? 'mdy' : 'dmy';
}

/**
 * Reads the rows of a table as days, in order of days; a row that cannot be read is told of and left out, and of two of one day the later
 * stands.
 * @param rows the cells, without the head
 * @param firstRow number of the first of them in the table, from 1
 */
export function readWeatherRows(
  rows: readonly (readonly string[])[],
  match: ColumnMatch,
  manner: TableManner,
  firstRow = 2,
): { days: WeatherDay[]; troubles: RowTrouble[] } {
  const days = new Map<string, WeatherDay>();
  const troubles: RowTrouble[] = [];
  rows.forEach((cells, i) => {
    if (cells.every((cell) => cell.trim() === '')) return;
    const read = readRow(cells, match, manner);
    const row = firstRow + i;
    if ('code' in read) return troubles.push({ row, message: read });
    if (days.has(read.day))
      troubles.push({ row, message: told('weather-row.again', { day: { day: read.day } }) });
    return days.set(read.day, read);
  });
  return { days: [...days.values()].sort((a, b) => (a.day < b.day ? -1 : 1)), troubles };
}

function readRow(cells: readonly string[], match: ColumnMatch, manner: TableManner): WeatherDay | Message {
  const cell = (column: WeatherColumn): string => cells[match[column] ?? -1]?.trim() ?? '';
  const day = dayIn(cell('day'), manner.dayOrder);
  if (day === undefined) return told('weather-row.no-day', { text: cell('day') });
  const numbers: Partial<Record<WeatherColumn, number>> = {};
  for (const column of ['min', 'max', 'rain', 'snow', 'gust'] as const) {
    const text = cell(column);
    if (text === '') {
      if (MUST_HAVE.includes(column))
        return told('weather-row.missing', { column: told(`weather-column.${column}`) });
      continue;
    }
    const written = Number(text.replace(',', '.'));
    const isHeat = column === 'min' || column === 'max';
    const value = isHeat && manner.isFahrenheit ? ((written - 32) * 5) / 9 : written;
    const [least, most] = WEATHER_WITHIN[column];
    if (!Number.isFinite(value))
      return told('weather-row.no-number', { column: told(`weather-column.${column}`), text });
    if (value < least || value > most)
      return told('weather-row.beyond', { column: told(`weather-column.${column}`), text });
    numbers[column] = Math.round(value * 100) / 100;
  }
  const { min = 0, max = 0, rain, snow, gust } = numbers;
  if (min > max) return told('weather-row.crossed', { min: { celsius: min }, max: { celsius: max } });
  return {
    ...{ day, minC: min, maxC: max },
    ...(rain !== undefined && { rainMm: rain }),
    ...(snow !== undefined && { snowCm: snow }),
    ...(gust !== undefined && { gustMps: gust }),
  };
}

/** A date as an ISO date; undefined where it is none. */
function dayIn(text: string, order: DayOrder): string | undefined {
  const parts = text.split(/\D+/).filter((part) => part !== '');
  const [a, b, c] = parts as [string?, string?, string?];
  if (a === undefined || b === undefined || c === undefined) return undefined;
  const [year, month, of] = order === 'ymd' ? [a, b, c] : order === 'dmy' ? [c, b, a] : [c, a, b];
  const full = year.length === 2 ? `20${year}` : year;
  const iso = `${full}-${month.padStart(2, '0')}-${of.padStart(2, '0')}`;
  return isDay(iso) ? iso : undefined;
}

/** Head and rows of a table that holds days as they are, ISO dates and deg C: read again it gives the same days. */
export function weatherRows(days: readonly WeatherDay[]): string[][] {
  const head = ['day', 'min C', 'max C', 'rain mm', 'snow cm', 'gust m/s'];
  const cell = (value: number | undefined): string => (value === undefined ? '' : String(value));
  return [
    head,
    ...days.map(({ day, minC, maxC, rainMm, snowCm, gustMps }) => [
      ...[day, String(minC), String(maxC), cell(rainMm), cell(snowCm), cell(gustMps)],
    ]),
  ];
}
