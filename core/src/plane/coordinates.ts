import { add, along, dot, scale, subtract, type Vector3 } from '../linear/vector';
import { mustBePoint } from '../refuse';
import { normalOf, type Plane } from './plane';

/** The coordinates of a point in a plane's own axes: along x, along y, and its height over the plane, in mm. */
export function inPlane(plane: Plane, point: Vector3): Vector3 {
  mustBePoint(point, 'point');
  const from = subtract(point, plane.origin);
  return [dot(from, plane.x), dot(from, plane.y), dot(from, normalOf(plane))];
}

/** The point with given coordinates in a plane's own axes: the inverse of `inPlane`. */
export function fromPlane(plane: Plane, coordinates: Vector3): Vector3 {
  mustBePoint(coordinates, 'coordinates');
  const [x, y, height] = coordinates;
  return add(plane.origin, along(vectorIn(plane, x, y), normalOf(plane), height));
}

/** The vector so far along a plane's x and so far along its y. */
export const vectorIn = (plane: Plane, x: number, y: number): Vector3 => along(scale(plane.x, x), plane.y, y);
