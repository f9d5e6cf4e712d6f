import { type Curve, domainOf, makeCurve } from '../curve/curve';
import { distinctOf, moveSeam, periodicCurve } from '../knots/period';
import { failed, type Result, success } from '../result';
import { mustBeWhole } from '../refuse';

/** A curve needs this many control points. */
export interface LastControlPoints {
  readonly kind: 'last-control-points';
  readonly needed: number;
}

/** A closed curve of fewer is none that anybody would draw. */
const LEAST_CLOSED = 3;

/**
 * The curve without a control point; all others keep their places and weights, and the knot in the middle of those
 * that gave the point its say goes with it. A single piece of degree p becomes one of degree p − 1. What it costs is
 * the `deviation` between the two curves.
 *
 * For a curve that should stay near itself there is `removeKnot`, which moves the neighbours; this is the designer's
 * own "without that one". Of a clamped, closed curve the ends go together: the seam
 * moves to the next point. Throws a RangeError for an index that is not there.
 */
export function removeControlPoint(curve: Curve, index: number): Result<Curve, LastControlPoints> {
  const { degree, knots, points, closing } = curve;
  const count = distinctOf(curve);
  mustBeWhole(index, 0, count - 1, 'index');
  // The middle one of the inner knots of the point's support.
  const middle = index + ((degree + 1) >> 1);
  const seam = closing === 'clamped-closed' && (index === 0 || index === count - 1);
  const left = points.filter((_, i) => i < 4 * count && i >> 2 !== (seam ? 0 : index));
  if (closing === 'periodic') {
    if (count <= LEAST_CLOSED) return failed({ kind: 'last-control-points', needed: LEAST_CLOSED });
    // Where the knot at the seam goes, the seam is moved to the next one first.
    if (middle === degree && knots[degree + 1] > knots[degree]) {
      return removeControlPoint(moveSeam(curve, knots[degree + 1]), (index + count - 1) % count);
    }
    // The domain keeps its start; where a knot before it goes, the point before becomes the first.
    const period = knots.slice(degree, degree + count + 1);
    const removed = (((Math.max(middle, middle === degree ? degree + 1 : 0) - degree) % count) + count) % count;
    const turned = middle < degree ? rotated(left) : left;
    return success(
      periodicCurve(
        degree,
        turned,
        period.filter((_, i) => i !== removed),
      ),
    );
  }
  const least = closing === 'clamped-closed' ? LEAST_CLOSED + 1 : 2;
  if (count <= least) return failed({ kind: 'last-control-points', needed: least });
  if (seam) left.copyWithin(left.length - 4, 0, 4);
  if (count === degree + 1) {
    const [first, last] = domainOf(curve);
    const ends = Float64Array.from({ length: 2 * degree }, (_, i) => (i < degree ? first : last));
    return success(makeCurve(degree - 1, ends, left, closing));
  }
  const gone = Math.min(count - 1, Math.max(degree + 1, middle));
  return success(
    makeCurve(
      degree,
      knots.filter((_, i) => i !== gone),
      left,
      closing,
    ),
  );
}

function rotated(points: Float64Array): Float64Array {
  const out = new Float64Array(points.length);
  out.set(points.subarray(points.length - 4));
  out.set(points.subarray(0, points.length - 4), 4);
  return out;
}
