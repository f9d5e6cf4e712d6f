import type { Vector3 } from '../linear/vector';
import { inPlane } from './coordinates';
import type { Plane } from './plane';

/**
 * Whether a point lies inside a closed polygon, both as seen along the normal of a plane: by the number of edges to its
 * right (even-odd rule).
 */
export function isInPolygon(plane: Plane, point: Vector3, corners: readonly Vector3[]): boolean {
  const [x, y] = inPlane(plane, point);
  const flat = corners.map((corner) => inPlane(plane, corner));
  let inside = false;
  flat.forEach(([ax, ay], i) => {
    const [bx, by] = flat[(i + 1) % flat.length];
    if (ay > y !== by > y && x < ax + ((y - ay) / (by - ay)) * (bx - ax)) inside = !inside;
  });
  return inside;
}
