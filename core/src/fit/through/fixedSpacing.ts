import { isRational } from '../../curve/isRational';
import { countOf, type Curve, homogeneous, makeCurve } from '../../curve/curve';
import { derivatives } from '../../curve/evaluate';
import { distinctOf } from '../../knots/period';
import { weightsOf } from '../../edit/weights';
import { failed, type Result, success } from '../../result';
import { mustBePacked } from '../../refuse';
import type { SplineSpace } from '../splineSpace';
import { collocate } from './collocation';
import type { Sites } from '../sites';

export type NotOneToOne =
  /** The data do not determine a curve over these knots: some site has no basis function of its own. */
  | { readonly kind: 'not-one-to-one'; readonly sites: number; readonly controlPoints: number }
  /** Sites lie so unevenly that rounding of the data would move the curve by more than can be drawn. */
  | { readonly kind: 'ill-conditioned'; readonly controlPoints: number };

/**
 * The fit points and derivatives of a curve at its sites, packed x y z: with fixed spacing, the other form of its
 * control points. Throws a RangeError for a site outside the domain.
 */
export function fitDataOf(curve: Curve, sites: Sites): Float64Array {
  const data = new Float64Array(3 * sites.parameters.length);
  sites.parameters.forEach((u, i) => {
    const order = sites.orders[i];
    const d = derivatives(curve, u, order, sites.left[i] === 1 ? 'left' : 'right');
    data.set(d.subarray(3 * order, 3 * order + 3), 3 * i);
  });
  return data;
}

/**
 * The curve over the knots and weights of `curve` that has `data` at the sites: the inverse of `fitDataOf`, linear in
 * the data. Fails where sites and knots do not determine a curve, as after a knot was dragged past a fit point.
 */
export function fromFitData(curve: Curve, sites: Sites, data: Float64Array): Result<Curve, NotOneToOne> {
  mustBePacked(data, 3, 'data');
  const count = distinctOf(curve);
  const none = failed({ kind: 'not-one-to-one', sites: sites.parameters.length, controlPoints: count } as const);
  if (data.length !== 3 * sites.parameters.length) {
    throw new RangeError(
      `data: ${sites.parameters.length} places are needed, one for each site, not ${data.length / 3}`,
    );
  }
  if (sites.parameters.length !== count) return none;
  const space = spaceOf(curve);
  const found = collocate(space, sites, data, { stable: true });
  if (!found) return none;
  if (found.rough) return failed({ kind: 'ill-conditioned', controlPoints: count });
  const points = homogeneous(found.control, space.weights);
  const wrapped = Float64Array.from(curve.points, (_, i) => points[i % points.length]);
  return success(makeCurve(curve.degree, curve.knots, wrapped, curve.closing));
}

/** Knots and weights of a curve. */
export function spaceOf(curve: Curve): SplineSpace {
  const count = distinctOf(curve);
  return {
    degree: curve.degree,
    knots: curve.knots,
    count,
    periodic: countOf(curve) !== count,
    ...(isRational(curve.points) && { weights: weightsOf(curve) }),
  };
}
