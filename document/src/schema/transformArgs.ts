import { Type } from '@sinclair/typebox';
import { item } from './items';
import { affine, id, ids, object, oneOfWords, shortId } from './kit';
import { mirrorPlane } from './recipes';

/** An item of a clipboard, with the id that mirrors among the others know it by. */
export const pasted = object({ from: id, item });

/** Arguments of what can be done to items as they are: moved, copied, mirrored. */
export const transformArgs = {
  transformItems: object({
    items: ids({ minItems: 1 }),
    how: oneOfWords(['move', 'rotate', 'scale', 'mirror']),
    map: affine,
  }),
  copyItems: object({
    items: ids({ minItems: 1 }),
    how: oneOfWords(['move', 'rotate', 'scale', 'mirror', 'copy', 'array']),
    id: shortId,
    maps: Type.Array(affine, { minItems: 1 }),
  }),
  mirrorItems: object({ items: ids({ minItems: 1 }), id: shortId, about: mirrorPlane }),
  releaseMirror: object({ item: id }),
  paste: object({ id: shortId, layer: id, plane: id, map: affine, items: Type.Array(pasted, { minItems: 1 }) }),
};
