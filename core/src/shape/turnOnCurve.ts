import { subtract, type Vector3 } from '../linear/vector';
import { type Curve, homogeneous, makeCurve } from '../curve/curve';
import { derivatives } from '../curve/evaluate';
import { basisRow } from '../fit/splineSpace';
import { spaceOf } from '../fit/through/fixedSpacing';
import { packSites } from '../fit/sites';
import { distinctOf } from '../knots/period';
import { mustBePoint } from '../refuse';
import { failed, type Result, success } from '../result';
import type { AllFixed } from './moveOnCurve';
import { weightsOf } from '../edit/weights';

/** A pair whose determinant is smaller than this share of the largest one would move far for nothing. */
const SINGULAR = 1e-9;

/**
 * Gives the curve the first derivative `first` (in mm for each unit of the parameter) at u and keeps its place there,
 * with the fewest control points: one where the place depends on another alone, as beside an end, else the two that
 * have to move least. With R the rational basis functions there and δ the change of the derivative, the pair moves by
 * a_i δ and a_j δ where R_i a_i + R_j a_j = 0 and R'_i a_i + R'_j a_j = 1. Weights and knots stay.
 *
 * Fails for a curve of degree 0 in all that has a say; throws a RangeError outside the domain. (The constraint solved for
 * the least movement as in The NURBS Book, 11.5.1, over the pairs of its control points.)
 */
export function turnOnCurve(curve: Curve, u: number, first: Vector3): Result<Curve, AllFixed> {
  mustBePoint(first, 'first');
  const count = distinctOf(curve);
  const [places, slopes] = [0, 1].map((order) => sharesOf(curve, u, order, count));
  const shares = fewest(places.shares, slopes.shares, slopes.most);
  if (!shares) return failed({ kind: 'all-fixed', u });
  if (curve.closing === 'clamped-closed') shares[count - 1] = shares[0];
  const d = derivatives(curve, u, 1);
  const by = subtract(first, [d[3], d[4], d[5]]);
  const weights = weightsOf(curve);
  const moved = new Float64Array(3 * count);
  for (let i = 0; i < count; i++) {
    for (let c = 0; c < 3; c++) moved[3 * i + c] = curve.points[4 * i + c] / weights[i] + shares[i] * by[c];
  }
  const points = homogeneous(moved, weights);
  const all = Float64Array.from(curve.points, (old, i) => {
    const k = i % points.length;
    return shares[k >> 2] === 0 ? old : points[k];
  });
  return success(makeCurve(curve.degree, curve.knots, all, curve.closing));
}

/** The derivatives of one order of each control point's basis function at u, and the largest of all. */
function sharesOf(curve: Curve, u: number, order: number, count: number): { shares: Float64Array; most: number } {
  const row = new Float64Array(curve.degree + 1);
  const from = basisRow(spaceOf(curve), packSites([{ u, order }]), 0, row);
  const shares = new Float64Array(count);
  // Of a short periodic curve one control point may stand under several basis functions.
  row.forEach((value, j) => (shares[(from + j) % count] += value));
  // The two ends of a clamped, closed curve are one place.
  if (curve.closing === 'clamped-closed') {
    shares[0] += shares[count - 1];
    shares[count - 1] = 0;
  }
  return { shares, most: Math.max(...row.map(Math.abs)) };
}

/** How far each control point moves, slopes being `most` at most, for a change of the derivative by one; null where none can. */
function fewest(places: Float64Array, slopes: Float64Array, most: number): Float64Array | null {
  const moves = new Float64Array(places.length);
  const candidates = [...slopes.keys()].filter((i) => slopes[i] !== 0 || places[i] !== 0);
  const alone = candidates
    .filter((i) => places[i] === 0 && Math.abs(slopes[i]) > SINGULAR * most)
    .sort((i, j) => Math.abs(slopes[j]) - Math.abs(slopes[i]));
  // Beside an end the place is one control point's alone, and the next one gives the direction.
  const isHeldByOne = candidates.filter((i) => places[i] !== 0).length === 1;
  if (isHeldByOne && alone.length > 0) {
    moves[alone[0]] = 1 / slopes[alone[0]];
    return moves;
  }
  let best: { readonly i: number; readonly j: number; readonly a: number; readonly b: number } | null = null;
  for (const i of candidates) {
    for (const j of candidates.filter((other) => other > i)) {
      const determinant = places[i] * slopes[j] - places[j] * slopes[i];
      if (Math.abs(determinant) <= SINGULAR * most) continue;
      const [a, b] = [-places[j] / determinant, places[i] / determinant];
      if (!best || a * a + b * b < best.a ** 2 + best.b ** 2) best = { i, j, a, b };
    }
  }
  if (!best) return null;
  moves[best.i] = best.a;
  moves[best.j] = best.b;
  return moves;
}
