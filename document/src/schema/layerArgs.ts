import { Type } from '@sinclair/typebox';
import { id, ids, name, object, orNull, shortId } from './kit';
import { layer } from './project';

/** Arguments of what can be done to layers, groups and the order of the list. */
export const layerArgs = {
  addLayer: object({ id, name }),
  setLayer: object({ layer: id, ...Type.Partial(layer).properties }, { minProperties: 2 }),
  moveLayer: object({ layer: id, to: Type.Integer({ minimum: 0 }) }),
  deleteLayer: object({ layer: id }),
  arrange: object({ items: ids({ minItems: 1 }), layer: id, before: orNull(id) }),
  copyAsReference: object({ items: ids({ minItems: 1 }), id: shortId, layer: id, name }),
  groupItems: object({ items: ids({ minItems: 1 }), id, name }),
  ungroup: object({ group: id }),
  renameGroup: object({ group: id, name }),
};
