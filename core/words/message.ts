import type { Refusal } from '../fields/refusal';
import type en from './catalogue/en.json';
import type { Ground } from './ground';

/** A sentence or a name of the catalogue. */
export type MessageCode = keyof typeof en;

/** A figure in the store's unit: told in the units its reader reads. A share is told in hundredths. */
export type Quantity =
  | { cm: number }
  | { mm: number }
  | { deg: number }
  | { share: number }
  | { kg: number }
  | { m: number }
  | { celsius: number };

/** What is put into a sentence. A number counts or chooses a plural, a string chooses among words or is the grower's own. */
export type Arg =
  | number
  | string
  | Quantity
  /** A stem, by the tag that hangs on it. */
  | { tag: string }
  /** A day, as an ISO date. */
  | { day: string }
  | { list: readonly Arg[] }
  | Message;

export type Args = Readonly<Record<string, Arg>>;

/** Something to be told: which words of the catalogue, and what is put into them. It is told only where it is shown. */
export interface Message {
  code: MessageCode;
  args?: Args;
}

/** A refusal as a message: what a schema says of a value; whatever else it may say is told as it is written. */
export const asRefusal = (found: unknown): Message =>
  typeof found === 'object' && found !== null && 'code' in found
    ? (found as Refusal)
    : asWritten(String(found));

/** A sentence of why, with what it rests on. */
export interface Reason extends Message {
  grounds?: readonly Ground[];
}

export const told = (code: MessageCode, args?: Args): Message => (args ? { code, args } : { code });

/** A reason and its grounds, the chief one first. */
export function because(code: MessageCode, args: Args = {}, ...grounds: Ground[]): Reason {
  return {
    code,
    ...(Object.keys(args).length > 0 && { args }),
    ...(grounds.length > 0 && { grounds }),
  };
}

/** Words that were written down before words were data, as they stand. */
export const asWritten = (words: string): Message => told('as-written', { words });

export const cm = (value: number): Arg => ({ cm: value });
export const mm = (value: number): Arg => ({ mm: value });
export const deg = (value: number): Arg => ({ deg: value });
export const metres = (value: number): Arg => ({ m: value });
export const kg = (value: number): Arg => ({ kg: value });
export const celsius = (value: number): Arg => ({ celsius: value });
export const share = (value: number): Arg => ({ share: value });
export const day = (isoDate: string): Arg => ({ day: isoDate });
export const list = (args: readonly Arg[]): Arg => ({ list: args });

/** Stems and the tags that hang on them. */
export interface Tagged {
  stems: readonly { id: string; tag: string }[];
}

/** A stem as it is called: by its tag, or its id where it is not there. */
export const tagOf = ({ stems }: Tagged, id: string): Arg => ({
  tag: stems.find((stem) => stem.id === id)?.tag ?? id,
});

/** Whether a reason rests on a ground: one of the same kind that names the same. */
export function restsOn({ grounds = [] }: Reason, ground: Ground): boolean {
  const named = Object.entries(ground);
  return grounds.some((other) => {
    const fields: Readonly<Record<string, unknown>> = { ...other };
    return named.every(([name, is]) => fields[name] === is);
  });
}
