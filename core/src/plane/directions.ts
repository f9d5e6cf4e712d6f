import { cross, distance, dot, scale, subtract, type Vector3 } from '../linear/vector';
import { mustBeDirection, mustBeFinite, mustBePoint } from '../refuse';
import { vectorIn } from './coordinates';
import { checkPlane, normalOf, type Plane } from './plane';

/** The unit vector from one point to another; null where they are one. */
export function directionTo(from: Vector3, to: Vector3): Vector3 | null {
  mustBePoint(from, 'from');
  mustBePoint(to, 'to');
  const size = distance(from, to);
  return size > 0 ? scale(subtract(to, from), 1 / size) : null;
}

/** The plane parallel to another about a point, with its x towards a second one. Throws a RangeError where they are one. */
export function planeTowards(plane: Plane, from: Vector3, to: Vector3): Plane {
  const x = directionTo(from, to);
  if (!x) throw new RangeError('two different places are needed');
  return { origin: from, x, y: leftOf(plane, x) };
}

/** A direction turned by a quarter to the left, seen against a plane's normal. */
export function leftOf(plane: Plane, direction: Vector3): Vector3 {
  mustBePoint(direction, 'direction');
  return cross(normalOf(plane), direction);
}

/** How far a point lies to the left of the line from one point to another, in mm; where they are one, how far from it. */
export function leftOfLine(plane: Plane, from: Vector3, to: Vector3, point: Vector3): number {
  mustBePoint(point, 'point');
  const direction = directionTo(from, to);
  return direction ? dot(subtract(point, from), leftOf(plane, direction)) : distance(point, from);
}

/** The angle of a direction from a plane's x towards its y, in radians from -π to π. */
export function angleIn(plane: Plane, direction: Vector3): number {
  checkPlane(plane);
  mustBePoint(direction, 'direction');
  return Math.atan2(dot(direction, plane.y), dot(direction, plane.x));
}

/** The unit vector at an angle in radians from a plane's x towards its y: whole quarters to the last bit. */
export function directionIn(plane: Plane, angle: number): Vector3 {
  checkPlane(plane);
  mustBeFinite(angle, 'angle');
  const [c, s] = [Math.cos(angle), Math.sin(angle)].map((value) => Number(value.toFixed(15)) + 0);
  mustBeDirection([c, s, 0], 'angle');
  return vectorIn(plane, c, s);
}
