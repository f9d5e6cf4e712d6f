import { countOf, type Curve, domainOf, roomFor, trusted } from '../curve/curve';
import { failed, type Result, success } from '../result';
import { multiplicityAt } from './multiplicity';
import { distinctOf, intoPeriod, periodicOver, unrolled } from './period';
import { pointsOver } from './pointsOver';
import { SAME_KNOT, toKnot } from './sameKnot';

/** Why a knot cannot go in: it would stand there more often than the curve's degree (at a clamped end: degree + 1). */
export interface PastMultiplicity {
  readonly kind: 'past-multiplicity';
  readonly u: number;
  readonly multiplicity: number;
  readonly most: number;
}

/** One knot more at u, `times` times; as `refineKnots`. (The NURBS Book, A5.1.) */
export const insertKnot = (curve: Curve, u: number, times = 1): Result<Curve, PastMultiplicity> => {
  if (!(Number.isInteger(times) && times >= 0))
    throw new RangeError(`a knot goes in a whole number of times, not ${times}`);
  const most = curve.degree + 1;
  if (times > most) return failed({ kind: 'past-multiplicity', u, multiplicity: times, most });
  return refineKnots(curve, new Array<number>(times).fill(u));
};

/**
 * The same curve with more knots, given in any order; repeat a value to insert it several times. A value nearer to a
 * knot than 1e-9 of the domain is that knot. A periodic curve stays periodic and takes values of any period. Throws a
 * RangeError for values outside the domain of an open curve.
 *
 * Every new control point is a blossom of the old ones, which is what the sweep of The NURBS Book, A5.4, computes
 * (Cohen, Lyche, Riesenfeld, 1980). O(n + m p³) for m new knots.
 */
export function refineKnots(curve: Curve, added: ArrayLike<number>): Result<Curve, PastMultiplicity> {
  const periodic = curve.closing === 'periodic';
  const [first, last] = domainOf(curve);
  const values = new Float64Array(added.length);
  let sorted = true;
  for (let i = 0; i < values.length; i++) {
    const u = added[i];
    if (!Number.isFinite(u)) throw new RangeError(`a knot cannot stand at ${u}`);
    values[i] = periodic ? intoPeriod(curve, toKnot(curve, intoPeriod(curve, u))) : toKnot(curve, u);
    sorted &&= i === 0 || values[i] >= values[i - 1];
  }
  if (!sorted) values.sort();
  for (let i = 0; i < values.length;) {
    const u = values[i];
    let times = 1;
    while (i + times < values.length && Math.abs(values[i + times] - u) <= SAME_KNOT * (last - first))
      values[i + times++] = u;
    const multiplicity = multiplicityAt(curve, u) + times;
    const most = !periodic && (u === first || u === last) ? curve.degree + 1 : curve.degree;
    if (multiplicity > most) return failed({ kind: 'past-multiplicity', u, multiplicity, most });
    i += times;
  }
  return success(refined(curve, values));
}

/** `refineKnots` for sorted values that are known to be right. */
export function refined(curve: Curve, values: Float64Array): Curve {
  if (values.length === 0) return curve;
  const { degree, knots, closing } = curve;
  const [first, last] = domainOf(curve);
  if (closing === 'periodic') {
    const period = knots.subarray(degree, degree + distinctOf(curve));
    const base = merged(period, values, new Float64Array(period.length + values.length));
    const source = unrolled(curve);
    return periodicOver(degree, base, first, last, (target, count) => pointsOver(source, target, count));
  }
  const count = countOf(curve) + values.length;
  const made = roomFor(degree, count);
  merged(knots, values, made.knots);
  // A knot put in at an end of the domain of an unclamped curve pushes the outermost one out.
  const from = knots[0] < first ? made.knots.lastIndexOf(first) - degree : 0;
  const to = knots[knots.length - 1] > last ? made.knots.indexOf(last) + degree + 1 : made.knots.length;
  if (to - from < made.knots.length) {
    const target = made.knots.slice(from, to);
    return trusted(degree, target, pointsOver(curve, target), closing);
  }
  pointsOver(curve, made.knots, count, made.points);
  return trusted(degree, made.knots, made.points, closing);
}

function merged(knots: Float64Array, values: Float64Array, out: Float64Array): Float64Array {
  let k = 0;
  let i = 0;
  for (const value of values) {
    while (k < knots.length && knots[k] <= value) out[i++] = knots[k++];
    out[i++] = value;
  }
  while (k < knots.length) out[i++] = knots[k++];
  return out;
}
