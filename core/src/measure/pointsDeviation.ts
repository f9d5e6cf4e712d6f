import { vectorAt } from '../linear/vector';
import type { Curve } from '../curve/curve';
import { type ClosestPoint, closestPoint } from './closestPoint';
import { mustBePacked } from '../refuse';

/** How far points lie from a curve, in mm. */
export interface PointsDeviation {
  readonly max: number;
  readonly mean: number;
  /** Index of the farthest point, and the place of the curve nearest to it. */
  readonly index: number;
  readonly nearest: ClosestPoint;
  /** The distance of each point. */
  readonly distances: Float64Array;
  /** For each point the parameter of the place of the curve nearest to it. */
  readonly parameters: Float64Array;
}

/** Distances of points, packed x y z, from a curve. Throws a RangeError for no points or coordinates not finite. */
export function pointsDeviation(points: Float64Array, curve: Curve): PointsDeviation {
  mustBePacked(points, 3, 'points');
  const count = points.length / 3;
  if (count === 0) throw new RangeError('points: one or more are needed, not 0');
  let nearest = closestPoint(curve, vectorAt(points, 0));
  let index = 0;
  const [distances, parameters] = [new Float64Array(count), new Float64Array(count)];
  [distances[0], parameters[0]] = [nearest.distance, nearest.u];
  let sum = nearest.distance;
  for (let i = 1; i < count; i++) {
    const place = closestPoint(curve, vectorAt(points, i));
    sum += distances[i] = place.distance;
    parameters[i] = place.u;
    if (place.distance > nearest.distance) [nearest, index] = [place, i];
  }
  return { max: nearest.distance, mean: sum / count, index, nearest, distances, parameters };
}
