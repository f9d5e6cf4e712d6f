import { Type } from '@sinclair/typebox';
import { coordinate, described, direction, end, id, object, oneOf, oneOfKinds, oneOfWords, size, vector } from './kit';

/** G0 to G3. */
export const level = Type.Unsafe<0 | 1 | 2 | 3>({ $id: 'level', enum: [0, 1, 2, 3] });

/** Along a curve as its parameter grows, or against it. */
export const sense = oneOfWords(['forward', 'backward'], { $id: 'sense' });

export const share = Type.Number({ minimum: 0, maximum: 1, description: 'Of the length, from the start.' });

/** What an end goes on from. */
export const leader = oneOfKinds(
  [
    object({ kind: Type.Literal('end'), item: id, end }),
    object(
      { kind: Type.Literal('place'), item: id, share, sense: described(sense, 'How the follower leaves it.') },
      { description: 'A place along a curve.' },
    ),
    object(
      { kind: Type.Literal('guide'), item: id, along: coordinate, sense },
      { description: 'A place on a guide: so many mm from the place that a line is given by, or around a circle.' },
    ),
    object(
      { kind: Type.Literal('plane'), at: vector, across: direction },
      { description: 'The image across a plane of symmetry.' },
    ),
    object(
      { kind: Type.Literal('axis'), at: vector, along: direction },
      { description: 'The image after half a turn about an axis.' },
    ),
  ],
  { $id: 'leader' },
);

export const spread = oneOfWords(['local', 'faded', 'rigid'], { $id: 'spread' });
export const gives = oneOfWords(['follower', 'both'], { $id: 'gives' });

const length = oneOf([object({ mm: size }), object({ ratio: size })]);

export const freedoms = object(
  {
    a: Type.Optional(described(length, 'How fast the end is left, times the domain; as a ratio to the chord.')),
    b: Type.Optional(Type.Number()),
    c: Type.Optional(Type.Number()),
    linked: Type.Optional(
      Type.Literal(true, {
        description: 'The joint at the other end of the curve has the same a, for as long as it is there.',
      }),
    ),
  },
  {
    $id: 'freedoms',
    description: 'What is left out moves the control points least, or follows the arc of the first chord.',
  },
);

export const joint = object(
  {
    level,
    leader,
    gives: described(gives, 'The follower alone, or both meet halfway.'),
    spread: described(spread, 'How much of the curve goes along with the leader.'),
    from: object(
      { at: vector, along: direction },
      { description: 'Where the leader ended, and how it ran, when the shape of the recipe was drawn.' },
    ),
    freedoms: Type.Optional(freedoms),
    added: Type.Optional(
      object(
        { raised: Type.Integer({ minimum: 0 }), knots: Type.Array(Type.Number()) },
        { description: 'What the joint needed of degree and knots; the curve did not move.' },
      ),
    ),
  },
  { $id: 'joint', description: 'An end that goes on from something else, for as long as the joint is there.' },
);

/** What a curve that is drawn goes on from at once. */
export const newJoints = object(
  {
    start: Type.Optional(object({ leader, level })),
    end: Type.Optional(object({ leader, level })),
  },
  { $id: 'newJoints', minProperties: 1 },
);

export const joints = object(
  { start: Type.Optional(joint), end: Type.Optional(joint) },
  { $id: 'joints', minProperties: 1, description: 'The recipe keeps the free shape: what is seen follows from both.' },
);
