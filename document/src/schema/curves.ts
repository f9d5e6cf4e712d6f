import { Type } from '@sinclair/typebox';
import { described, name, object, oneOfWords, vector } from './kit';
import { weight } from './recipes';

/** Curves alone, by their numbers: what other programs can write without knowing projects. */
export const curvesFile = object(
  {
    format: Type.Literal('pencil-bend-curves'),
    version: Type.Literal(1),
    units: oneOfWords(['mm'], { description: 'Of all lengths.' }),
    curves: Type.Array(
      object({
        name: Type.Optional(name),
        degree: Type.Integer({ minimum: 1, maximum: 25 }),
        closing: oneOfWords(['open', 'clamped-closed', 'periodic'], {
          description: 'A periodic curve leaves out the control points that repeat its first ones, not its knots.',
        }),
        knots: Type.Array(Type.Number(), {
          minItems: 4,
          description:
            'All of them, not decreasing: as many as control points, those that repeat counted, and the degree and one more.',
        }),
        points: Type.Array(described(vector, 'A control point: Euclidean, in mm.'), { minItems: 2 }),
        weights: Type.Optional(
          Type.Array(weight, { minItems: 2, description: 'Of each control point; 1 where they are left out.' }),
        ),
      }),
    ),
  },
  { title: 'Pencil Bend curves, version 1', description: 'NURBS curves by their numbers.' },
);
