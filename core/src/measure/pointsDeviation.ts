import { vectorAt } from '../linear/vector';
import type { Curve } from '../curve/curve';
import { type ClosestPoint, closestPoint } from './closestPoint';

/** How far points lie from a curve, in mm. */
export interface PointsDeviation {
  readonly max: number;
  readonly mean: number;
  /** Index of the farthest point, and the place of the curve nearest to it. */
  readonly index: number;
  readonly nearest: ClosestPoint;
}

/** Distances of points, packed x y z, from a curve. Throws a RangeError for no points or coordinates not finite. */
export function pointsDeviation(points: Float64Array, curve: Curve): PointsDeviation {
  const count = points.length / 3;
  if (!(count >= 1 && Number.isInteger(count)))
    throw new RangeError(`points need 3 coordinates each, not ${points.length} in all`);
  let nearest = closestPoint(curve, vectorAt(points, 0));
  let index = 0;
  let sum = nearest.distance;
  for (let i = 1; i < count; i++) {
    const place = closestPoint(curve, vectorAt(points, i));
    sum += place.distance;
    if (place.distance > nearest.distance) [nearest, index] = [place, i];
  }
  return { max: nearest.distance, mean: sum / count, index, nearest };
}
