import { Type } from '@sinclair/typebox';
import { id, ids, object, vector } from './kit';
import { cornerRecipe } from './recipes';

const { kind: _kind, together: _together, ...corner } = cornerRecipe.properties;
const { first, second, level, size, ratio, fullness } = corner;

/** Arguments of what softens corners. */
export const cornerArgs = {
  drawCorner: object({ id, ...corner }),
  setCorner: object({
    item: id,
    ...corner,
    apart: Type.Optional(Type.Literal(true, { description: 'It shares its numbers with others no longer.' })),
  }),
  softenCorners: object({ items: ids({ minItems: 1 }), id, level, size, ratio, fullness }),
  softenKink: object({ item: id, near: vector, id, level, size, ratio, fullness }),
  softenFillet: object({ item: id, first, second, level }),
  filletSoftCorner: object({ item: id }),
};
