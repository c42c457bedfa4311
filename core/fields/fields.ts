import {
  array,
  lazy,
  mixed,
  number,
  object,
  string,
  type AnyObject,
  type ISchema,
  type ObjectShape,
} from 'yup';

/** A schema as a field of an object takes it. */
export type Field = ObjectShape[string];
export type Fields = Record<string, Field>;

/** Ids of our own making and of other writers: plain letters, so that they are safe in addresses, files and keys. */
export const ID_PATTERN = /^[A-Za-z0-9._~:-]{1,80}$/;
/** Names that JavaScript objects carry of themselves: as an id or key they would be found where nothing was put. */
const RESERVED: ReadonlySet<string> = new Set([
  ...Object.getOwnPropertyNames(Object.prototype),
  ...Object.getOwnPropertyNames(Function.prototype),
  'prototype',
]);

/** Whether a text may be an id or a key: of our alphabet, and no name that objects carry of themselves. */
export const isPlainId = (text: string): boolean => ID_PATTERN.test(text) && !RESERVED.has(text);

const DATE_PATTERN = /^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/;

/** Whether a text is a day that the calendar has, such as 2028-02-29 but not 2026-02-31. */
export function isDay(text: string): boolean {
  if (!DATE_PATTERN.test(text)) return false;
  const [year, month, day] = text.split('-').map(Number) as [number, number, number];
  const last = new Date(Date.UTC(2000, 0, 1));
  last.setUTCFullYear(year, month, 0);
  return day <= last.getUTCDate();
}

export const id = () =>
  string()
    .strict()
    .required()
    .matches(ID_PATTERN, 'must be 1 to 80 letters, digits, dots, dashes or colons')
    .test('plain', 'is a name that is kept for the program’s own use; choose another', (found) =>
      isPlainId(found),
    );

export const text = (longest: number) =>
  string().strict().defined().nonNullable().max(longest, `must be at most ${longest} characters`);

export const between = (min: number, max: number) =>
  number().strict().required().min(min, `must be at least ${min}`).max(max, `must be at most ${max}`);

/** A whole number from one bound to another. */
export const whole = (min: number, max: number) => between(min, max).integer('must be a whole number');

export const day = () =>
  string()
    .strict()
    .required()
    .matches(DATE_PATTERN, 'must be a date such as 2026-11-23')
    .test('day', 'is no day of the calendar', (found) => !DATE_PATTERN.test(found) || isDay(found));

export const oneOf = <const T extends string>(values: readonly T[]) =>
  string<T>()
    .strict()
    .required()
    .oneOf(values, `must be one of ${values.join(', ')}`);

/** An object of exactly these fields. */
export function shape<T extends ObjectShape>(fields: T) {
  return object(fields).strict().required().noUnknown('has a field this version does not know: ${unknown}');
}

/** A list of at most so many. */
export const listOf = <T>(of: ISchema<T>, most: number, what: string) =>
  array(of).strict().required().max(most, `must have at most ${most} ${what}`);

/** An object whose keys are free (within `key`) and whose values are all alike. */
export function record(value: Field, isKey: (key: string) => boolean, most: number, needs: string) {
  return lazy((found: unknown) => {
    if (typeof found !== 'object' || found === null || Array.isArray(found)) {
      return mixed<AnyObject>()
        .required()
        .test('record', 'must be an object', () => false);
    }
    const keys = Object.keys(found);
    if (keys.length > most || !keys.every(isKey)) {
      return mixed<AnyObject>()
        .required()
        .test('keys', needs, () => false);
    }
    return object(Object.fromEntries(keys.map((k) => [k, value])))
      .strict()
      .required();
  });
}
