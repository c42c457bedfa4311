import { mixed, type ISchema } from 'yup';
import { defined } from '../fields/fields';
import { isPlainId } from '../fields/plain';
import { refused } from '../fields/refusal';
import { RULE_KEYS } from '../rules/defaults';
import type { Ground } from './ground';
import type { Message, Reason } from './message';

/** Longest text within a message, letters; most arguments of one, things in a list and grounds; deepest message in a message. */
const LONGEST = 600;
const MOST_ARGS = 12;
const MOST_LISTED = 200;
const MOST_GROUNDS = 6;
const DEEPEST = 6;
/** Codes as they are written: those of later and earlier catalogues are taken too, so that no book is refused for its words. */
const CODE = /^[A-Za-z0-9.-]{1,80}$/;

const QUANTITIES = ['cm', 'mm', 'deg', 'share', 'kg'];
const TEXTS = ['tag', 'day'];

type Fields = Record<string, unknown>;

const isObject = (found: unknown): found is Fields =>
  typeof found === 'object' && found !== null && !Array.isArray(found);
const isText = (found: unknown): boolean => typeof found === 'string' && found.length <= LONGEST;
const isNumber = (found: unknown): boolean => typeof found === 'number' && Number.isFinite(found);

function isArg(found: unknown, depth: number): boolean {
  if (!isObject(found)) return isText(found) || isNumber(found);
  if ('code' in found) return isMessage(found, ['code', 'args'], depth + 1);
  const [name, ...more] = Object.keys(found);
  if (name === undefined || more.length > 0) return false;
  const value = found[name];
  if (name === 'list')
    return Array.isArray(value) && value.length <= MOST_LISTED && value.every((arg) => isArg(arg, depth + 1));
  return TEXTS.includes(name) ? isText(value) : QUANTITIES.includes(name) && isNumber(value);
}

function isMessage(found: unknown, fields: readonly string[], depth = 0): boolean {
  if (!isObject(found) || depth > DEEPEST || Object.keys(found).some((name) => !fields.includes(name)))
    return false;
  const { code, args = {} } = found;
  const isGood = typeof code === 'string' && CODE.test(code) && isObject(args);
  return (
    isGood &&
    Object.keys(args).length <= MOST_ARGS &&
    Object.entries(args).every(([name, arg]) => isPlainId(name) && isArg(arg, depth))
  );
}

const GROUNDS: Readonly<Record<Ground['on'], readonly string[]>> = {
  finding: ['rule'],
  figure: ['key'],
  site: ['line'],
  tree: ['line'],
  reading: ['stemId', 'line'],
  kind: ['fact'],
  school: ['question'],
  'own-word': [],
};

function isGround(found: unknown): boolean {
  if (!isObject(found)) return false;
  const names = GROUNDS[found['on'] as Ground['on']] as readonly string[] | undefined;
  const isWhole = names?.every((name) => typeof found[name] === 'string' && isText(found[name]));
  if (!names || !isWhole || Object.keys(found).length !== names.length + 1) return false;
  return found['on'] !== 'figure' || (RULE_KEYS as readonly string[]).includes(String(found['key']));
}

const isReason = (found: unknown): boolean => {
  if (!isMessage(found, ['code', 'args', 'grounds'])) return false;
  const { grounds = [] } = found as { grounds?: unknown };
  return Array.isArray(grounds) && grounds.length <= MOST_GROUNDS && grounds.every(isGround);
};

const TEXT = { type: 'string', maxLength: LONGEST };
const only = (name: string, value: object): object => ({
  ...{ type: 'object', required: [name], additionalProperties: false },
  properties: { [name]: value },
});
const CODE_AND_ARGS = {
  code: { type: 'string', pattern: CODE.source },
  args: {
    ...{ type: 'object', maxProperties: MOST_ARGS },
    additionalProperties: { $ref: '#/definitions/argument' },
  },
};
const MESSAGE = {
  ...{ type: 'object', required: ['code'], additionalProperties: false },
  properties: CODE_AND_ARGS,
};
const ARGUMENT = {
  anyOf: [
    { type: 'number' },
    TEXT,
    ...QUANTITIES.map((name) => only(name, { type: 'number' })),
    ...TEXTS.map((name) => only(name, TEXT)),
    only('list', { type: 'array', maxItems: MOST_LISTED, items: { $ref: '#/definitions/argument' } }),
    { $ref: '#/definitions/message' },
  ],
};
const GROUND = {
  oneOf: Object.entries(GROUNDS).map(([on, names]) => ({
    ...{ type: 'object', required: ['on', ...names], additionalProperties: false },
    properties: {
      on: { enum: [on] },
      ...Object.fromEntries(names.map((name) => [name, name === 'key' ? { enum: RULE_KEYS } : TEXT])),
    },
  })),
};
const REASON = {
  ...MESSAGE,
  properties: {
    ...CODE_AND_ARGS,
    grounds: { type: 'array', maxItems: MOST_GROUNDS, items: { $ref: '#/definitions/ground' } },
  },
};

const WORDS = { message: MESSAGE, argument: ARGUMENT, ground: GROUND, reason: REASON };

const field = <T>(name: keyof typeof WORDS, isGood: (found: unknown) => boolean): ISchema<T> =>
  defined(mixed().required().test(name, refused('refused.words'), isGood), {
    name,
    definitions: WORDS,
  }) as unknown as ISchema<T>;

/** The shape of a message in a file. */
export const messageSchema = (): ISchema<Message> =>
  field('message', (found) => isMessage(found, ['code', 'args']));

/** The shape of a reason in a file. */
export const reasonSchema = (): ISchema<Reason> => field('reason', isReason);
