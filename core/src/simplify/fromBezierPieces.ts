import { type Closing, type Curve, makeCurve } from '../curve/curve';
import type { BezierPieces } from '../degree/bezierPieces';
import { withoutRedundantKnots } from '../reduce/redundantKnots';
import { mustBePacked, mustBeTolerance } from '../refuse';

/**
 * One curve out of Bézier pieces that meet, with the fewest knots that keep it within `tolerance` mm: where pieces
 * are parts of one polynomial, or join smoothly in their parameters, the knots between them go. Throws `InvalidCurve`
 * for bad numbers, a RangeError for pieces that do not meet within the tolerance. (The NURBS Book, 5.3 backwards.)
 */
export function fromBezierPieces(
  { degree, breaks, points }: Pick<BezierPieces, 'degree' | 'breaks' | 'points'>,
  tolerance: number,
  closing: Closing = 'open',
): Curve {
  mustBeTolerance(tolerance);
  mustBePacked(breaks, 1, 'breaks');
  mustBePacked(points, 4, 'points');
  const count = breaks.length - 1;
  if (!(count >= 1 && points.length === 4 * count * (degree + 1))) {
    throw new RangeError(`${count} pieces of degree ${degree} do not have ${points.length / 4} points`);
  }
  const size = 4 * (degree + 1);
  const knots = new Float64Array(degree * (count + 1) + 2);
  for (let i = 0; i < knots.length; i++) {
    knots[i] = breaks[Math.min(count, Math.max(0, Math.floor((i - 1) / degree)))];
  }
  const shared = new Float64Array(4 * (degree * count + 1));
  shared.set(points.subarray(0, 4));
  for (let k = 0; k < count; k++) {
    const from = k * size;
    const last = 4 * k * degree;
    // A piece counts the same with all its weights scaled: scaled so that neighbours share their point.
    const factor = shared[last + 3] / points[from + 3];
    let gap = 0;
    for (let c = 0; c < 3; c++) gap += (shared[last + c] / shared[last + 3] - points[from + c] / points[from + 3]) ** 2;
    if (!(Math.sqrt(gap) <= tolerance)) {
      throw new RangeError(`piece ${k} begins ${Math.sqrt(gap)} mm from the end of the one before it`);
    }
    for (let i = 4; i < size; i++) shared[last + i] = points[from + i] * factor;
  }
  return withoutRedundantKnots(makeCurve(degree, knots, shared, closing), tolerance);
}
