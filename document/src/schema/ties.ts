import { Type } from '@sinclair/typebox';
import { share } from './joints';
import { end, id, object, oneOfKinds, record } from './kit';

/** What a point of a curve follows. */
export const tieTarget = oneOfKinds(
  [
    object({ kind: Type.Literal('point'), item: id }),
    object({ kind: Type.Literal('end'), item: id, end }),
    object({ kind: Type.Literal('place'), item: id, share }),
    object({ kind: Type.Literal('along'), item: id }, { description: 'A guide, along which it is free.' }),
  ],
  { $id: 'tieTarget' },
);

/** A guide line, or a straight curve, whose direction a held tangent has. */
export const tieDirection = object({ item: id, turned: Type.Boolean() }, { $id: 'tieDirection' });

export const tie = object(
  { place: Type.Optional(tieTarget), direction: Type.Optional(tieDirection) },
  { $id: 'tie', minProperties: 1 },
);

export const ties = record(tie, {
  $id: 'ties',
  minProperties: 1,
  description: 'By the fit or control point that follows.',
});
