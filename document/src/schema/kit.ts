import { LONGEST_NAME } from '../project/format';
import { type Static, type TProperties, type TSchema, Type } from '@sinclair/typebox';

/**
 * Schemas are written once: JSON Schema for whoever reads or checks a value, the TypeScript type for whoever handles it
 * (`Value`). One with an `$id` is a definition of its own, and what has it as a part refers to it by that name
 * (`jsonSchema.ts`). Nothing here is there at run time: code takes types from it, and validators are compiled ahead.
 */

type Frozen<T> = T extends object ? { readonly [Member in keyof T]: Frozen<T[Member]> } : T;

/** The type of what a schema describes; values are never written to. */
export type Value<Schema extends TSchema> = Frozen<Static<Schema>>;

type Options = Readonly<Record<string, unknown>>;

/** An object with these members and no others. */
export const object = <Members extends TProperties>(members: Members, options: Options = {}) =>
  Type.Object(members, { additionalProperties: false, ...options });

export const oneOfWords = <const Word extends string>(words: readonly Word[], options: Options = {}) =>
  Type.Unsafe<Word>({ enum: [...words], ...options });

export const orNull = <Schema extends TSchema>(schema: Schema, options: Options = {}) =>
  Type.Unsafe<Static<Schema> | null>({ anyOf: [schema, { type: 'null' }], ...options });

/** What a definition means in the place where it is used. */
export const USE = Symbol('use');

/** A schema with what it means here; its definition stays as it is. */
export function described<Schema extends TSchema>(schema: Schema, use: string): Schema {
  return { ...schema, [USE]: use };
}

/** One of several objects. */
export const oneOf = <const Schemas extends readonly TSchema[]>(schemas: Schemas, options: Options = {}) =>
  Type.Unsafe<Static<Schemas[number]>>({ type: 'object', oneOf: [...schemas], ...options });

/** One of several objects that their `kind` tells apart. */
export const oneOfKinds = <const Schemas extends readonly TSchema[]>(schemas: Schemas, options: Options = {}) =>
  oneOf(schemas, { discriminator: { propertyName: 'kind' }, required: ['kind'], ...options });

export const id = Type.String({ $id: 'id', pattern: '^[A-Za-z0-9][A-Za-z0-9_-]{0,39}$' });

/** Begins the ids of what is made: numbers follow. */
export const shortId = Type.String({ $id: 'shortId', pattern: '^[A-Za-z0-9][A-Za-z0-9_-]{0,31}$' });

/** What lies under ids. */
export const record = <Schema extends TSchema>(schema: Schema, options: Options = {}) =>
  Type.Unsafe<Record<string, Static<Schema>>>({
    type: 'object',
    propertyNames: id,
    additionalProperties: schema,
    ...options,
  });

/** Ids, each once. That they are texts is said here too: Ajv would compare each with each where it does not see that. */
export const ids = (options: Options = {}) =>
  Type.Array(Type.Unsafe<string>({ type: 'string', allOf: [id] }), { uniqueItems: true, ...options });

/** At least one character that can be seen, and none that controls, turns or breaks the text around it. */
export const WORDS =
  '^(?=.*(?![\\u115F\\u1160\\u2800\\u3164\\uFFA0])[\\p{L}\\p{N}\\p{P}\\p{S}])[^\\p{Cc}\\p{Cs}\\p{Zl}\\p{Zp}\\u202A-\\u202E\\u2066-\\u2069]*$';

/** The same over several lines. */
export const LINES =
  '^(?=[^]*(?![\\u115F\\u1160\\u2800\\u3164\\uFFA0])[\\p{L}\\p{N}\\p{P}\\p{S}])(?:\\n|[^\\p{Cc}\\p{Cs}\\p{Zl}\\p{Zp}\\u202A-\\u202E\\u2066-\\u2069])*$';

export const name = Type.String({
  $id: 'name',
  description: 'At least one character that can be seen, and none that controls, turns or breaks the text around it.',
  pattern: WORDS,
  maxLength: LONGEST_NAME,
});

export const colour = Type.String({ $id: 'colour', pattern: '^#[0-9a-f]{6}$' });

export const coordinate = Type.Number({ $id: 'coordinate', minimum: -1e9, maximum: 1e9 });

export const vector = Type.Unsafe<[number, number, number]>({
  $id: 'place',
  type: 'array',
  items: coordinate,
  minItems: 3,
  maxItems: 3,
});

export const affine = object(
  { x: vector, y: vector, z: vector, origin: vector },
  { $id: 'affine', description: 'An affine map: the images of the axes, and of the origin.' },
);

export const direction = described(vector, 'Unit vector.');

export const size = Type.Number({ $id: 'size', exclusiveMinimum: 0, maximum: 1e9 });

export const end = oneOfWords(['start', 'end'], { $id: 'end' });
