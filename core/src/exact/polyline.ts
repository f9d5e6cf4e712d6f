import { add, along, distance, middle, scale, type Vector3 } from '../linear/vector';
import { type Curve, domainOf, homogeneous, makeCurve, trusted } from '../curve/curve';
import { derivatives } from '../curve/evaluate';
import { arcLength } from '../measure/arcLength';
import { reparameterise } from '../knots/reparameterise';
import { vectorIn } from '../plane/coordinates';
import { planeTowards } from '../plane/directions';
import { checkPlane, type Plane } from '../plane/plane';
import { failed, type Result, success } from '../result';
import { join } from '../edit/join';
import { arcAlong, type ArcFailure, arcThrough } from './arc';
import { lineBetween } from './line';
import { mustBeAbove0, mustBeDirection, mustBeOneOf, mustBePoint, mustBeWhole } from '../refuse';

/** A polygon of more sides is a circle to any eye and any tool. */
const MOST_SIDES = 10_000;

/** One leg of a polyline, from where the last one ended. */
export type Leg =
  | { readonly kind: 'line'; readonly to: Vector3 }
  | { readonly kind: 'arc-through'; readonly through: Vector3; readonly to: Vector3 }
  /** An arc that goes on in the direction in which the leg before it ended, the first one in that of the chain's start. */
  | { readonly kind: 'arc-on'; readonly to: Vector3 };

export type LegFailure = (ArcFailure | { readonly kind: 'no-legs' } | { readonly kind: 'no-direction' }) & {
  /** Index of the leg. */
  readonly leg: number;
};

/**
 * A chain of straight legs and arcs as one exact curve, with the parameter its length in mm: degree 1, or 2 where
 * there are arcs, the corners as full multiplicity. A chain that ends where it starts is closed. `direction` is that in
 * which the chain sets out, for a first leg that goes on in it.
 */
export function polyline(
  start: Vector3,
  legs: readonly Leg[],
  direction: Vector3 | null = null,
): Result<Curve, LegFailure> {
  mustBePoint(start, 'start');
  if (direction) mustBeDirection(direction, 'direction');
  legs.forEach(checkLeg);
  if (legs.length === 0) return failed({ kind: 'no-legs', leg: 0 });
  let from = start;
  let made: Curve | null = null;
  for (const [i, leg] of legs.entries()) {
    const piece = pieceOf(from, leg, made, direction);
    if (!piece.ok) return failed({ ...piece.failure, leg: i });
    const begin: number = made ? domainOf(made)[1] : 0;
    const measured = reparameterise(piece.value, begin, begin + arcLength(piece.value).total);
    const joined: Result<Curve, unknown> = made ? join(made, measured, Infinity) : success(measured);
    if (!joined.ok) throw new Error('a leg begins where the last one ends');
    made = joined.value;
    from = leg.to;
  }
  if (!made) return failed({ kind: 'no-legs', leg: 0 });
  const closed = legs.length > 1 && distance(start, from) === 0;
  return success(closed ? trusted(made.degree, made.knots, made.points, 'clamped-closed') : made);
}

function checkLeg(leg: Leg, i: number): void {
  mustBeOneOf(leg.kind, ['line', 'arc-through', 'arc-on'], `legs[${i}].kind`);
  mustBePoint(leg.to, `legs[${i}].to`);
  if (leg.kind === 'arc-through') mustBePoint(leg.through, `legs[${i}].through`);
}

function pieceOf(
  from: Vector3,
  leg: Leg,
  before: Curve | null,
  direction: Vector3 | null,
): Result<Curve, ArcFailure | { kind: 'no-direction' }> {
  if (distance(from, leg.to) === 0) return failed({ kind: 'coincident-points' });
  if (leg.kind === 'line') return success(lineBetween(from, leg.to));
  if (leg.kind === 'arc-through') return arcThrough(from, leg.through, leg.to);
  if (!before) return direction ? arcAlong(from, direction, leg.to) : failed({ kind: 'no-direction' });
  const d = derivatives(before, domainOf(before)[1], 1, 'left');
  return arcAlong(from, [d[3], d[4], d[5]], leg.to);
}

/** A closed polygon of degree 1 through corners, its parameter the length in mm. */
function polygonThrough(corners: readonly Vector3[]): Curve {
  const around = [...corners, corners[0]];
  const knots = [0, 0];
  for (let i = 1; i < around.length; i++) knots.push(knots[knots.length - 1] + distance(around[i - 1], around[i]));
  knots.push(knots[knots.length - 1]);
  return makeCurve(1, knots, homogeneous(around.flat()), 'clamped-closed');
}

/** A rectangle along the plane's x and y from its lower left corner, anticlockwise; sizes in mm. */
export function rectangle(plane: Plane, corner: Vector3, width: number, height: number): Curve {
  checkPlane(plane);
  mustBePoint(corner, 'corner');
  mustBeAbove0(width, 'width');
  mustBeAbove0(height, 'height');
  const [x, y] = [scale(plane.x, width), scale(plane.y, height)];
  return polygonThrough([corner, add(corner, x), add(add(corner, x), y), add(corner, y)]);
}

/**
 * A regular polygon about a centre, anticlockwise, its first corner in the direction of the plane's x. `radius` in mm
 * reaches to the corners, or to the middles of the sides. Throws a RangeError for fewer than 3 sides.
 */
export function regularPolygon(
  plane: Plane,
  centre: Vector3,
  sides: number,
  radius: number,
  reaches: 'corners' | 'sides' = 'corners',
): Curve {
  checkPlane(plane);
  mustBePoint(centre, 'centre');
  mustBeWhole(sides, 3, MOST_SIDES, 'sides');
  mustBeAbove0(radius, 'radius');
  mustBeOneOf(reaches, ['corners', 'sides'], 'reaches');
  const size = reaches === 'corners' ? radius : radius / Math.cos(Math.PI / sides);
  return polygonThrough(
    Array.from({ length: sides }, (_, i) => {
      const angle = (2 * Math.PI * i) / sides;
      return add(centre, vectorIn(plane, size * Math.cos(angle), size * Math.sin(angle)));
    }),
  );
}

/**
 * A regular polygon on one of its edges, to the left of it; its first corner is the start of the edge. Throws a
 * RangeError for an edge of no length.
 */
export function polygonOnEdge(plane: Plane, from: Vector3, to: Vector3, sides: number): Curve {
  mustBeWhole(sides, 3, MOST_SIDES, 'sides');
  const half = Math.PI / sides;
  const size = distance(from, to);
  const inner = size / (2 * Math.tan(half));
  const centre = along(middle(from, to), planeTowards(plane, from, to).y, inner);
  return regularPolygon(planeTowards(plane, centre, from), centre, sides, size / (2 * Math.sin(half)));
}
