import type { Curve } from '../../curve/curve';
import { pointsDeviation } from '../../measure/pointsDeviation';

/** How near a curve comes to the points it was made for. */
export interface Nearness {
  /** Largest and mean distance of the points from the curve, in mm. */
  readonly max: number;
  readonly mean: number;
  /** Index of the point that lies farthest off. */
  readonly index: number;
  /** Whether every point lies within the tolerance. */
  readonly within: boolean;
  /** Indices of the points that do not. */
  readonly outliers: readonly number[];
  /** The smallest tolerance that a smooth curve was found for; larger than the one asked for if not `within`. */
  readonly reachable: number;
}

/** Measures all points, by their closest places of the whole curve. */
export function nearnessOf(points: Float64Array, curve: Curve, tolerance: number, reachable: number): Nearness {
  const { max, mean, index, distances } = pointsDeviation(points, curve);
  const outliers = [...distances.keys()].filter((i) => distances[i] > tolerance);
  return { max, mean, index: index, within: outliers.length === 0, outliers, reachable: Math.min(max, reachable) };
}
