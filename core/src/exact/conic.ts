import { add, dot, middle, scale, subtract, type Vector3 } from '../linear/vector';
import { type Curve, homogeneous, makeCurve } from '../curve/curve';
import { inPlane, vectorIn } from '../plane/coordinates';
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
  const pointAt = (x: number, y: number): Vector3 => add(vertex, vectorIn(plane, x, y));
  const height = (x: number) => (x * x) / (4 * focalLength);
  // The tangents at the ends meet in the middle, at the height f'(from) (middle − from) + f(from).
  const apex = pointAt((from + to) / 2, (from * to) / (4 * focalLength));
  return makeCurve(
    2,
    [0, 0, 0, 1, 1, 1],
    homogeneous([...pointAt(from, height(from)), ...apex, ...pointAt(to, height(to))]),
  );
}

/**
 * How full the conic from `start` to `end` with this apex is whose shoulder is nearest to a point: its rho, kept from
 * 0.001 to 0.999; 1/2 where the apex lies in the middle of the chord.
 */
export function rhoNear(start: Vector3, apex: Vector3, end: Vector3, point: Vector3): number {
  Object.entries({ start, apex, end, point }).forEach(([name, place]) => mustBePoint(place, name));
  const foot = middle(start, end);
  const way = subtract(apex, foot);
  const size = dot(way, way);
  return size > 0 ? Math.min(0.999, Math.max(0.001, dot(subtract(point, foot), way) / size)) : 0.5;
}

/** A parabola y = x²/(4 f) about its vertex, along axes of its own, for x from `from` to `to`. */
export interface ParabolaThrough {
  readonly curve: Curve;
  /** In mm. */
  readonly focalLength: number;
  readonly axes: Pick<Plane, 'x' | 'y'>;
  readonly from: number;
  readonly to: number;
}

/**
 * The parabola with its vertex at a point that goes through another one, its axis along the plane's y or x; both its
 * sides, or that of the point alone. Null where the point lies on the axis or beside the vertex.
 */
export function parabolaThrough(
  plane: Plane,
  vertex: Vector3,
  point: Vector3,
  { axis = 'y', half = false }: { readonly axis?: 'x' | 'y'; readonly half?: boolean } = {},
): ParabolaThrough | null {
  const [dx, dy] = inPlane({ ...plane, origin: vertex }, point);
  const [across, along] = axis === 'x' ? [dy, dx] : [dx, dy];
  if (across === 0 || along === 0) return null;
  const y = scale(axis === 'x' ? plane.x : plane.y, Math.sign(along));
  const x = axis === 'x' ? plane.y : plane.x;
  const reach = Math.abs(across);
  const [from, to] = !half ? [-reach, reach] : across > 0 ? [0, reach] : [-reach, 0];
  const focalLength = (reach * reach) / (4 * Math.abs(along));
  return {
    curve: parabola({ origin: vertex, x, y }, vertex, focalLength, from, to),
    focalLength,
    axes: { x, y },
    from,
    to,
  };
}
