import type { Spline } from './pointsOver';

/** Knots nearer than this share of the domain are one knot: a span between them would hold only rounding. */
export const SAME_KNOT = 1e-9;

/**
 * The parameter itself, or the knot it is meant to be. Throws a RangeError outside the domain, which may be missed
 * only by the same share.
 */
export function toKnot({ degree, knots, points }: Spline, u: number): number {
  const first = knots[degree];
  const last = knots[points.length / 4];
  const near = SAME_KNOT * (last - first);
  if (!(u >= first - near && u <= last + near)) {
    throw new RangeError(`parameter ${u} lies outside the domain ${first} to ${last}`);
  }
  let low = degree;
  let high = points.length / 4;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (knots[middle] <= u) low = middle;
    else high = middle;
  }
  if (Math.abs(knots[low] - u) <= near) return knots[low];
  if (Math.abs(knots[high] - u) <= near) return knots[high];
  return u;
}
