import { type Curve, domainOf, makeCurve } from '../curve/curve';
import { failed, type Result, success } from '../result';
import { mustBeFinite } from '../refuse';
import { breaksOf } from './multiplicity';
import { distinctOf } from './period';
import { SAME_KNOT, toKnot } from './sameKnot';

/** A knot cannot pass its neighbours. */
export interface PastNeighbour {
  readonly kind: 'past-neighbour';
  readonly from: number;
  readonly to: number;
  /** The knot stays strictly between these. */
  readonly between: readonly [number, number];
}

/**
 * The curve with the same control points and the knot at u, all of it where it stands several times, at `to`. The
 * curve changes where that knot's p + 1 spans are. Ends of the domain stay where they are. Throws a RangeError where
 * no inner knot stands at u. (The NURBS Book, 11.3, on what moving a knot does.)
 */
export function moveKnot(curve: Curve, u: number, to: number): Result<Curve, PastNeighbour> {
  mustBeFinite(to, 'to');
  const knot = toKnot(curve, u);
  const breaks = breaksOf(curve);
  const index = breaks.findIndex((each) => each.u === knot);
  if (index <= 0 || index === breaks.length - 1) throw new RangeError(`no inner knot stands at ${u}`);
  const between = [breaks[index - 1].u, breaks[index + 1].u] as const;
  const [first, last] = domainOf(curve);
  const apart = SAME_KNOT * (last - first);
  if (!(to > between[0] + apart && to < between[1] - apart)) {
    return failed({ kind: 'past-neighbour', from: knot, to, between });
  }
  return success(withInnerKnots(curve, (k) => (k === knot ? to : k)));
}

/**
 * The curve with the same control points and its different knots, each as often as it is, evenly spaced over the
 * domain.
 */
export function evenKnots(curve: Curve): Curve {
  const breaks = breaksOf(curve);
  const [first, last] = domainOf(curve);
  const even = new Map(breaks.map(({ u }, i) => [u, first + ((last - first) * i) / (breaks.length - 1)]));
  even.set(last, last);
  return withInnerKnots(curve, (k) => even.get(k) ?? k);
}

/** The curve with knots of its domain elsewhere; a periodic one repeats them around it. */
function withInnerKnots(curve: Curve, place: (knot: number) => number): Curve {
  const [first, last] = domainOf(curve);
  const { degree, knots, points, closing } = curve;
  const moved = knots.map((k) => (k >= first && k <= last ? place(k) : k));
  if (closing !== 'periodic') return makeCurve(degree, moved, points, closing);
  const count = distinctOf(curve);
  // Copies of knots at the seam are one with it, not a rounded period away.
  for (let k = degree - 1; k >= 0; k--) if (knots[k] < first) moved[k] = moved[k + count] - (last - first);
  for (let k = degree + count; k < knots.length; k++) {
    if (knots[k] > last) moved[k] = moved[k - count] + (last - first);
  }
  return makeCurve(degree, moved, points, closing);
}
