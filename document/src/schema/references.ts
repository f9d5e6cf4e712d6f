import { Type } from '@sinclair/typebox';
import { sense, share } from './joints';
import { end, id, object, oneOfKinds } from './kit';

/** What an item can be made from: a curve as a whole, an end of one, or a place along one. */
export const reference = oneOfKinds(
  [
    object({ kind: Type.Literal('curve'), item: id }),
    object({ kind: Type.Literal('end'), item: id, end }),
    object({
      kind: Type.Literal('place'),
      item: id,
      share,
      sense: Type.Optional(sense),
    }),
  ],
  { $id: 'reference' },
);
