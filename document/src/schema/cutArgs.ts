import { Type } from '@sinclair/typebox';
import { coordinate, end, id, ids, object, oneOf, oneOfWords, orNull, shortId, size, vector } from './kit';

const u = Type.Number();

/** How far a curve is made longer: by mm, to the place of its continuation nearest to a point, or to another item. */
export const reach = oneOf([object({ length: size }), object({ point: vector }), object({ item: id })]);

const setbacks = Type.Unsafe<[number, number]>({ type: 'array', items: size, minItems: 2, maxItems: 2 });

/** Arguments of what cuts curves, makes them longer or joins them, and of what is made from one or two of them. */
export const cutArgs = {
  splitCurve: object({ item: id, u, id }),
  trimCurve: object({ item: id, u, by: orNull(ids({ minItems: 1 })), id }),
  shortenCurve: object({ item: id, end, length: size }),
  extendCurve: object({ item: id, end, how: oneOfWords(['straight', 'arc', 'own']), reach }),
  joinCurves: object({ first: id, firstEnd: end, second: id, secondEnd: end }),
  offsetCurve: object({
    item: id,
    by: Type.Array(coordinate, { minItems: 1, maxItems: 20 }),
    corners: oneOfWords(['round', 'sharp']),
    id: shortId,
  }),
  filletCorner: object({ first: id, second: id, near: vector, radius: size, id }),
  chamferCorner: object({ first: id, second: id, near: vector, setbacks, id }),
  divideCurve: object({
    item: id,
    into: oneOf([object({ count: Type.Integer({ minimum: 1, maximum: 1000 }) }), object({ step: size })]),
    id: shortId,
  }),
  midwayCurve: object({ first: id, second: id, id }),
};
