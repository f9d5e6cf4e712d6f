import { subtract, type Vector3 } from '../linear/vector';
import { type Curve, homogeneous, makeCurve } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import { basisRow } from '../fit/splineSpace';
import { spaceOf } from '../fit/through/fixedSpacing';
import { packSites } from '../fit/sites';
import { distinctOf } from '../knots/period';
import { failed, type Result, success } from '../result';
import { mustBePoint, mustBeWhole } from '../refuse';
import { weightsOf } from '../edit/weights';

/** Every control point that could bring the curve there is fixed. */
export interface AllFixed {
  readonly kind: 'all-fixed';
  readonly u: number;
}

/**
 * Brings the curve through `target` at parameter u by the least movement of its control points, in the sense of least
 * squares: each moves along the one displacement in proportion to its basis function there, ΔP_i = R_i δ / Σ R_j². Only
 * the at most p + 1 points with a say at u move; those named in `fixed` stay. Weights and knots stay.
 *
 * Throws a RangeError outside the domain. (Bartels, Beatty, A technique for the direct manipulation of spline curves,
 * Graphics Interface 1989; The NURBS Book, 11.5.1.)
 */
export function moveOnCurve(
  curve: Curve,
  u: number,
  target: Vector3,
  fixed: readonly number[] = [],
): Result<Curve, AllFixed> {
  mustBePoint(target, 'target');
  const count = distinctOf(curve);
  for (const index of fixed) mustBeWhole(index, 0, count - 1, 'fixed');
  const by = subtract(target, evaluate(curve, u));
  const row = new Float64Array(curve.degree + 1);
  const first = basisRow(spaceOf(curve), packSites([{ u, order: 0 }]), 0, row);
  // Of a short periodic curve one control point may stand under several basis functions.
  const shares = new Float64Array(count);
  row.forEach((value, j) => (shares[(first + j) % count] += value));
  // The two ends of a clamped, closed curve are one place.
  const closes = curve.closing === 'clamped-closed';
  if (closes) shares[0] += shares[count - 1];
  for (const index of fixed) shares[closes && index === count - 1 ? 0 : index] = 0;
  if (closes) shares[count - 1] = 0;
  const squared = shares.reduce((sum, share) => sum + share * share, 0);
  if (!(squared > 0)) return failed({ kind: 'all-fixed', u });
  if (closes) shares[count - 1] = shares[0];
  const places = new Float64Array(3 * count);
  const weights = weightsOf(curve);
  for (let i = 0; i < count; i++) {
    for (let c = 0; c < 3; c++) {
      places[3 * i + c] = curve.points[4 * i + c] / weights[i] + (shares[i] / squared) * by[c];
    }
  }
  const points = homogeneous(places, weights);
  const moved = Float64Array.from(curve.points, (old, i) => {
    const k = i % points.length;
    return shares[k >> 2] === 0 ? old : points[k];
  });
  return success(makeCurve(curve.degree, curve.knots, moved, curve.closing));
}
