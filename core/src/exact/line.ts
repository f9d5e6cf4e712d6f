import type { Vector3 } from '../linear/vector';
import { type Curve, homogeneous, makeCurve } from '../curve/curve';
import { mustBePoint } from '../refuse';

/** The straight line from one point to another, degree 1 on [0, 1]; one point where both are the same. */
export function lineBetween(from: Vector3, to: Vector3): Curve {
  mustBePoint(from, 'from');
  mustBePoint(to, 'to');
  return makeCurve(1, [0, 0, 1, 1], homogeneous([...from, ...to]));
}
