import type { AnySchema } from 'yup';
import { structureOf } from '../core/fields/fields';
import { RESERVED } from '../core/fields/plain';

/** A JSON Schema, or a part of one. */
export type JsonSchema = Record<string, unknown>;

interface Described {
  type: string;
  optional: boolean;
  oneOf: unknown[];
  tests: { name?: string; params?: Record<string, unknown> }[];
}

/** Definitions that the schemas told so far name. */
const definitions = new Map<string, object>();

/** The JSON Schema (draft 7) of what a Yup schema of ours takes, told from the schema itself. */
export function jsonSchemaOf(schema: object): JsonSchema {
  const structure = structureOf(schema);
  if (structure?.kind === 'kinds') return { oneOf: Object.values(structure.of).map(jsonSchemaOf) };
  if (structure?.kind === 'record') {
    const { value, most, keys } = structure;
    const propertyNames =
      keys === undefined
        ? { pattern: '^[A-Za-z0-9._~:-]{1,80}$', not: { enum: [...RESERVED] } }
        : { pattern: keys };
    return { type: 'object', maxProperties: most, propertyNames, additionalProperties: jsonSchemaOf(value) };
  }
  if (structure?.kind === 'maybe') return jsonSchemaOf(structure.field);
  if (structure?.kind === 'defined') {
    for (const [name, definition] of Object.entries(structure.definitions)) definitions.set(name, definition);
    return { $ref: `#/definitions/${structure.name}` };
  }
  const described = (schema as AnySchema).describe() as unknown as Described;
  switch (described.type) {
    case 'object':
      return objectOf(schema as AnySchema & { fields: Record<string, AnySchema> });
    case 'array':
      return {
        type: 'array',
        items: jsonSchemaOf((schema as AnySchema & { innerType: object }).innerType),
        ...limits(described, { max: 'maxItems' }),
      };
    case 'string':
      return stringOf(described);
    case 'number': {
      const isWhole = described.tests.some(({ name }) => name === 'integer');
      if (described.oneOf.length > 0) return { enum: described.oneOf };
      return {
        type: isWhole ? 'integer' : 'number',
        ...limits(described, { min: 'minimum', max: 'maximum' }),
      };
    }
    case 'boolean':
      return { type: 'boolean' };
    default:
      throw new Error(`a ${described.type} has no JSON Schema here`);
  }
}

function objectOf({ fields }: { fields: Record<string, AnySchema> }): JsonSchema {
  const entries = Object.entries(fields);
  return {
    type: 'object',
    required: entries.filter(([, field]) => !mayBeMissing(field)).map(([name]) => name),
    additionalProperties: false,
    properties: Object.fromEntries(entries.map(([name, field]) => [name, jsonSchemaOf(field)])),
  };
}

const mayBeMissing = (field: AnySchema): boolean => {
  const structure = structureOf(field);
  if (structure) return structure.kind === 'maybe';
  return (field.describe() as unknown as Described).optional;
};

function stringOf(described: Described): JsonSchema {
  if (described.oneOf.length > 0) return { enum: described.oneOf };
  const names = new Set(described.tests.map(({ name }) => name));
  const pattern = described.tests.find(({ name }) => name === 'matches')?.params?.['regex'];
  return {
    type: 'string',
    ...limits(described, { max: 'maxLength' }),
    ...(pattern instanceof RegExp && { pattern: pattern.source }),
    ...(names.has('day') && { format: 'date' }),
    ...(names.has('plain') && { not: { enum: [...RESERVED] } }),
  };
}

/** Bounds, by the name they have in a JSON Schema. */
const limits = ({ tests }: Described, names: Readonly<Record<string, string>>): JsonSchema =>
  Object.fromEntries(
    tests.flatMap(({ name, params }) =>
      name !== undefined && name in names ? [[names[name] as string, params?.[name]]] : [],
    ),
  );

/** The text of the published schema of a yard file. */
export const publishedSchema = (schema: object): string =>
  `${JSON.stringify(
    {
      $schema: 'http://json-schema.org/draft-07/schema#',
      title: 'A yard of Eager Bough',
      description: 'Written by `npm run schema` from the schema the program reads files by; see formats.md.',
      ...jsonSchemaOf(schema),
      ...(definitions.size > 0 && { definitions: Object.fromEntries(definitions) }),
    },
    null,
    1,
  )}\n`;
