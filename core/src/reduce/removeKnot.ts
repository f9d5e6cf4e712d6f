import { type Curve, domainOf, trusted } from '../curve/curve';
import { multiplicityAt } from '../knots/multiplicity';
import { distinctOf, periodicOver, unrolled } from '../knots/period';
import { plainWeightsKept } from '../knots/plainWeights';
import type { Spline } from '../knots/pointsOver';
import { toKnot } from '../knots/sameKnot';
import { type Deviation, deviationInStep } from '../measure/deviation';
import { failed, type Result, success } from '../result';

export type RemovalFailure =
  /** No inner knot stands at u (of a periodic curve: none but the one that carries the seam). */
  | { readonly kind: 'no-knot'; readonly u: number }
  /** A periodic curve of so few control points needs them all. */
  | { readonly kind: 'too-few-points'; readonly count: number }
  /** No positive weights are left without the knot. */
  | { readonly kind: 'weights'; readonly u: number };

/** A curve made lighter, and the price: how far it moved. */
export interface Lighter {
  readonly curve: Curve;
  readonly deviation: Deviation;
}

/**
 * One knot less at u, with the least change of the p − s control points around it (s: its multiplicity), in the sense
 * of least squares; all others stay. The deviation is proven; 0 to rounding for a knot that was inserted.
 *
 * Tiller, Knot-removal algorithms for NURBS curves and surfaces, CAD 1992; Eck, Hadenfeld, Knot removal for B-spline
 * curves, CAGD 1995 (The NURBS Book, A5.8, leaves the middle point or equation out instead).
 */
export function removeKnot(curve: Curve, u: number): Result<Lighter, RemovalFailure> {
  const removal = withoutKnot(curve, toKnot(curve, u));
  if (!removal.ok) return removal;
  const lighter = removal.value.curve;
  return success({ curve: lighter, deviation: deviationInStep(curve, lighter) });
}

/** `removeKnot` at an exact knot, with a bound of the deviation that costs nothing and is some two times too large. */
export function withoutKnot(curve: Curve, u: number): Result<{ curve: Curve; bound: number }, RemovalFailure> {
  const { degree, closing } = curve;
  const [first, last] = domainOf(curve);
  const periodic = closing === 'periodic';
  const own = multiplicityAt({ knots: periodic ? unrolled(curve).knots : curve.knots }, u);
  const carriesSeam = u === first || u === last;
  if (own === 0 || (carriesSeam && (!periodic || own === 1))) return failed({ kind: 'no-knot', u });
  if (!periodic) {
    const lighter = withoutOne(curve, u, own);
    if (!lighter) return failed({ kind: 'weights', u });
    return success({ curve: trusted(degree, lighter.knots, lighter.points, closing), bound: lighter.bound });
  }
  const count = distinctOf(curve) - 1;
  if (count < degree) return failed({ kind: 'too-few-points', count: count + 1 });
  const knot = u === last ? first : u;
  const around = unrolled(curve);
  const lighter = withoutOne(around, knot, own);
  if (!lighter) return failed({ kind: 'weights', u });
  const base = curve.knots.slice(degree, degree + count + 1);
  const index = base.lastIndexOf(knot);
  const left = Float64Array.from(base.filter((_, i) => i !== index));
  // Control point 0 of the curve has this index in the unrolled one.
  const start = (around.points.length / 4 - degree - distinctOf(curve)) / 2;
  const made = periodicOver(degree, left, first, last, () => {
    const distinct = new Float64Array(4 * count);
    // The changed points, and after them those up to the next turn's change, which are as they were.
    for (let k = 0; k < count; k++) {
      const from = 4 * (lighter.firstChanged + k);
      const to = (((lighter.firstChanged + k - start) % count) + count) % count;
      distinct.set(lighter.points.subarray(from, from + 4), 4 * to);
    }
    return distinct;
  });
  return success({ curve: made, bound: lighter.bound });
}

/** The bound of `withoutKnot` alone, from the neighbourhood of an inner knot; Infinity where it cannot go. */
export function removalBound(curve: Curve, u: number): number {
  const { degree, knots, points } = unrolled(curve);
  if (curve.closing === 'periodic' && distinctOf(curve) <= degree) return Infinity;
  const r = knots.lastIndexOf(u);
  let own = 0;
  while (knots[r - own] === u) own++;
  const from = Math.max(0, r - 3 * degree - 2);
  const to = Math.min(points.length / 4, r + 2 * degree + 3);
  const nearby = {
    degree,
    knots: knots.subarray(from, to + degree + 1),
    points: points.subarray(4 * from, 4 * to),
  };
  return withoutOne(nearby, u, own)?.bound ?? Infinity;
}

interface Removed extends Spline {
  readonly bound: number;
  readonly firstChanged: number;
}

/** Null when a weight would not be positive. */
function withoutOne({ degree, knots, points }: Spline, u: number, own: number): Removed | null {
  const r = knots.lastIndexOf(u);
  const s = own;
  const fewer = new Float64Array(knots.length - 1);
  fewer.set(knots.subarray(0, r));
  fewer.set(knots.subarray(r + 1), r);
  // Insertion gives point e of p − s + 1 from unknowns e − 1 and e of p − s, those outside being fixed (A5.1).
  const m = degree - s;
  const start = r - degree;
  const alpha = new Float64Array(m + 1);
  for (let e = 0; e <= m; e++) {
    const i = start + e;
    alpha[e] = (u - fewer[i]) / (fewer[i + degree] - fewer[i]);
  }
  const right = new Float64Array(4 * (m + 1));
  for (let c = 0; c < 4; c++) {
    for (let e = 0; e <= m; e++) right[4 * e + c] = points[4 * (start + e) + c];
    right[c] -= (1 - alpha[0]) * points[4 * (start - 1) + c];
    right[4 * m + c] -= alpha[m] * points[4 * (start + m + 1) + c];
  }
  // One equation too many: the residual of least squares lies along the one vector that all columns are normal to.
  const normal = new Float64Array(m + 1);
  normal[0] = 1;
  let widest = 0;
  for (let e = 0; e < m; e++) {
    normal[e + 1] = (-normal[e] * alpha[e]) / (1 - alpha[e + 1]);
    if (Math.abs(normal[e + 1]) > Math.abs(normal[widest])) widest = e + 1;
  }
  const largest = normal[widest];
  let squared = 0;
  for (let e = 0; e <= m; e++) {
    normal[e] /= largest;
    squared += normal[e] * normal[e];
  }
  const made = new Float64Array(points.length - 4);
  made.set(points.subarray(0, 4 * start));
  made.set(points.subarray(4 * (start + m + 1)), 4 * (start + m));
  const residual = new Float64Array(4 * (m + 1));
  for (let c = 0; c < 4; c++) {
    let along = 0;
    for (let e = 0; e <= m; e++) along += normal[e] * right[4 * e + c];
    for (let e = 0; e <= m; e++) residual[4 * e + c] = (normal[e] * along) / squared;
    // The rest is solvable: from both ends up to the equation that weighs most, which then holds by itself.
    let before = 0;
    for (let e = 0; e < widest; e++) {
      before = (right[4 * e + c] - residual[4 * e + c] - (e > 0 ? (1 - alpha[e]) * before : 0)) / alpha[e];
      made[4 * (start + e) + c] = before;
    }
    let after = 0;
    for (let e = m; e > widest; e--) {
      after = (right[4 * e + c] - residual[4 * e + c] - (e < m ? alpha[e] * after : 0)) / (1 - alpha[e]);
      made[4 * (start + e - 1) + c] = after;
    }
  }
  plainWeightsKept(points, made);
  for (let e = 0; e < m; e++) if (!(made[4 * (start + e) + 3] > 0)) return null;
  return {
    degree,
    knots: fewer,
    points: made,
    bound: boundOf(points, residual, start, degree, m),
    firstChanged: start,
  };
}

/**
 * |Σ N (ΔP − C Δw)| / Σ N w with C on the new curve: bounded by the largest term, with places taken about the middle
 * one, so that the weights' share counts only over the size of the neighbourhood.
 */
function boundOf(points: Float64Array, residual: Float64Array, start: number, degree: number, m: number): number {
  const first = Math.max(0, start - degree);
  const last = Math.min(points.length / 4 - 1, start + m + degree);
  const middle = 4 * (start + (m >> 1));
  const centre = [0, 1, 2].map((c) => points[middle + c] / points[middle + 3]);
  let reach = 0;
  let weight = Infinity;
  for (let i = 4 * first; i <= 4 * last; i += 4) {
    const w = points[i + 3];
    weight = Math.min(weight, w);
    const [x, y, z] = centre.map((value, c) => points[i + c] / w - value);
    reach = Math.max(reach, Math.hypot(x, y, z));
  }
  let most = 0;
  for (let e = 0; e <= m; e++) {
    const dw = residual[4 * e + 3];
    const [x, y, z] = centre.map((value, c) => residual[4 * e + c] - value * dw);
    // Twice the reach: the new points may lie a little outside of the old ones' box.
    most = Math.max(most, Math.hypot(x, y, z) + 2 * reach * Math.abs(dw));
  }
  return most / weight;
}
