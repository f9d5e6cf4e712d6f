import { Type } from '@sinclair/typebox';
import { described, name, object, oneOfWords, orNull, WORDS } from './kit';

const stepId = Type.String({ $id: 'stepId', pattern: '^[A-Za-z0-9_-]{8,40}$' });

/** Of more than two items the first is named. */
export const namedItems = object(
  { names: Type.Array(name, { maxItems: 2 }), count: Type.Integer({ minimum: 0 }) },
  { $id: 'namedItems' },
);

/** One point of a curve by its number, counted from 1; or how many they were; or what an exact shape is given by. */
export const namedPoints = Type.Union([
  object({ kind: oneOfWords(['fit', 'control']), number: Type.Integer({ minimum: 1 }) }),
  object({ kind: Type.Literal('given'), name }),
  object({ kind: Type.Literal('several'), count: Type.Integer({ minimum: 0 }) }),
]);

const facts = {
  how: Type.Optional(
    Type.String({
      pattern: '^[A-Za-z-]{1,40}$',
      description: "Which of the things that the command can do: 'show', 'rotate'.",
    }),
  ),
  items: Type.Optional(namedItems),
  points: Type.Optional(namedPoints),
  to: Type.Optional(described(name, 'The name it gave, or that of where things went.')),
  numbers: Type.Optional(Type.Array(Type.Number(), { maxItems: 4 })),
  freed: Type.Optional(described(namedItems, 'What is a mirror no longer.')),
  unblended: Type.Optional(described(namedItems, 'What is a blend no longer.')),
  uncornered: Type.Optional(described(namedItems, 'What is a corner no longer.')),
  unjoined: Type.Optional(described(namedItems, 'What has a joint less.')),
};
export const stepFacts = object(facts);

export const stepTitle = object(
  {
    command: Type.String({ pattern: '^[A-Za-z]{1,40}$' }),
    ...facts,
    text: Type.Optional(Type.String({ pattern: WORDS, maxLength: 300 })),
  },
  {
    $id: 'title',
    description: "What it did, as facts; 'earlier' stands for a step of a format that kept its title as a text.",
    if: { properties: { command: { const: 'earlier' } } },
    then: { required: ['text'] },
    else: { properties: { text: false } },
  },
);

/** One operation of a JSON Patch (RFC 6902); of its six, the log needs three. */
export const operation = object(
  {
    op: oneOfWords(['add', 'remove', 'replace']),
    path: Type.String({ pattern: '^(/([^~/]|~[01])*)*$' }),
    value: Type.Optional(Type.Unknown()),
  },
  { if: { properties: { op: { const: 'remove' } } }, else: { required: ['value'] } },
);

export const patch = Type.Array(operation, { $id: 'patch' });

/** One step of the log: what was done, with what takes it back. Undo and redo are steps too. */
export const step = object(
  {
    id: stepId,
    kind: oneOfWords(['do', 'undo', 'redo']),
    of: orNull(stepId, { description: "The 'do' step that is undone or redone; null for 'do' itself." }),
    title: stepTitle,
    time: Type.String({ maxLength: 40, description: 'ISO 8601 time.' }),
    patch,
    inverse: patch,
  },
  {
    $id: 'step',
    allOf: [
      { if: { properties: { kind: { const: 'do' } } }, then: { properties: { of: { type: 'null' } } } },
      { if: { properties: { kind: { enum: ['undo', 'redo'] } } }, then: { properties: { of: { type: 'string' } } } },
    ],
  },
);
