import { controlPointsOf, type Curve } from '../curve/curve';
import { normalOf, type Plane } from '../plane/plane';
import { mustBeTolerance } from '../refuse';

/** Whether every control point, and so the whole curve, lies within `tolerance` mm of a plane parallel to `plane`. */
export function liesAlong(plane: Plane, curve: Curve, tolerance: number): boolean {
  mustBeTolerance(tolerance);
  const normal = normalOf(plane);
  const points = controlPointsOf(curve);
  let least = Infinity;
  let most = -Infinity;
  for (let i = 0; i < points.length; i += 3) {
    const height = points[i] * normal[0] + points[i + 1] * normal[1] + points[i + 2] * normal[2];
    least = Math.min(least, height);
    most = Math.max(most, height);
  }
  return most - least <= tolerance;
}
