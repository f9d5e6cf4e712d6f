import { type Curve, domainOf, LARGEST_KNOT, SHORTEST_SPAN, trusted } from '../curve/curve';

/**
 * The same curve with its domain stretched or shrunk onto [first, last]; derivatives change by the ratio, shape and
 * control points stay. Throws a RangeError for an empty range, or one so narrow, or so far from 0, that knots of the
 * curve would fall together in it. (The NURBS Book, 6.4.)
 */
export function reparameterise(curve: Curve, first: number, last: number): Curve {
  if (!(Number.isFinite(first) && Number.isFinite(last) && first < last)) {
    throw new RangeError(`a range from ${first} to ${last} is no domain`);
  }
  if (Math.max(Math.abs(first), Math.abs(last)) > LARGEST_KNOT) {
    throw new RangeError(`a range from ${first} to ${last} lies beyond ${LARGEST_KNOT}`);
  }
  const [start, end] = domainOf(curve);
  const ratio = (last - first) / (end - start);
  const knots = curve.knots.map((knot) => {
    // From the nearer end: neither end's knots lose digits, and the ends themselves are exact.
    return knot - start < end - knot ? first + (knot - start) * ratio : last - (end - knot) * ratio;
  });
  for (let i = 1; i < knots.length; i++) {
    if (curve.knots[i - 1] < curve.knots[i] && !(knots[i] - knots[i - 1] >= SHORTEST_SPAN)) {
      throw new RangeError(`knots ${i - 1} and ${i} would fall together in the range from ${first} to ${last}`);
    }
  }
  return trusted(curve.degree, knots, curve.points, curve.closing);
}
