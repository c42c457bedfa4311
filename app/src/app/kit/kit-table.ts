import { csvFormatRows } from 'd3';
import { metres, told, type Arg, type Kit, type Message } from '../../../../core';
import { SIZED } from '../card/kit-words';

/** A line of a kit: a thing, in which size, and how many, or how much, of it. */
export interface KitLine {
  what: Message;
  size?: Arg;
  many: Arg;
}

/** A kit line by line: tools first, then what is used up, each size by itself. */
export function kitLines(kit: Kit): KitLine[] {
  const one = (what: Message): KitLine => ({ what, many: 1 });
  const several = (code: Parameters<typeof told>[0], many: number): KitLine[] =>
    many > 0 ? [{ what: told(code), many }] : [];
  return [
    ...kit.tools.filter((tool) => tool !== 'hand').map((tool) => one(told(`tool.${tool}`))),
    one(told('kit.gloves')),
    one(told(`kit.cleans.${kit.cleans}`)),
    ...several('kit-line.notches', kit.notches),
    ...several('kit-line.ties', kit.ties),
    ...(kit.cordCm > 0 ? [{ what: told('kit-line.cord'), many: metres(kit.cordCm / 100) }] : []),
    ...several('kit-line.ground-pegs', kit.groundPegs),
    ...several('kit-line.pegs', kit.pegs),
    ...SIZED.flatMap(({ code, sizes }) =>
      sizes(kit).map(({ n, size }): KitLine => ({ what: told(`kit-line.${code}`), size, many: n })),
    ),
    ...(kit.film ? [one(told('kit.film'))] : []),
    ...several('kit-line.labels', kit.labels),
    ...(kit.paste ? [one(told('kit.paste'))] : []),
  ];
}

/** A cell that a spreadsheet would take for a formula is told to be text; a bare number, below nought too, is none. */
const defused = (cell: string): string => (/^[=+\-@\t\r]/.test(cell) && !isNumber(cell) ? `'${cell}` : cell);
const isNumber = (cell: string): boolean => /^-?\d+(\.\d+)?$/.test(cell);

/** Rows as comma-separated values (RFC 4180), safe to open in a spreadsheet. */
export const csvOf = (rows: readonly (readonly string[])[]): string =>
  csvFormatRows(rows.map((row) => row.map(defused)));
