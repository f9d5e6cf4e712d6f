import { Type } from '@sinclair/typebox';
import { FIT_NAMES } from '../command/fitNames';
import { guide, note, pointSet } from './items';
import { newJoints } from './joints';
import { colour, id, ids, name, object, oneOf, oneOfKinds, oneOfWords, orNull, vector } from './kit';
import { grid, project, units } from './project';
import { controlRecipe, fitRecipe, recipe } from './recipes';
import { SHAPES } from '../command/shapes';

const base = { id, colour: Type.Optional(colour), name: Type.Optional(name) };

/** A curve, point or guide that is drawn: with its own colour, or that of its layer; with its own name, or one that is free. */
export const newItem = oneOf(
  [
    object({ ...base, recipe, joints: Type.Optional(newJoints) }),
    object({ ...base, at: vector }),
    object({ ...base, guide }),
    object({ ...base, pointSet }),
  ],
  { $id: 'newItem' },
);

const FITS = Object.keys(FIT_NAMES) as (keyof typeof FIT_NAMES)[];

/** Arguments of what can be done to a project and its items as a whole. */
export const sheetArgs = {
  drawItems: object({
    layer: id,
    plane: id,
    shape: oneOfWords(SHAPES),
    items: Type.Array(newItem, { minItems: 1 }),
  }),
  /** A curve fitted to points, in place of one or as a new one; its points may be left beside it, on a layer to work to. */
  takeFit: object({
    item: id,
    layer: id,
    plane: id,
    how: oneOfWords(FITS),
    recipe: oneOfKinds([controlRecipe, fitRecipe]),
    points: Type.Optional(object({ id, layer: id, layerName: name, name, pointSet })),
  }),
  placePoint: object({ item: id, to: vector }),
  setGuide: object({ item: id, guide }),
  thinPointSet: object({ item: id, thinning: pointSet.properties.thinning }),
  renameItem: object({ item: id, name }),
  colourItem: object({ item: id, colour }),
  noteItem: object({ item: id, note: orNull(note) }),
  showItem: object({ item: id, visible: Type.Boolean() }),
  deleteItem: object({ item: id }),
  deleteItems: object({ items: ids({ minItems: 1 }) }),
  restoreStage: object({ name, drawing: project }),
  renameProject: object({ name }),
  setUp: object(
    {
      units: Type.Optional(units),
      tolerance: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 1e9 })),
      grid: Type.Optional(grid),
    },
    { minProperties: 1 },
  ),
};
