import { type Curve, countOf } from '../curve/curve';
import { mustBeWhole } from '../refuse';
import { distinctOf, intoPeriod } from './period';

/**
 * The knot whose insertion puts a control point on a leg of the control polygon, at `share` of its length from its
 * start (0 < share < 1), without moving the curve: inverse knot insertion. Leg i goes from control point i to the next;
 * of a periodic curve the last one leads back to the first. Throws a RangeError for a leg that is not there, and for
 * one that no knot reaches, between knots of full multiplicity.
 *
 * Piegl, Modifying the shape of rational B-splines, part 1, CAD 1989 (The NURBS Book, 5.2, eq. 5.18 to 5.22).
 */
export function knotOnLeg(curve: Curve, leg: number, share: number): number {
  const { degree, knots, points } = curve;
  const periodic = curve.closing === 'periodic';
  mustBeWhole(leg, 0, (periodic ? distinctOf(curve) : countOf(curve) - 1) - 1, 'leg');
  if (!(share > 0 && share < 1)) throw new RangeError(`share: a number between 0 and 1 is needed, not ${share}`);
  const weight = (i: number) => points[(4 * i + 3) % points.length];
  const to = leg + 1;
  const [from, end] = [knots[to], knots[to + degree]];
  const before = weight(to - 1) * share;
  const after = weight(to) * (1 - share);
  const u = from + (before / (before + after)) * (end - from);
  if (!(u > from && u < end)) throw new RangeError(`no knot reaches leg ${leg}`);
  return periodic ? intoPeriod(curve, u) : u;
}
