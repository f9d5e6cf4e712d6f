import { cross, dot, length, scale, subtract, type Vector3 } from '../linear/vector';
import type { Curve } from '../curve/curve';
import { derivatives } from '../curve/evaluate';
import { mustBeDirection } from '../refuse';
import { closestPoint } from './closestPoint';
import { standsStill } from './standstill';

/**
 * The unit vector to the left of a curve at a parameter, seen against `normal`; 0, 0, 0 where the curve stands still
 * or runs along the normal.
 */
export function leftAt(curve: Curve, u: number, normal: Vector3): Vector3 {
  mustBeDirection(normal, 'normal');
  const d = derivatives(curve, u, 1);
  if (standsStill(curve, d)) return [0, 0, 0];
  const left = cross(normal, [d[3], d[4], d[5]]);
  return scale(left, 1 / (length(left) || 1));
}

/** How far a point lies to the left of a curve, measured at its closest place, in mm; negative to the right. */
export function leftBy(curve: Curve, point: Vector3, normal: Vector3): number {
  const { u, point: closest } = closestPoint(curve, point);
  return dot(subtract(point, closest), leftAt(curve, u, normal));
}
