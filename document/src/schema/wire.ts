import { Type } from '@sinclair/typebox';
import { object, orNull } from './kit';
import { project } from './project';
import { step, stepTitle } from './step';

/** What the server answers, as its readers know it. */

const time = Type.String({ description: 'ISO 8601 time.' });
const count = Type.Integer({ minimum: 0 });

export const listedProject = object({
  id: Type.String(),
  name: Type.String(),
  revision: count,
  changedAt: time,
  items: count,
  deletedAt: orNull(time, { description: 'When it was put into the bin; null outside.' }),
});

const stackPart = object(
  { steps: Type.Array(step), more: count },
  { description: 'The upper part of a stack, the next step last, and how many lie below.' },
);

export const historyPart = object({ undo: stackPart, redo: stackPart });

export const openedProject = object({
  id: Type.String(),
  revision: count,
  changedAt: time,
  project,
  view: Type.Unknown({ description: 'What the reader kept of its own: the server does not look into it.' }),
  history: historyPart,
});

export const stage = object(
  { id: Type.String(), name: Type.String(), revision: count, time },
  { description: 'A named revision.' },
);

/** The revision that appended steps lead to. */
export const appended = object({ revision: count });

/** The name of a picture, or of measured points, made from their content. */
export const keptContent = object({ id: Type.String() });

/** Why a request failed (RFC 9457); of one that came too late, what others did before. */
export const problemBody = Type.Object({
  type: Type.Literal('about:blank'),
  title: Type.String(),
  status: Type.Integer(),
  detail: Type.String(),
  problems: Type.Array(object({ path: Type.String(), message: Type.String() })),
  revision: Type.Optional(count),
  count: Type.Optional(count),
  titles: Type.Optional(Type.Array(stepTitle)),
});
