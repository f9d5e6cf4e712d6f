import {
  controlPointsOf,
  homogeneous,
  makeCurve,
  periodicCurve,
  uniformKnots,
  type Vector3,
  vectorAt,
} from '@pencil-bend/core';
import { CommandError } from '../commandError';
import { type ControlRecipe, type FitRecipe, fitRecipe, type Recipe } from '../project/project';
import { controlRecipe, curveOf } from './fixSpacing';
import { isClosed } from './editEnds';

/** The corners of a polyline, each once. Throws a `CommandError` for a curve that is none. */
export function corners(recipe: Recipe): Vector3[] {
  const { curve } = curveOf(recipe);
  if (curve.degree !== 1)
    throw new CommandError(`A polyline of straight legs is needed, not a curve of degree ${curve.degree}`);
  const points = controlPointsOf(curve);
  const count = points.length / 3 - (curve.closing === 'open' ? 0 : 1);
  if (count < 2) throw new CommandError('A polyline of one corner has nothing to lay a curve through');
  return Array.from({ length: count }, (_, i) => vectorAt(points, i));
}

const numbered = (at: Vector3, i: number) => ({ id: `p${i + 1}`, at });

/** The curve through the corners of a polyline. */
export const throughCorners = (recipe: Recipe): FitRecipe => fitRecipe(corners(recipe).map(numbered), isClosed(recipe));

/** The curve that the legs of a polyline are the control polygon of. */
export const pulledByCorners = (recipe: Recipe, degree: number): ControlRecipe =>
  pulledBy(corners(recipe), degree, isClosed(recipe));

/** A curve by control points with even knots; of a lower degree where there are too few points. */
export function pulledBy(places: readonly Vector3[], degree: number, closed: boolean): ControlRecipe {
  const possible = Math.max(1, Math.min(degree, places.length - 1));
  const points = homogeneous(places.flat());
  const curve = closed
    ? periodicCurve(possible, points)
    : makeCurve(possible, uniformKnots(possible, places.length), points);
  return controlRecipe(curve, (i) => `c${i + 1}`);
}
