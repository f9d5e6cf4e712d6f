import { Type } from '@sinclair/typebox';
import { affine, colour, described, direction, id, LINES, name, object, oneOfKinds, size, vector } from './kit';
import { LONGEST_NOTE, MOST_THINNING } from '../project/format';
import { LARGEST_POINT_SET } from '../pointSet';
import { joints } from './joints';
import { curveRecipe } from './recipes';
import { ties } from './ties';

export const note = Type.String({
  $id: 'note',
  description: 'What people want to remember of it.',
  pattern: LINES,
  maxLength: LONGEST_NOTE,
});

/** What every item has. */
const base = {
  name,
  colour,
  visible: Type.Boolean(),
  layer: id,
  plane: described(id, 'The plane it was drawn on and stays in.'),
  group: Type.Optional(id),
  note: Type.Optional(note),
};

export const curveItem = object(
  {
    kind: Type.Literal('curve'),
    ...base,
    recipe: curveRecipe,
    joints: Type.Optional(joints),
    ties: Type.Optional(ties),
  },
  { $id: 'curve' },
);

export const pointItem = object({ kind: Type.Literal('point'), ...base, at: vector }, { $id: 'point' });

/** Something to work to that is no curve of the drawing: a line without ends, or a circle. */
export const guide = oneOfKinds(
  [
    object(
      { kind: Type.Literal('line'), at: vector, direction, symmetry: Type.Boolean() },
      { description: 'A line without ends; a symmetry line is what halves are mirrored about.' },
    ),
    object(
      { kind: Type.Literal('circle'), centre: vector, radius: size },
      { description: 'A gauge circle, parallel to the plane of its item.' },
    ),
  ],
  { $id: 'guide' },
);

export const guideItem = object({ kind: Type.Literal('guide'), ...base, guide }, { $id: 'guideItem' });

/** Points that were measured, in hundreds or hundreds of thousands. */
export const pointSet = object(
  {
    content: Type.String({
      description: 'The name of the points, made from what they are: they lie beside the drawing.',
      pattern: '^[0-9a-f]{32}$',
    }),
    count: Type.Integer({ minimum: 1, maximum: LARGEST_POINT_SET.count }),
    box: object({ least: vector, largest: vector }, { description: 'Of the points as they are kept.' }),
    map: described(affine, 'From the points as they are kept to where they lie.'),
    thinning: Type.Integer({
      minimum: 1,
      maximum: MOST_THINNING,
      description: 'Of so many points in a row one is shown and caught; all of them are measured.',
    }),
  },
  { $id: 'pointSet' },
);

export const pointSetItem = object({ kind: Type.Literal('pointSet'), ...base, pointSet }, { $id: 'pointSetItem' });

export const item = oneOfKinds([curveItem, pointItem, guideItem, pointSetItem], { $id: 'item' });
