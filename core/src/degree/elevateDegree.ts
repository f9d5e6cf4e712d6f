import { type Curve, domainOf, MAX_DEGREE, trusted } from '../curve/curve';
import { blossom, blossomShares } from '../knots/blossom';
import { distinctOf, periodicOver, unrolled } from '../knots/period';
import { plainWeightsKept } from '../knots/plainWeights';
import { spanAt, type Spline } from '../knots/pointsOver';

/**
 * The same curve with its degree raised by `times`, every knot repeated as much more often, so that its smoothness
 * stays what it was. Throws a RangeError beyond degree 25 or for a number of times that is not whole.
 *
 * A control point of the raised curve is the mean of blossoms of the old one, each with one of its p + 1 knots left
 * out; all are sums with non-negative weights, so nothing cancels (Prautzsch, Degree elevation of B-spline curves,
 * CAGD 1984; the result is that of The NURBS Book, A5.9). O(n p³).
 */
export function elevateDegree(curve: Curve, times = 1): Curve {
  if (!(Number.isInteger(times) && times >= 0 && curve.degree + times <= MAX_DEGREE)) {
    throw new RangeError(`degree ${curve.degree} can be raised by 0 to ${MAX_DEGREE - curve.degree}, not ${times}`);
  }
  let raised = curve;
  for (let i = 0; i < times; i++) raised = raisedOnce(raised);
  return raised;
}

function raisedOnce(curve: Curve): Curve {
  const degree = curve.degree + 1;
  const [first, last] = domainOf(curve);
  if (curve.closing === 'periodic') {
    const base = eachOnceMore(curve.knots.subarray(curve.degree, curve.degree + distinctOf(curve)));
    const source = unrolled(curve);
    return periodicOver(degree, base, first, last, (knots, count) => raisedPoints(source, knots, count));
  }
  const knots = eachOnceMore(curve.knots);
  const from = knots.lastIndexOf(first) - degree;
  const count = knots.indexOf(last) - from;
  const target = knots.slice(from, from + count + degree + 1);
  return trusted(degree, target, raisedPoints(curve, target, count), curve.closing);
}

function eachOnceMore(knots: Float64Array): Float64Array {
  const out: number[] = [];
  for (let i = 0; i < knots.length; i++) {
    out.push(knots[i]);
    if (knots[i] !== knots[i + 1]) out.push(knots[i]);
  }
  return Float64Array.from(out);
}

const args = new Float64Array(MAX_DEGREE + 1);
const value = new Float64Array(4);

function raisedPoints(source: Spline, target: Float64Array, count: number): Float64Array {
  const { degree, knots, points } = source;
  const out = new Float64Array(4 * count);
  const means = blossomMeans(source, target);
  for (let i = 0; i < count; i++) {
    means(i, (span, share) => {
      blossom(knots, points, degree, span, args, 0, value, 0);
      for (let c = 0; c < 4; c++) out[4 * i + c] += share * value[c];
    });
  }
  return plainWeightsKept(points, out);
}

/**
 * The blossoms whose mean control point i of the raised curve is, of each the span and the share; their arguments stand
 * in `args`. To be asked in the order of the points.
 */
function blossomMeans({ degree, knots, points }: Spline, target: Float64Array) {
  const last = points.length / 4 - 1;
  let index = 0;
  return (i: number, visit: (span: number, share: number) => void): void => {
    // Knots target[i + 1] .. target[i + degree + 1]; equal ones give equal blossoms.
    for (let j = 0; j <= degree;) {
      const dropped = target[i + 1 + j];
      let times = 1;
      while (j + times <= degree && target[i + 1 + j + times] === dropped) times++;
      for (let k = 0; k < degree; k++) args[k] = target[i + 1 + (k < j ? k : k + 1)];
      while (index > 0 && knots[index] > args[0]) index--;
      while (index < knots.length - 1 && knots[index + 1] <= args[0]) index++;
      visit(spanAt(knots, degree, last, index), times / (degree + 1));
      j += times;
    }
  };
}

/** The shares, none below 0, of the control points from `first` on in one of a raised curve. */
export interface RaisedPoint {
  readonly first: number;
  readonly shares: Float64Array;
}

/** How the control points over the knots of a curve raised once come from those of the curve. */
export function raisingShares(source: Spline, target: Float64Array, count: number): RaisedPoint[] {
  const { degree, knots } = source;
  const means = blossomMeans(source, target);
  const part = new Float64Array(degree + 1);
  return Array.from({ length: count }, (_, i) => {
    const found: [number, Float64Array][] = [];
    means(i, (span, share) => {
      blossomShares(knots, degree, span, args, 0, part);
      found.push([span - degree, part.map((each) => share * each)]);
    });
    const first = Math.min(...found.map(([from]) => from));
    const shares = new Float64Array(Math.max(...found.map(([from]) => from)) - first + degree + 1);
    for (const [from, some] of found) some.forEach((each, j) => (shares[from - first + j] += each));
    return { first, shares };
  });
}
