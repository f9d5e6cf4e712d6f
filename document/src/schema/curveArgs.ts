import { type TProperties, Type } from '@sinclair/typebox';
import { described, id, ids, object, oneOfKinds, oneOfWords, orNull, size, vector } from './kit';
import { axis, controlRecipe, fitRecipe, mirrorPlane, tangent, weight } from './recipes';

const MOST_CURVES = 20_000;

/** What can be done to several curves in one step: to the others with arguments of their own. */
const together = <Members extends TProperties>(members: Members) =>
  object({
    item: id,
    ...members,
    also: Type.Optional(Type.Array(object({ item: id, ...members }), { minItems: 1, maxItems: MOST_CURVES })),
  });

/** A point of a curve and where it goes. */
export const move = object({ point: id, to: vector });

/** A row of a table of points; its weight is 1 where it is left out. */
export const row = object({ at: vector, weight: Type.Optional(weight) });

/** A side of a fit point: the stretch of the curve that ends there, or the one that begins there. */
export const side = oneOfWords(['before', 'after']);

const points = Type.Array(id, { minItems: 1 });
const u = Type.Number();
const ofCurve = object({ item: id });

/** Arguments of what can be done to one curve, in the designer's own terms. */
export const curveArgs = {
  movePoints: together({ moves: Type.Array(move, { $id: 'moves', minItems: 1 }) }),
  bendAt: object({ item: id, u, to: vector }),
  turnAt: object({ item: id, u, direction: vector, mm: Type.Number({ exclusiveMinimum: 0 }) }),
  pinPoints: object({ item: id, points, axis, pinned: Type.Boolean() }),
  setPoints: object({
    item: id,
    which: oneOfWords(['fit', 'control']),
    rows: Type.Array(row, { minItems: 2, maxItems: 10_000 }),
  }),

  insertFitPoint: object({ item: id, u, id }),
  removeFitPoint: object({ item: id, point: id }),
  removeHandles: together({
    points: ids({ $id: 'pointIds', maxItems: 20_000 }),
    knots: Type.Array(u, { $id: 'parameters', maxItems: 20_000 }),
  }),
  setKink: object({ item: id, point: id, kink: Type.Boolean() }),
  setTangent: object({ item: id, point: id, tangent: orNull(tangent), side: Type.Optional(side) }),
  setFitTolerance: together({
    within: described(Type.Number({ minimum: 0, maximum: 1e6 }), 'In mm; 0 passes through the points.'),
  }),
  setRadius: object({ item: id, point: id, radius: orNull(size) }),

  insertControlPoint: object({
    item: id,
    leg: Type.Integer({ minimum: 0 }),
    share: Type.Number({ exclusiveMinimum: 0, exclusiveMaximum: 1 }),
  }),
  removeControlPoint: object({ item: id, point: id }),
  setWeights: object({ item: id, weights: Type.Array(object({ point: id, weight }), { minItems: 1 }) }),
  straighten: object({ item: id, points }),

  insertKnot: object({ item: id, u }),
  removeKnot: object({ item: id, u }),
  moveKnot: object({ item: id, u, to: Type.Number() }),
  evenKnots: ofCurve,
  setRange: object({
    item: id,
    first: Type.Number({ minimum: -1e9, maximum: 1e9 }),
    last: Type.Number({ minimum: -1e9, maximum: 1e9 }),
  }),

  fixSpacing: ofCurve,
  setFigure: object({
    item: id,
    figure: Type.String({ pattern: '^[A-Za-z]{1,20}$' }),
    value: Type.Number({ minimum: -1e9, maximum: 1e9 }),
  }),
  giveBy: object({ item: id, kind: oneOfWords(['circle', 'circle-across', 'circle-through', 'arc', 'arc-about']) }),
  makeLive: ofCurve,
  raiseDegree: ofCurve,
  lowerDegree: ofCurve,
  fitDegree: object({ item: id, degree: Type.Integer({ minimum: 1, maximum: 25 }) }),
  refit: together({
    how: oneOfWords(['lighten', 'relay', 'fair', 'iron', 'pull', 'oneWay', 'arcsAndLines', 'polyline']),
    /** How far it may lie from the curve that it replaces, in mm, where that was said. */
    tolerance: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 1e6 })),
    /** And at points that were given more room. */
    most: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 1e6 })),
    recipe: oneOfKinds([controlRecipe, fitRecipe]),
  }),

  closeCurve: ofCurve,
  openCurve: object({ item: id, id }),
  reverseCurve: ofCurve,
  moveSeam: object({ item: id, u }),

  throughCorners: ofCurve,
  pulledByCorners: object({ item: id, degree: Type.Integer({ minimum: 1, maximum: 25 }) }),
  makeSymmetric: object({ item: id, about: mirrorPlane }),
};
