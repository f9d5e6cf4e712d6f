import { controlPointsOf, type Curve, homogeneous, makeCurve } from '../curve/curve';
import { distinctOf } from '../knots/period';

/** The weights of the control points; a periodic curve's wrapped copies are left out. */
export const weightsOf = (curve: Curve): Float64Array =>
  Float64Array.from({ length: distinctOf(curve) }, (_, i) => curve.points[4 * i + 3]);

/**
 * The curve with the same places of its control points and other weights, one for each (of a periodic curve: for each
 * different one). It moves: towards a point whose weight grows. Throws a RangeError for a weight that is not above 0
 * and for a wrong number of them. (The NURBS Book, 4.1 and 11.4.)
 */
export function withWeights(curve: Curve, weights: ArrayLike<number>): Curve {
  const places = controlPointsOf(curve);
  const distinct = distinctOf(curve);
  if (weights.length !== distinct) throw new RangeError(`${distinct} weights are needed, not ${weights.length}`);
  for (let i = 0; i < distinct; i++) {
    if (!(weights[i] > 0 && Number.isFinite(weights[i]))) {
      throw new RangeError(`weights[${i}]: a weight above 0 is needed, not ${weights[i]}`);
    }
  }
  const points = homogeneous(places, weights);
  const wrapped = Float64Array.from(curve.points, (_, i) => points[i % points.length]);
  return makeCurve(curve.degree, curve.knots, wrapped, curve.closing);
}
