import { checkDegree, countOf, type Curve, domainOf, InvalidCurve, makeCurve, trusted } from '../curve/curve';
import { pointsOver, type Spline } from './pointsOver';
import { SAME_KNOT, toKnot } from './sameKnot';
import { uniformKnots } from './uniformKnots';

/** Number of different control points: of a periodic curve the wrapped copies do not count. */
export const distinctOf = (curve: Curve): number => countOf(curve) - (curve.closing === 'periodic' ? curve.degree : 0);

/** The knots of one period from the seam on, the seam's own first, its end left out. */
const onePeriod = (curve: Curve): Float64Array => curve.knots.subarray(curve.degree, curve.degree + distinctOf(curve));

/** The knots around `base` repeated for ever, from index `from` on; index 0 is base[0]. */
function repeated(base: Float64Array, first: number, last: number, from: number, length: number): Float64Array {
  const out = new Float64Array(length);
  const count = base.length;
  for (let k = 0; k < length; k++) {
    const turn = Math.floor((from + k) / count);
    const knot = base[from + k - turn * count];
    // The end of the domain is a knot of its own right, not its start plus a rounded period.
    if (turn === 0) out[k] = knot;
    else if (turn === 1 && knot === first) out[k] = last;
    else out[k] = knot + turn * (last - first);
  }
  return out;
}

/**
 * An open, unclamped curve that runs through a periodic one and goes on around it far enough on both sides that any
 * operation of degree p near the seam finds its knots. An open curve is returned as it is.
 */
export function unrolled(curve: Curve): Curve {
  if (curve.closing !== 'periodic') return curve;
  // Asked for knot by knot: the last one is remembered.
  if (lastUnrolled?.curve !== curve) lastUnrolled = { curve, around: unrolledAnew(curve) };
  return lastUnrolled.around;
}

let lastUnrolled: { readonly curve: Curve; readonly around: Curve } | null = null;

function unrolledAnew(curve: Curve): Curve {
  const { degree, points } = curve;
  const [first, last] = domainOf(curve);
  const count = distinctOf(curve);
  const turns = Math.ceil((2 * degree) / count) + 1;
  const total = count * (2 * turns + 1) + degree;
  const knots = repeated(onePeriod(curve), first, last, -turns * count - degree, total + degree + 1);
  const around = new Float64Array(4 * total);
  for (let i = 0; i < total; i++) {
    const from = 4 * (i % count);
    for (let c = 0; c < 4; c++) around[4 * i + c] = points[from + c];
  }
  return trusted(degree, knots, around);
}

/**
 * A periodic curve of `degree` with the knots `base` in one period [first, last), base[0] = first; its different
 * control points are what `pointsFor` makes of the knots.
 */
export function periodicOver(
  degree: number,
  base: Float64Array,
  first: number,
  last: number,
  pointsFor: (knots: Float64Array, count: number) => Float64Array,
): Curve {
  const count = base.length;
  const knots = repeated(base, first, last, -degree, count + 2 * degree + 1);
  const distinct = pointsFor(knots, count);
  const points = new Float64Array(4 * (count + degree));
  for (let i = 0; i < points.length; i++) points[i] = distinct[i % (4 * count)];
  return trusted(degree, knots, points, 'periodic');
}

/**
 * A closed, everywhere smooth curve from its different control points (homogeneous, stride 4) and the knots of one
 * period: `count` + 1 of them, both ends included; evenly spaced on [0, 1] when left out. Throws `InvalidCurve`.
 * (The NURBS Book, 12.2.)
 */
export function periodicCurve(degree: number, distinct: ArrayLike<number>, period?: ArrayLike<number>): Curve {
  const count = distinct.length / 4;
  checkDegree(degree);
  if (!(Number.isInteger(count) && count >= 1)) {
    throw new InvalidCurve('points', `4 numbers (wx wy wz w) for each are needed, not ${distinct.length} in all`);
  }
  if (!period) {
    const knots = uniformKnots(degree, count, 'periodic');
    return makeCurve(degree, knots, wrapped(Float64Array.from(distinct), degree), 'periodic');
  }
  if (period.length !== count + 1) {
    throw new InvalidCurve(
      'knots',
      `one period of ${count} control points has ${count + 1} knots, not ${period.length}`,
    );
  }
  const base = Float64Array.from(period).subarray(0, count);
  const knots = repeated(base, base[0], period[count], -degree, count + 2 * degree + 1);
  return makeCurve(degree, knots, wrapped(Float64Array.from(distinct), degree), 'periodic');
}

function wrapped(distinct: Float64Array, degree: number): Float64Array {
  const points = new Float64Array(distinct.length + 4 * degree);
  for (let i = 0; i < points.length; i++) points[i] = distinct[i % distinct.length];
  return points;
}

/** `u` brought into [first, last) by whole periods. */
export function intoPeriod(curve: Curve, u: number): number {
  const [first, last] = domainOf(curve);
  const turned = u - Math.floor((u - first) / (last - first)) * (last - first);
  return turned >= last || turned < first ? first : turned;
}

/**
 * The same periodic curve with its seam at parameter u, which is taken into the present domain: the new one begins
 * there, and the place at any parameter stays, counted in whole periods. A seam between knots becomes a knot. Throws a
 * RangeError for a curve that is not periodic; a clamped closed curve has its seam in its control points.
 */
export function moveSeam(curve: Curve, u: number): Curve {
  if (curve.closing !== 'periodic')
    throw new RangeError(`only a periodic curve has a free seam, not one that is ${curve.closing}`);
  if (!Number.isFinite(u)) throw new RangeError(`the seam cannot lie at parameter ${u}`);
  const [first, last] = domainOf(curve);
  const seam = intoPeriod(curve, toKnot(curve, intoPeriod(curve, u)));
  const old = onePeriod(curve);
  const before = old.filter((knot) => knot < seam).map((knot) => (knot === first ? last : knot + (last - first)));
  const after = old.filter((knot) => knot >= seam);
  const base = Float64Array.from(after[0] === seam ? [...after, ...before] : [seam, ...after, ...before]);
  const source: Spline = unrolled(curve);
  return periodicOver(curve.degree, base, seam, seam + (last - first), (knots, count) =>
    pointsOver(source, sameAs(source.knots, knots, SAME_KNOT * (last - first)), count),
  );
}

/** The knots with those meant to be `source`'s exactly so: adding whole periods rounds differently from elsewhere. */
function sameAs(source: Float64Array, knots: Float64Array, near: number): Float64Array {
  let i = 0;
  return knots.map((knot) => {
    while (i + 1 < source.length && Math.abs(source[i + 1] - knot) <= Math.abs(source[i] - knot)) i++;
    return Math.abs(source[i] - knot) <= near ? source[i] : knot;
  });
}
