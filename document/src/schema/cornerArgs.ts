import { id, object, vector } from './kit';
import { cornerRecipe } from './recipes';

const { kind: _kind, ...corner } = cornerRecipe.properties;
const { first, second, level, size, ratio, fullness } = corner;

/** Arguments of what softens corners. */
export const cornerArgs = {
  drawCorner: object({ id, ...corner }),
  setCorner: object({ item: id, ...corner }),
  softenKink: object({ item: id, near: vector, id, level, size, ratio, fullness }),
  softenFillet: object({ item: id, first, second, level }),
  filletSoftCorner: object({ item: id }),
};
