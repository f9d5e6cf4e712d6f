import {
  add,
  along,
  angleBetween,
  cross,
  distance,
  dot,
  length,
  scale,
  subtract,
  unit,
  type Vector3,
} from '../linear/vector';
import { type Curve, makeCurve } from '../curve/curve';
import { vectorIn } from '../plane/coordinates';
import { planeTowards } from '../plane/directions';
import { checkPlane, normalOf, type Plane } from '../plane/plane';
import { failed, type Result, success } from '../result';
import { mustBeAbove0, mustBeDirection, mustBePoint } from '../refuse';

/** A full turn, to rounding. */
const FULL = 1e-12;
/** Quarters that are a rounding too long are no more pieces. */
const QUARTER = 1e-9;

export type ArcFailure =
  /** Two of the given points lie in one place. */
  | { readonly kind: 'coincident-points' }
  /** Three points in line, or a tangent along the chord: no circle, or one of infinite radius. */
  | { readonly kind: 'straight' }
  /** The chord is longer than the diameter; both in mm. */
  | { readonly kind: 'radius-too-small'; readonly radius: number; readonly least: number };

/** Points nearer to a line than this share of their distances lie on it: no radius can be told from them. */
const STRAIGHT = 1e-12;

/** A circle's or an ellipse's frame: its centre and its two half axes as vectors, which need not be at right angles. */
export interface Ellipse {
  readonly centre: Vector3;
  readonly x: Vector3;
  readonly y: Vector3;
}

/**
 * The arc centre + x cos φ + y sin φ for φ from `from` over `sweep` radians (at most a full turn, either way), exact
 * as a rational quadratic on [0, 1] with pieces of at most 90°. A full turn is closed. Throws a RangeError for other
 * sweeps. (The NURBS Book, A7.1 and 7.5; affinely for ellipses.)
 */
export function ellipticArc({ centre, x, y }: Ellipse, from = 0, sweep = 2 * Math.PI): Curve {
  mustBePoint(centre, 'centre');
  mustBePoint(x, 'x');
  mustBePoint(y, 'y');
  const turn = 2 * Math.PI;
  if (!(Math.abs(sweep) > 0 && Math.abs(sweep) <= turn * (1 + FULL) && Number.isFinite(from))) {
    throw new RangeError(`an arc turns by more than 0 and at most ${turn} radians, not ${sweep}`);
  }
  const full = Math.abs(sweep) >= turn * (1 - FULL);
  const pieces = Math.max(1, Math.ceil(Math.abs(sweep) / (Math.PI / 2) - QUARTER));
  const step = sweep / pieces;
  const middle = Math.cos(step / 2);
  const knots = [0, 0, 0];
  for (let k = 1; k < pieces; k++) knots.push(k / pieces, k / pieces);
  knots.push(1, 1, 1);
  const points = new Float64Array(4 * (2 * pieces + 1));
  for (let i = 0; i <= 2 * pieces; i++) {
    const angle = from + (step * i) / 2;
    // Middle points lie at 1/cos of the half step; homogeneous, the two factors cancel.
    const w = i % 2 === 0 ? 1 : middle;
    const [c, s] = [Math.cos(angle), Math.sin(angle)];
    for (let k = 0; k < 3; k++) points[4 * i + k] = centre[k] * w + x[k] * c + y[k] * s;
    points[4 * i + 3] = w;
  }
  if (full) points.copyWithin(points.length - 4, 0, 4);
  return makeCurve(2, knots, points, full ? 'clamped-closed' : 'open');
}

/** A full circle in a plane about its origin moved to `centre`, anticlockwise from the plane's x. Radius in mm. */
export function circle(plane: Plane, centre: Vector3, radius: number): Curve {
  return ellipse(plane, centre, radius, radius);
}

/** A full ellipse with half axes along the plane's x and y, anticlockwise from the end of its x axis; in mm. */
export function ellipse(plane: Plane, centre: Vector3, alongX: number, alongY: number): Curve {
  return ellipticArc(ellipseFrame(plane, centre, alongX, alongY));
}

/** The frame of an ellipse in a plane, for its arcs. Throws a RangeError for half axes that are not above 0. */
export function ellipseFrame(plane: Plane, centre: Vector3, alongX: number, alongY: number): Ellipse {
  if (!(alongX > 0 && alongY > 0 && Number.isFinite(alongX + alongY))) {
    throw new RangeError(`half axes above 0 are needed, not ${alongX} and ${alongY}`);
  }
  checkPlane(plane);
  mustBePoint(centre, 'centre');
  return { centre, x: scale(plane.x, alongX), y: scale(plane.y, alongY) };
}

/**
 * The arc about a centre from `start` to the direction of `end`, with the radius of `start`; anticlockwise seen
 * against `normal`, to which the two radii should be at right angles.
 */
export function arcAbout(centre: Vector3, start: Vector3, end: Vector3, normal: Vector3): Result<Curve, ArcFailure> {
  mustBePoint(centre, 'centre');
  mustBePoint(start, 'start');
  mustBePoint(end, 'end');
  mustBeDirection(normal, 'normal');
  const x = subtract(start, centre);
  const to = subtract(end, centre);
  const radius = length(x);
  if (!(radius > 0 && length(to) > 0)) return failed({ kind: 'coincident-points' });
  const upright = cross(unit(normal), x);
  const y = scale(upright, radius / length(upright));
  const angle = Math.atan2(dot(to, y), dot(to, x));
  // Start and end in one direction mean all the way round.
  const sweep = angle > STRAIGHT ? angle : angle + 2 * Math.PI;
  return success(ellipticArc({ centre, x, y }, 0, Math.min(sweep, 2 * Math.PI)));
}

/** The arc from `start` through `through` to `end`; where start and end are one place there is no single circle. */
export function arcThrough(start: Vector3, through: Vector3, end: Vector3): Result<Curve, ArcFailure> {
  mustBePoint(start, 'start');
  mustBePoint(through, 'through');
  mustBePoint(end, 'end');
  const a = subtract(through, start);
  const b = subtract(end, start);
  const sides = [length(a), length(b), distance(through, end)];
  if (!(Math.min(...sides) > STRAIGHT * Math.max(...sides))) return failed({ kind: 'coincident-points' });
  const n = cross(a, b);
  const area = dot(n, n);
  if (!(length(n) > STRAIGHT * sides[0] * sides[1])) return failed({ kind: 'straight' });
  // The centre of the circumscribed circle, from the start.
  const [aa, bb] = [dot(a, a), dot(b, b)];
  const toCentre = scale(cross(subtract(scale(b, aa), scale(a, bb)), n), 1 / (2 * area));
  return ended(arcAbout(add(start, toCentre), start, end, n), end);
}

/**
 * The arc of a radius from `start` to `end`, anticlockwise seen against the plane's normal: the shorter one, or the
 * one that goes the long way round. The points should lie in the plane or one parallel to it.
 */
export function arcOfRadius(
  plane: Plane,
  start: Vector3,
  end: Vector3,
  radius: number,
  longWay = false,
): Result<Curve, ArcFailure> {
  mustBePoint(start, 'start');
  mustBePoint(end, 'end');
  mustBeAbove0(radius, 'radius');
  const chord = subtract(end, start);
  const half = length(chord) / 2;
  if (!(half > 0)) return failed({ kind: 'coincident-points' });
  // A half circle's radius may come out a rounding below half the chord.
  if (!(radius >= half * (1 - STRAIGHT) && Number.isFinite(radius))) {
    return failed({ kind: 'radius-too-small', radius, least: half });
  }
  const normal = normalOf(plane);
  const left = scale(cross(normal, chord), 1 / (2 * half));
  const away = Math.sqrt(Math.max(0, radius * radius - half * half)) * (longWay ? -1 : 1);
  const centre = along(along(start, chord, 0.5), left, away);
  return ended(arcAbout(centre, start, end, normal), end);
}

/** The arc from `start` in the direction of `tangent` to `end`. */
export function arcAlong(start: Vector3, tangent: Vector3, end: Vector3): Result<Curve, ArcFailure> {
  mustBePoint(start, 'start');
  mustBeDirection(tangent, 'tangent');
  mustBePoint(end, 'end');
  const chord = subtract(end, start);
  if (!(length(chord) > 0)) return failed({ kind: 'coincident-points' });
  const ahead = unit(tangent);
  const n = cross(ahead, unit(chord));
  if (!(length(n) > STRAIGHT)) return failed({ kind: 'straight' });
  const inward = cross(n, ahead);
  // The chord turns by half of the arc's angle from the tangent.
  const turned = angleBetween(ahead, chord);
  const radius = length(chord) / (2 * Math.sin(turned));
  return ended(arcAbout(along(start, inward, radius / length(inward)), start, end, n), end);
}

/** The end exactly where it was asked for: the centre's rounding must not open a chain of legs. */
function ended(arc: Result<Curve, ArcFailure>, end: Vector3): Result<Curve, ArcFailure> {
  if (!arc.ok || arc.value.closing !== 'open') return arc;
  const { degree, knots, points, closing } = arc.value;
  const moved = points.slice();
  moved.set([...end, 1], points.length - 4);
  return success(makeCurve(degree, knots, moved, closing));
}

/** The circle through three points, anticlockwise from the first one seen against the plane's normal. */
export function circleThrough(plane: Plane, a: Vector3, b: Vector3, c: Vector3): Result<Curve, ArcFailure> {
  const arc = arcThrough(a, b, c);
  if (!arc.ok) return arc;
  const [ab, ac] = [subtract(b, a), subtract(c, a)];
  // The centre is as far from all three: (b - a).m = |b - a|^2 / 2, and of c the same, in the plane's axes.
  const [p, q] = [ab, ac].map((v) => [dot(v, plane.x), dot(v, plane.y)]);
  const [r, s] = [dot(ab, ab) / 2, dot(ac, ac) / 2];
  const det = p[0] * q[1] - p[1] * q[0];
  const m = vectorIn(plane, (r * q[1] - s * p[1]) / det, (p[0] * s - q[0] * r) / det);
  const centre = add(a, m);
  return success(circle(planeTowards(plane, centre, a), centre, length(m)));
}
