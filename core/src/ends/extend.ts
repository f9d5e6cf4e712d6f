import { across, along, distance, dot, length, scale, subtract, unit, type Vector3 } from '../linear/vector';
import { countOf, type Curve, domainOf, trusted } from '../curve/curve';
import { derivatives } from '../curve/evaluate';
import { ellipticArc } from '../exact/arc';
import { lineBetween } from '../exact/line';
import { clamp } from '../knots/clamp';
import { pointsOver } from '../knots/pointsOver';
import { reparameterise } from '../knots/reparameterise';
import { arcLength, parameterAt } from '../measure/arcLength';
import { closestPoint } from '../measure/closestPoint';
import { controlBox } from '../measure/extent';
import { failed, type Result, success } from '../result';
import { join } from '../edit/join';
import { reverse } from '../edit/reverse';
import { subCurve } from '../edit/split';
import { mustBeAbove0, mustBeOneOf, mustBePoint } from '../refuse';

/** How a curve goes on: straight on; on the circle of its end's curvature; or as its last polynomial piece does. */
export type Continuation = 'straight' | 'arc' | 'own';

/** How far: by a length in mm, or to the place of the continuation that is nearest to a point. */
export type Reach = { readonly length: number } | { readonly point: Vector3 };

export type ExtendFailure =
  | { readonly kind: 'closed' }
  /** The curve stands still at its end (coincident control points) and has no direction there. */
  | { readonly kind: 'no-direction' }
  /** The nearest place of the continuation is the end itself: the point lies behind it. */
  | { readonly kind: 'behind' }
  /** The continuation ends before: in mm of length, once around the circle, or where a weight would reach 0. */
  | { readonly kind: 'too-far'; readonly reach: number };

/** A leg takes no less and no more than so much of the domain: neither it nor the curve may vanish between the knots. */
const SHORTEST_LEG = 1e-6;
const LONGEST_LEG = 1e6;
/** An arc that rises less than this share over its leg is straight. */
const STRAIGHT = 1e-9;
/** Lengths of the own continuation, in mm. */
const MEASURED = 1e-12;
/** How many domains' lengths a curve's own continuation is followed in search of a length or a point. */
const FARTHEST = 64;

/**
 * An open curve made longer beyond its start or end. A straight leg or an arc is joined on with the tangent of the
 * end (p knots there, so the curve itself keeps its points); the own continuation keeps the number of control points
 * and adds no knot: the last span grows. Parameters of the curve stay. Throws a RangeError for a length that is not
 * above 0. (Own continuation: the blossom of the last piece at knots moved outwards; The NURBS Book, 12.1, unclamps
 * in the same way. Shetty, White, Curvature-continuous extensions for rational B-spline curves, CAD 1991.)
 */
export function extend(
  curve: Curve,
  end: 'start' | 'end',
  how: Continuation,
  reach: Reach,
): Result<Curve, ExtendFailure> {
  mustBeOneOf(end, ['start', 'end'], 'end');
  mustBeOneOf(how, ['straight', 'arc', 'own'], 'how');
  if ('length' in reach) mustBeAbove0(reach.length, 'length');
  else mustBePoint(reach.point, 'point');
  if (curve.closing !== 'open') return failed({ kind: 'closed' });
  if (end === 'start') {
    const [first, last] = domainOf(curve);
    const extended = extend(reverse(curve), 'end', how, reach);
    if (!extended.ok) return extended;
    const back = reverse(extended.value);
    // Reversed twice, the part that was there before lies where it lay.
    const grown = domainOf(extended.value)[1] - last;
    return success(reparameterise(back, first - grown, last));
  }
  const clamped = clamp(curve);
  return how === 'own' ? continued(clamped, reach) : withLeg(clamped, how, reach);
}

/** Whether the end has no direction but that of rounding: by its leg, as a share of the size. */
function standsStill(curve: Curve): boolean {
  const { least, largest } = controlBox(curve);
  const place = (index: number): Vector3 => {
    const [x, y, z, w] = curve.points.subarray(index, index + 4);
    return [x / w, y / w, z / w];
  };
  const end = curve.points.length - 4;
  const leg = distance(place(end), place(end - 4));
  return leg <= ROUNDING * Math.max(distance(least, largest), length(place(end)));
}

const ROUNDING = 1e-12;

function withLeg(curve: Curve, how: 'straight' | 'arc', reach: Reach): Result<Curve, ExtendFailure> {
  if (standsStill(curve)) return failed({ kind: 'no-direction' });
  const last = domainOf(curve)[1];
  const d = derivatives(curve, last, 2, 'left');
  const at: Vector3 = [d[0], d[1], d[2]];
  const velocity: Vector3 = [d[3], d[4], d[5]];
  const speed = length(velocity);
  if (!(speed > 0)) return failed({ kind: 'no-direction' });
  const tangent = scale(velocity, 1 / speed);
  const leg = how === 'arc' ? arcLeg(at, tangent, speed, [d[6], d[7], d[8]], reach) : straightLeg(at, tangent, reach);
  if (!leg.ok) return leg;
  // At the curve's own speed, but never so short, or so long, that the leg or the curve would vanish between the knots.
  const domain = last - domainOf(curve)[0];
  const span = Math.min(Math.max(arcLength(leg.value).total / speed, SHORTEST_LEG * domain), LONGEST_LEG * domain);
  const joined = join(curve, reparameterise(leg.value, last, last + span), Infinity);
  if (!joined.ok) throw new Error('a leg begins at the end of an open curve');
  return joined;
}

function straightLeg(at: Vector3, tangent: Vector3, reach: Reach): Result<Curve, ExtendFailure> {
  const far = 'length' in reach ? reach.length : dot(subtract(reach.point, at), tangent);
  return far > 0 ? success(lineBetween(at, along(at, tangent, far))) : failed({ kind: 'behind' });
}

function arcLeg(
  at: Vector3,
  tangent: Vector3,
  speed: number,
  second: Vector3,
  reach: Reach,
): Result<Curve, ExtendFailure> {
  const bend = across(second, tangent);
  const kappa = length(bend) / (speed * speed);
  // A radius beyond a million times the leg differs from a line by less than the leg's rounding.
  const size = 'length' in reach ? reach.length : length(subtract(reach.point, at));
  if (!(kappa * size > STRAIGHT)) return straightLeg(at, tangent, reach);
  const radius = 1 / kappa;
  const inward = unit(bend);
  const centre = along(at, inward, radius);
  let angle: number;
  if ('length' in reach) angle = reach.length / radius;
  else {
    const to = subtract(reach.point, centre);
    angle = Math.atan2(dot(to, tangent), -dot(to, inward));
    if (angle < 0) angle += 2 * Math.PI;
    if (angle === 0) return failed({ kind: 'behind' });
  }
  if (angle > 2 * Math.PI) return failed({ kind: 'too-far', reach: 2 * Math.PI * radius });
  const arc = ellipticArc({ centre, x: scale(inward, -radius), y: scale(tangent, radius) }, 0, angle);
  return success(trusted(arc.degree, arc.knots, arc.points));
}

/** The curve with its last span grown to `to`; null where a weight would not be positive or a number overflows. */
function grownTo(curve: Curve, to: number): Curve | null {
  const { degree } = curve;
  const last = domainOf(curve)[1];
  const count = countOf(curve);
  const knots = curve.knots.slice();
  knots.fill(to, count);
  // The inner knots keep their points; those that had the end among their knots are blossoms beyond it.
  const open = curve.knots.slice();
  const points = pointsOver({ degree, knots: open, points: curve.points }, knots);
  for (let i = 0; i < points.length; i++) {
    if (!Number.isFinite(points[i]) || (i % 4 === 3 && !(points[i] > 0))) return null;
  }
  return to > last ? trusted(degree, knots, points) : null;
}

function continued(curve: Curve, reach: Reach): Result<Curve, ExtendFailure> {
  const [first, last] = domainOf(curve);
  let covered = 0;
  for (let far = (last - first) / 16; far <= FARTHEST * (last - first); far *= 2) {
    const grown = grownTo(curve, last + far);
    if (!grown) break;
    const beyond = subCurve(grown, last, last + far);
    if (!beyond.ok) break;
    const measured = arcLength(beyond.value, MEASURED);
    covered = measured.total;
    if ('length' in reach) {
      if (measured.total < reach.length) continue;
      return exactly(curve, parameterAt(measured, reach.length));
    }
    const near = closestPoint(beyond.value, reach.point);
    const stop = domainOf(beyond.value)[1];
    // Nearest inside what is followed, and not still approaching at its end.
    if (near.u < stop && measured.total > 2 * near.distance) {
      return near.u > last ? exactly(curve, near.u) : failed({ kind: 'behind' });
    }
  }
  // Its last polynomial piece goes on from a standstill too, but not from one that is all of it.
  if (covered === 0 && standsStill(curve)) return failed({ kind: 'no-direction' });
  return failed({ kind: 'too-far', reach: covered });
}

function exactly(curve: Curve, to: number): Result<Curve, ExtendFailure> {
  const grown = grownTo(curve, to);
  return grown ? success(grown) : failed({ kind: 'too-far', reach: 0 });
}
