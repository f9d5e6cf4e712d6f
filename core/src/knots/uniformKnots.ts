import { type Closing, MAX_DEGREE, MOST_CONTROL_POINTS } from '../curve/curve';
import { mustBeOneOf } from '../refuse';

/**
 * Evenly spaced knots on [0, 1] for `count` control points: clamped at both ends, or, for a periodic curve, going on
 * evenly outside the domain for its `count` different control points. Throws a RangeError for too few points, more than
 * 1,000,000, and degrees outside 1 to 25.
 */
export function uniformKnots(degree: number, count: number, closing: Closing = 'open'): Float64Array {
  mustBeOneOf(closing, ['open', 'clamped-closed', 'periodic'], 'closing');
  const periodic = closing === 'periodic';
  const spans = periodic ? count : count - degree;
  const isDegree = Number.isInteger(degree) && degree >= 1 && degree <= MAX_DEGREE;
  if (!(isDegree && Number.isInteger(count) && spans >= 1 && count <= MOST_CONTROL_POINTS)) {
    throw new RangeError(`degree ${degree} has no knots for ${count} control points`);
  }
  if (periodic) return Float64Array.from({ length: count + 2 * degree + 1 }, (_, i) => (i - degree) / count);
  return Float64Array.from({ length: count + degree + 1 }, (_, i) => Math.min(1, Math.max(0, (i - degree) / spans)));
}
