import { countOf, type Curve, domainOf, trusted } from '../curve/curve';
import { failed, type Result, success } from '../result';
import { multiplicityAt } from './multiplicity';
import { distinctOf, intoPeriod, periodicOver, unrolled } from './period';
import { pointsOver } from './pointsOver';
import { toKnot } from './sameKnot';

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
  const values = Float64Array.from(added, (u) => {
    if (!Number.isFinite(u)) throw new RangeError(`a knot cannot stand at ${u}`);
    return periodic ? intoPeriod(curve, toKnot(curve, intoPeriod(curve, u))) : toKnot(curve, u);
  }).sort();
  for (let i = 0; i < values.length;) {
    const u = values[i];
    let times = 1;
    while (i + times < values.length && Math.abs(values[i + times] - u) <= 1e-9 * (last - first))
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
  if (closing === 'periodic') {
    const [first, last] = domainOf(curve);
    const base = merged(knots.subarray(degree, degree + distinctOf(curve)), values);
    const source = unrolled(curve);
    return periodicOver(degree, base, first, last, (target, count) => pointsOver(source, target, count));
  }
  const target = endsKept(curve, merged(knots, values));
  return trusted(degree, target, pointsOver(curve, target), closing);
}

/** A knot put in at the end of the domain of an unclamped curve pushes the outermost one out. */
function endsKept(curve: Curve, target: Float64Array): Float64Array {
  const { degree } = curve;
  const [first, last] = domainOf(curve);
  const from = target.lastIndexOf(first) - degree;
  const to = target.indexOf(last) + degree + 1;
  return curve.knots[0] === first && curve.knots[countOf(curve) + degree] === last
    ? target
    : target.subarray(from, to).slice();
}

function merged(knots: Float64Array, values: Float64Array): Float64Array {
  const out = new Float64Array(knots.length + values.length);
  let k = 0;
  let v = 0;
  for (let i = 0; i < out.length; i++) {
    out[i] = v >= values.length || (k < knots.length && knots[k] <= values[v]) ? knots[k++] : values[v++];
  }
  return out;
}
