import { Type } from '@sinclair/typebox';
import { level, sense, share } from './joints';
import { coordinate, described, direction, end, id, object, oneOf, oneOfKinds, oneOfWords, size, vector } from './kit';

/** How a curve is made, in the designer's own terms, with every default that was in force written down. */

const parameterisation = oneOfWords(['uniform', 'chord', 'centripetal', 'foley-nielson', 'faded']);

/** A coordinate by its index: 0 is x. */
export const axis = Type.Unsafe<0 | 1 | 2>({ enum: [0, 1, 2] });
const axes = Type.Array(axis, {
  $id: 'axes',
  description: 'Coordinates that moves leave as they are.',
  minItems: 1,
  uniqueItems: true,
});

export const tangent = object(
  {
    direction: described(vector, 'Of any length but 0.'),
    strength: Type.Optional(
      oneOf([object({ mm: size }), object({ ratio: size })], { description: 'In mm, or as a ratio to the chord.' }),
    ),
  },
  { $id: 'tangent' },
);

const tangents = object(
  { before: Type.Optional(tangent), after: Type.Optional(tangent) },
  {
    $id: 'tangents',
    minProperties: 1,
    description: 'At a kink: of the stretch that ends here, and of the one that begins here.',
  },
);

/** What a curve must have at a fit point besides its place; what is left out is free. */
const constraints = {
  kink: Type.Optional(Type.Literal(true, { description: 'The curve may have a corner here.' })),
  tangent: Type.Optional(tangent),
  tangents: Type.Optional(tangents),
  radius: Type.Optional(described(size, 'Radius of curvature in mm.')),
  pinned: Type.Optional(axes),
};
export const pointConstraints = object(constraints);

export const fitPoint = object({ id, at: vector, ...constraints }, { $id: 'fitPoint' });

export const mirrorPlane = object(
  {
    at: vector,
    across: described(vector, 'Unit vector across the plane.'),
  },
  { $id: 'mirrorPlane' },
);

export const mirrorRecipe = object(
  { kind: Type.Literal('mirror'), of: id, about: mirrorPlane },
  { $id: 'mirrorRecipe', description: 'A curve that stays the mirror of another.' },
);

const ascending = Type.Array(Type.Number({ minimum: 0, maximum: 2 }));

export const near = object(
  {
    within: described(size, 'How far each point may lie off the curve, in mm.'),
    parameters: described(
      ascending,
      'Where the points stand along the curve, from 0 to 1; of a closed one, once more the first.',
    ),
    knots: described(ascending, 'The simple inner knots; of a closed curve those of one period.'),
    smoothing: Type.Optional(
      Type.Number({ minimum: 0, maximum: 1e6, description: 'How much fairness counts beside the distances.' }),
    ),
  },
  {
    $id: 'near',
    description:
      'The points are targets that the curve comes near with as few control points as it needs, by least squares over knots and parameters that were found once.',
  },
);

export const fitRecipe = object(
  {
    kind: Type.Literal('fit'),
    degree: Type.Integer({
      minimum: 1,
      maximum: 9,
      description: 'Lower where the points determine less: two give the line between them.',
    }),
    closed: Type.Boolean(),
    spacing: Type.Literal('live', { description: 'Parameters follow from the points.' }),
    parameterisation,
    knots: Type.Literal('at-points'),
    ends: Type.Literal('natural', { description: 'Without meaning on a closed curve.' }),
    points: Type.Array(fitPoint, { minItems: 2 }),
    near: Type.Optional(near),
    symmetry: Type.Optional(mirrorPlane),
  },
  { $id: 'fitRecipe', description: 'A curve through points. With a symmetry it stays its own mirror.' },
);

export const weight = Type.Number({ $id: 'weight', minimum: 1e-9, maximum: 1e9 });

export const controlPoint = object(
  {
    id,
    at: described(vector, 'Euclidean; a periodic curve leaves out the copies.'),
    weight,
    pinned: Type.Optional(axes),
  },
  { $id: 'controlPoint' },
);

export const fixedFitPoint = object({ id, u: Type.Number(), ...constraints }, { $id: 'heldFitPoint' });

export const fixedRow = object(
  {
    u: Type.Number(),
    order: Type.Integer({ minimum: 1, maximum: 25 }),
    left: Type.Boolean({ description: 'Read on the left of the knot there.' }),
  },
  { $id: 'heldRow', description: 'A derivative that moving a fit point leaves as it is.' },
);

export const fixedFit = object(
  {
    parameterisation,
    ends: Type.Literal('natural'),
    points: Type.Array(fixedFitPoint, { minItems: 2, description: 'In the order of the curve.' }),
    rows: Type.Array(fixedRow),
  },
  {
    $id: 'heldFit',
    description:
      'Fit points of a curve with held spacing: their places are those of the curve at u. The rest is what making it live again needs.',
  },
);

export const controlRecipe = object(
  {
    kind: Type.Literal('control'),
    degree: Type.Integer({ minimum: 1, maximum: 25 }),
    closing: oneOfWords(['open', 'clamped-closed', 'periodic']),
    knots: Type.Array(Type.Number(), { minItems: 4 }),
    points: Type.Array(controlPoint, { minItems: 2 }),
    fit: Type.Optional(fixedFit),
    symmetry: Type.Optional(mirrorPlane),
  },
  { $id: 'controlRecipe', description: 'A curve pulled by control points. With a symmetry it stays its own mirror.' },
);

/** What an exact shape is given by; whatever else is known of it follows. */
export const primitive = oneOfKinds(
  [
    object({ kind: Type.Literal('circle'), centre: vector, radius: size }),
    object({ kind: Type.Literal('circle-across'), from: vector, to: vector }, { description: 'By a diameter.' }),
    object({ kind: Type.Literal('circle-through'), a: vector, b: vector, c: vector }),
    object({ kind: Type.Literal('arc'), start: vector, through: vector, end: vector }),
    object(
      {
        kind: Type.Literal('arc-about'),
        centre: vector,
        radius: size,
        sweep: Type.Number({ exclusiveMinimum: 0, maximum: 360 }),
      },
      { description: 'From x, over so many degrees towards y.' },
    ),
    object({ kind: Type.Literal('ellipse'), centre: vector, alongX: size, alongY: size }),
    object({ kind: Type.Literal('rectangle'), corner: vector, width: size, height: size }),
    object({
      kind: Type.Literal('polygon'),
      centre: vector,
      sides: Type.Integer({ minimum: 3, maximum: 200 }),
      radius: size,
      reaches: oneOfWords(['corners', 'sides'], { description: 'What lies so far from the centre.' }),
    }),
    object({
      kind: Type.Literal('conic'),
      start: vector,
      apex: vector,
      end: vector,
      fullness: Type.Number({ exclusiveMinimum: 0, exclusiveMaximum: 1 }),
    }),
    object(
      { kind: Type.Literal('parabola'), vertex: vector, focalLength: size, from: coordinate, to: coordinate },
      { description: 'Over x; its axis is y.' },
    ),
  ],
  { $id: 'primitive' },
);

export const primitiveRecipe = object(
  {
    kind: Type.Literal('primitive'),
    x: direction,
    y: described(vector, 'Unit vector at a right angle to x.'),
    reversed: Type.Optional(Type.Literal(true, { description: 'It is run through backwards.' })),
    shape: primitive,
  },
  { $id: 'primitiveRecipe', description: 'An exact shape, by what it is given by; x and y are its own axes.' },
);

const magnitude = oneOf([object({ mm: size }), object({ ratio: size })]);

const leaves = {
  level,
  magnitude: Type.Optional(
    described(magnitude, 'How fast the blend leaves it, as a ratio to the chord; the fairest where it is left out.'),
  ),
};

/** What a blend goes on from: an end, or a place along a curve. */
export const blendEnd = oneOf(
  [
    object({ item: id, end, ...leaves }),
    object({ item: id, share, sense: described(sense, 'How the blend leaves it.'), ...leaves }),
  ],
  { $id: 'blendEnd' },
);

export const blendRecipe = object(
  {
    kind: Type.Literal('blend'),
    first: blendEnd,
    second: blendEnd,
    ratio: Type.Optional(described(size, 'Of the second magnitude to the first, which are linked then.')),
  },
  { $id: 'blendRecipe', description: 'A curve that stays between two ends or places and goes on from both.' },
);

const pair = Type.Unsafe<[number, number]>({ type: 'array', items: size, minItems: 2, maxItems: 2 });

/** How large a corner is asked for: what cannot be is kept, and the possible one used. */
export const cornerSize = oneOf(
  [object({ setback: size }), object({ setbacks: pair }), object({ radius: size }), object({ distance: size })],
  {
    $id: 'cornerSize',
    description: 'Where it starts on the legs, its smallest radius, or how far it stays off the corner.',
  },
);

export const cornerLevel = Type.Unsafe<1 | 2 | 3 | 4>({ $id: 'cornerLevel', enum: [1, 2, 3, 4] });

export const cornerLeg = object({ item: id, end }, { $id: 'cornerLeg' });

export const cornerRecipe = object(
  {
    kind: Type.Literal('corner'),
    first: cornerLeg,
    second: cornerLeg,
    level: cornerLevel,
    size: cornerSize,
    ratio: Type.Optional(described(size, 'Of the second setback to the first.')),
    fullness: Type.Optional(
      Type.Number({ minimum: 0, exclusiveMaximum: 1, description: 'The fairest where it is left out.' }),
    ),
    together: Type.Optional(described(id, 'Corners with the same name share their numbers.')),
  },
  { $id: 'cornerRecipe', description: 'A softened corner between two legs, which end where it begins.' },
);

/** Of a curve that stands for itself. */
export const recipe = oneOfKinds([fitRecipe, controlRecipe, primitiveRecipe], { $id: 'recipe' });

export const curveRecipe = oneOfKinds(
  [fitRecipe, controlRecipe, primitiveRecipe, mirrorRecipe, blendRecipe, cornerRecipe],
  {
    $id: 'curveRecipe',
  },
);
