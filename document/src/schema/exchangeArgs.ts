import { Type } from '@sinclair/typebox';
import { guide } from './items';
import { colour, id, name, object, oneOf, vector } from './kit';
import { recipe } from './recipes';

const base = {
  id,
  name,
  layer: id,
  colour: Type.Optional(colour),
  group: Type.Optional(id),
  hidden: Type.Optional(Type.Literal(true)),
};

/** Something from a file: with its own colour, or that of its layer. */
export const broughtItem = oneOf(
  [object({ ...base, recipe }), object({ ...base, at: vector }), object({ ...base, guide })],
  { $id: 'broughtItem' },
);

/** Arguments of what comes from files. */
export const exchangeArgs = {
  /** Items of a file, with layers and groups of their own where the project has none for them. */
  bringIn: object({
    file: name,
    plane: id,
    layers: Type.Array(object({ id, name, reference: Type.Optional(Type.Literal(true)) })),
    groups: Type.Array(object({ id, name })),
    items: Type.Array(broughtItem, { minItems: 1 }),
  }),
};
