import {
  array,
  lazy,
  mixed,
  number,
  object,
  setLocale,
  string,
  type AnyObject,
  type AnyObjectSchema,
  type InferType,
  type ISchema,
  type ObjectShape,
  type StringSchema,
} from 'yup';
import { DATE_PATTERN, GREATEST_YEAR, ID_PATTERN, isDay, isInYears, isPlainId, LEAST_YEAR } from './plain';
import { refused } from './refusal';

/** Longest list of unknown names that is told, letters. */
const NAMES_TOLD = 120;

// What Yup says of itself, in words of the catalogue: set before the first schema is made.
setLocale({
  mixed: {
    required: refused('refused.missing'),
    defined: refused('refused.missing'),
    notNull: refused('refused.null'),
    notType: ({ type }: { type: string }) => refused('refused.type', { type })(),
    default: refused('refused.words'),
  },
});

/** A schema as a field of an object takes it. */
export type Field = ISchema<unknown>;

/**
 * The type of what a schema takes, as this program writes types: a field that may be missing is missing, not undefined, and
 * lists are not changed in place.
 */
export type Typed<S extends ISchema<unknown>> = Exact<InferType<S>>;
type Exact<T> = T extends string | number | boolean | undefined | null
  ? T
  : T extends readonly (infer U)[]
    ? readonly Exact<U>[]
    : { [K in keyof T]: Exact<Exclude<T[K], undefined>> };

/** What a schema is made of where Yup cannot tell: it is needed to publish the schema. */
export type Structure =
  | { kind: 'record'; value: Field; most: number; keys?: string }
  | { kind: 'kinds'; of: Readonly<Record<string, AnyObjectSchema>> }
  | { kind: 'maybe'; field: Field }
  | { kind: 'defined'; name: string; definitions: Readonly<Record<string, object>> };
const structures = new WeakMap<object, Structure>();
export const structureOf = (schema: object): Structure | undefined => structures.get(schema);

// Every step of making a schema copies it, and the first page waits for all of them: each begins at one that is ready.
const TEXT = string().strict();
const NEEDED_TEXT = TEXT.required();
const FREE_TEXT = TEXT.defined().nonNullable();
const NUMBER = number().strict().required();
const ID = NEEDED_TEXT.matches(ID_PATTERN, refused('refused.id')).test(
  'plain',
  refused('refused.reserved'),
  (found) => isPlainId(found),
);
const DAY = NEEDED_TEXT.matches(DATE_PATTERN, refused('refused.date'))
  .test(
    'day',
    refused('refused.no-day'),
    (found) => !DATE_PATTERN.test(found) || !isInYears(found) || isDay(found),
  )
  .test(
    'years',
    refused('refused.years', { least: LEAST_YEAR, most: GREATEST_YEAR }),
    (found) => !DATE_PATTERN.test(found) || isInYears(found),
  );
const OBJECT = object()
  .strict()
  .required()
  .noUnknown(({ unknown }: { unknown: string }) =>
    refused('refused.unknown-fields', { fields: unknown.slice(0, NAMES_TOLD) })(),
  );

export const id = () => ID;

export const text = (longest: number) =>
  FREE_TEXT.max(longest, refused('refused.longest', { most: longest }));

export const between = (min: number, max: number) =>
  NUMBER.min(min, refused('refused.least', { least: min })).max(max, refused('refused.most', { most: max }));

/** A whole number from one bound to another. */
export const whole = (min: number, max: number) => between(min, max).integer(refused('refused.whole'));

export const day = () => DAY;

export const oneOf = <const T extends string>(values: readonly T[]) =>
  (NEEDED_TEXT as StringSchema<T>).oneOf(values, refused('refused.one-of', { names: { list: values } }));

/** An object of exactly these fields. */
export const shape = <T extends ObjectShape>(fields: T) =>
  OBJECT.shape(fields) as unknown as ReturnType<typeof object<AnyObject, T>>;

/** A list of at most so many. */
export const listOf = <S extends ISchema<unknown>>(of: S, most: number) =>
  array(of as ISchema<InferType<S>>)
    .strict()
    .required()
    .max(most, refused('refused.too-many', { most }));

const kindOf = (found: unknown): string => String((found as { kind?: unknown } | null | undefined)?.kind);

/** An object of one of several kinds, told apart by its `kind`. */
export function kinds<M extends Readonly<Record<string, AnyObjectSchema>>>(
  of: M,
): ISchema<InferType<M[keyof M]>> {
  const known = new Map(Object.entries(of));
  const none = shape({ kind: oneOf(Object.keys(of)) });
  const schema = lazy((found: unknown) => (known.get(kindOf(found)) ?? none) as typeof none);
  structures.set(schema, { kind: 'kinds', of });
  return schema as unknown as ISchema<InferType<M[keyof M]>>;
}

/** A field that may be missing. */
export function maybe<T>(field: ISchema<T>): ISchema<T | undefined> {
  const missing = mixed().optional();
  const schema = lazy((found: unknown) => (found === undefined ? missing : field) as typeof missing);
  structures.set(schema, { kind: 'maybe', field });
  return schema as unknown as ISchema<T | undefined>;
}

/** A field whose published shape is one of some definitions, that may name each other. */
export function defined<S extends Field>(
  field: S,
  as: { name: string; definitions: Readonly<Record<string, object>> },
): S {
  structures.set(field, { kind: 'defined', ...as });
  return field;
}

/** An object whose keys are free (within `isKey`) and whose values are all alike. */
export function record<T>(
  value: ISchema<T>,
  isKey: (key: string) => boolean,
  most: number,
  needs: ReturnType<typeof refused>,
  keys?: string,
): ISchema<Record<string, T>> {
  const refuse = (message: ReturnType<typeof refused>) =>
    mixed<AnyObject>()
      .required()
      .test('record', message, () => false);
  const schema = lazy((found: unknown) => {
    if (typeof found !== 'object' || found === null || Array.isArray(found))
      return refuse(refused('refused.type', { type: 'object' }));
    const names = Object.keys(found);
    if (names.length > most || !names.every(isKey)) return refuse(needs);
    return object(Object.fromEntries(names.map((name) => [name, value])))
      .strict()
      .required() as unknown as ReturnType<typeof refuse>;
  });
  structures.set(schema, { kind: 'record', value, most, ...(keys !== undefined && { keys }) });
  return schema as unknown as ISchema<Record<string, T>>;
}
