import { distance, type Vector3 } from '../linear/vector';
import { countOf, type Curve, domainOf, trusted } from '../curve/curve';
import { elevateDegree } from '../degree/elevateDegree';
import { clamp } from '../knots/clamp';
import { failed, type Result, success } from '../result';
import { mustBeOneOf, mustBeTolerance } from '../refuse';

export type JoinFailure =
  /** The end of the first curve and the start of the second lie further apart than the tolerance, in mm. */
  | { readonly kind: 'gap'; readonly gap: number; readonly tolerance: number }
  /** A closed curve has no end to go on from. */
  | { readonly kind: 'closed'; readonly which: 'first' | 'second' };

/** Where the curve begins or ends, of a clamped curve its first or last control point. */
export function endOf(curve: Curve, end: 'start' | 'end'): Vector3 {
  mustBeOneOf(end, ['start', 'end'], 'end');
  const { points } = clamp(curve);
  const index = end === 'start' ? 0 : points.length - 4;
  const w = points[index + 3];
  return [points[index] / w, points[index + 1] / w, points[index + 2] / w];
}

/**
 * One curve out of two, the second beginning where the first ends. The lower degree is raised; the knot between them
 * stands p times, so that a kink stays a kink; the parameters of the first are kept and those of the second shifted.
 * Weights of the second are scaled to meet, which changes no place. A gap up to `tolerance` mm is closed by moving
 * the second's first control point. (The NURBS Book, 8.3 and 10.3.)
 */
export function join(first: Curve, second: Curve, tolerance: number): Result<Curve, JoinFailure> {
  mustBeTolerance(tolerance, Infinity);
  if (first.closing !== 'open') return failed({ kind: 'closed', which: 'first' });
  if (second.closing !== 'open') return failed({ kind: 'closed', which: 'second' });
  const gap = distance(endOf(first, 'end'), endOf(second, 'start'));
  if (!(gap <= tolerance)) return failed({ kind: 'gap', gap, tolerance });
  const degree = Math.max(first.degree, second.degree);
  const a = clamp(elevateDegree(first, degree - first.degree));
  const b = clamp(elevateDegree(second, degree - second.degree));

  const shift = domainOf(a)[1] - domainOf(b)[0];
  const knots = new Float64Array(countOf(a) + countOf(b) + degree);
  knots.set(a.knots.subarray(0, countOf(a) + degree));
  for (let i = 0; i < countOf(b); i++) knots[countOf(a) + degree + i] = b.knots[degree + 1 + i] + shift;
  const points = new Float64Array(a.points.length + b.points.length - 4);
  const factor = a.points[a.points.length - 1] / b.points[3];
  points.set(
    b.points.map((value) => value * factor),
    a.points.length - 4,
  );
  points.set(a.points);
  return success(trusted(degree, knots, points));
}
