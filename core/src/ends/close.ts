import { distance } from '../linear/vector';
import { type Curve, domainOf, trusted } from '../curve/curve';
import { lineBetween } from '../exact/line';
import { clamp } from '../knots/clamp';
import { periodicOver } from '../knots/period';
import { withoutRedundantKnots } from '../reduce/redundantKnots';
import { failed, type Result, success } from '../result';
import { reparameterise } from '../knots/reparameterise';
import { endOf, join } from '../edit/join';
import { mustBeTolerance } from '../refuse';

/** Weights at both ends are one to this share. */
const SAME_WEIGHT = 1e-12;

export type CloseFailure =
  | { readonly kind: 'gap'; readonly gap: number; readonly tolerance: number }
  | { readonly kind: 'seam-weights'; readonly start: number; readonly end: number };

/**
 * Closes an open curve: where its ends lie within `tolerance` mm the last control point moves onto the first, else a
 * straight leg leads back. A closed curve is returned as it is.
 */
export function close(curve: Curve, tolerance: number): Curve {
  mustBeTolerance(tolerance, Infinity);
  if (curve.closing !== 'open') return curve;
  const clamped = clamp(curve);
  const [start, end] = [endOf(clamped, 'start'), endOf(clamped, 'end')];
  if (distance(start, end) <= tolerance) return meeting(clamped);
  const [first, last] = domainOf(clamped);
  const leg = reparameterise(lineBetween(end, start), last, last + (last - first) / clamped.degree);
  const joined = join(clamped, leg, 0);
  if (!joined.ok) throw new Error('a leg drawn from the end begins at the end');
  return meeting(joined.value);
}

function meeting({ degree, knots, points }: Curve): Curve {
  const closed = points.slice();
  const last = points.length - 4;
  for (let c = 0; c < 3; c++) closed[last + c] = (points[c] / points[3]) * points[last + 3];
  return trusted(degree, knots, closed, 'clamped-closed');
}

/** Opens a closed curve at its seam: clamped there, with the same shape. An open curve is returned as it is. */
export function open(curve: Curve): Curve {
  if (curve.closing === 'open') return curve;
  const { degree, knots, points } = clamp(curve);
  return trusted(degree, knots, points);
}

/**
 * A curve whose ends meet within `tolerance` mm as a periodic one with a free seam: as smooth across it as the curve
 * is there, within the same tolerance. It keeps p knots at the seam where it has a kink.
 */
export function toPeriodic(curve: Curve, tolerance: number): Result<Curve, CloseFailure> {
  mustBeTolerance(tolerance);
  if (curve.closing === 'periodic') return success(curve);
  const clamped = clamp(curve);
  const gap = distance(endOf(clamped, 'start'), endOf(clamped, 'end'));
  if (!(gap <= tolerance)) return failed({ kind: 'gap', gap, tolerance });
  const { degree, knots, points } = meeting(clamped);
  const [start, end] = [points[3], points[points.length - 1]];
  if (Math.abs(start - end) > SAME_WEIGHT * start) return failed({ kind: 'seam-weights', start, end });
  const count = points.length / 4;
  const [first, last] = domainOf(clamped);
  // p of the p + 1 knots at the seam, and the inner ones.
  const base = knots.slice(1, count);
  const seamed = periodicOver(degree, base, first, last, () => {
    // The first argument list is `first` once less than p times before the seam: the last p − 1 points come first.
    const distinct = points.slice(0, points.length - 4);
    return rotated(distinct, 4 * (degree - 1));
  });
  return success(withoutRedundantKnots(seamed, tolerance, [first]));
}

function rotated(values: Float64Array, by: number): Float64Array {
  const out = new Float64Array(values.length);
  const turn = by % values.length;
  out.set(values.subarray(values.length - turn));
  out.set(values.subarray(0, values.length - turn), turn);
  return out;
}
