import type { TSchema } from '@sinclair/typebox';
import { USE } from './kit';

type Json = Readonly<Record<string, unknown>>;

const DIALECT = 'https://json-schema.org/draft/2020-12/schema';

/** One JSON Schema (draft 2020-12) of several schemas, each a definition under its name, with all that they refer to. */
export function asDefinitions(schemas: Readonly<Record<string, TSchema>>, $id: string): Json {
  const definitions: Record<string, unknown> = {};
  for (const [name, schema] of Object.entries(schemas)) define(name, schema, definitions);
  return { $schema: DIALECT, $id, $defs: definitions };
}

/** The JSON Schema of what one schema describes. */
export function asDocument({ $id: _name, ...schema }: TSchema, $id: string): Json {
  const definitions: Record<string, unknown> = {};
  const whole = withReferences(schema, definitions) as Json;
  return { $schema: DIALECT, $id, ...whole, $defs: definitions };
}

function define(name: string, { $id: _name, ...schema }: TSchema, definitions: Record<string, unknown>): void {
  // Taken first, so that what refers to itself ends.
  definitions[name] = null;
  const defined = withReferences(schema, definitions);
  definitions[name] = defined;
}

/** A schema in which whatever has a name of its own is named; its definition is added to `definitions`. */
function withReferences(schema: unknown, definitions: Record<string, unknown>): unknown {
  if (Array.isArray(schema)) return schema.map((each) => referenced(each, definitions));
  if (typeof schema !== 'object' || schema === null) return schema;
  const members = Object.entries(schema);
  return Object.fromEntries(members.map(([key, member]) => [key, referenced(member, definitions)]));
}

function referenced(schema: unknown, definitions: Record<string, unknown>): unknown {
  const name = nameOf(schema);
  if (name === null) return withReferences(schema, definitions);
  if (!Object.hasOwn(definitions, name)) define(name, schema as TSchema, definitions);
  const use = (schema as { readonly [USE]?: string })[USE];
  return { $ref: `#/$defs/${name}`, ...(use !== undefined && { description: use }) };
}

const nameOf = (schema: unknown): string | null =>
  typeof schema === 'object' && schema !== null && '$id' in schema ? String(schema.$id) : null;
