import { cross, dot, subtract, unit, type Vector3 } from '../linear/vector';
import { mustBePoint, UNIT } from '../refuse';

/** A plane with its own axes: `x` and `y` are unit vectors at right angles, the normal is x × y. */
export interface Plane {
  readonly origin: Vector3;
  readonly x: Vector3;
  readonly y: Vector3;
}

/** Front: x to the right, y up, z towards the viewer. */
export const FRONT: Plane = { origin: [0, 0, 0], x: [1, 0, 0], y: [0, 1, 0] };

/** The unit normal x × y. Throws a RangeError where x and y are not unit vectors at right angles, to 1e-6. */
export function normalOf(plane: Plane): Vector3 {
  checkPlane(plane);
  return unit(cross(plane.x, plane.y));
}

/** Throws a RangeError for a plane that is none. */
export function checkPlane({ origin, x, y }: Plane): void {
  mustBePoint(origin, 'plane.origin');
  mustBePoint(x, 'plane.x');
  mustBePoint(y, 'plane.y');
  const off = Math.max(Math.abs(dot(x, x) - 1), Math.abs(dot(y, y) - 1), Math.abs(dot(x, y)));
  if (!(off < UNIT)) {
    throw new RangeError(
      `plane: x and y must be unit vectors at right angles, not ${x.join(', ')} and ${y.join(', ')}`,
    );
  }
}

/** Signed distance of a point from the plane, positive on the side of the normal, in mm. */
export function heightOver(plane: Plane, point: Vector3): number {
  mustBePoint(point, 'point');
  return dot(subtract(point, plane.origin), normalOf(plane));
}
