import { add, scale, type Vector3 } from '../linear/vector';
import { type Curve, homogeneous, makeCurve } from '../curve/curve';
import { checkPlane, type Plane } from '../plane/plane';
import { mustBeAbove0, mustBePoint } from '../refuse';

/**
 * The conic from `start` to `end` with tangents through `apex`: rational quadratic on [0, 1]. `rho`, between 0 and 1,
 * is how far its shoulder lies from the middle of the chord towards the apex: below 1/2 an ellipse, 1/2 a parabola,
 * above it a hyperbola. Weights 1, ρ/(1 − ρ), 1. Throws a RangeError for other values. (The NURBS Book, 7.3; Farin,
 * Curves and Surfaces for CAGD, 12.)
 */
export function conic(start: Vector3, apex: Vector3, end: Vector3, rho: number): Curve {
  mustBePoint(start, 'start');
  mustBePoint(apex, 'apex');
  mustBePoint(end, 'end');
  if (!(rho > 0 && rho < 1)) throw new RangeError(`rho lies between 0 and 1, not at ${rho}`);
  return makeCurve(2, [0, 0, 0, 1, 1, 1], homogeneous([...start, ...apex, ...end], [1, rho / (1 - rho), 1]));
}

/**
 * The parabola y = x²/(4 f) in a plane about `vertex`, for x from `from` to `to` in mm, f its focal length in mm:
 * polynomial, with x linear in the parameter. Throws a RangeError for an empty range or a focal length that is not
 * above 0.
 */
export function parabola(plane: Plane, vertex: Vector3, focalLength: number, from: number, to: number): Curve {
  checkPlane(plane);
  mustBePoint(vertex, 'vertex');
  mustBeAbove0(focalLength, 'focal length');
  if (!(Number.isFinite(from) && Number.isFinite(to) && from < to)) {
    throw new RangeError(`from ${from} to ${to} is no range`);
  }
  const at = (x: number, y: number): Vector3 => add(vertex, add(scale(plane.x, x), scale(plane.y, y)));
  const height = (x: number) => (x * x) / (4 * focalLength);
  // The tangents at the ends meet in the middle, at the height f'(from) (middle − from) + f(from).
  const middle = at((from + to) / 2, (from * to) / (4 * focalLength));
  return makeCurve(2, [0, 0, 0, 1, 1, 1], homogeneous([...at(from, height(from)), ...middle, ...at(to, height(to))]));
}
