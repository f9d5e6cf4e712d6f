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
  const blossoms = new Blossoms(source, target);
  for (let i = 0; i < count; i++) {
    blossoms.begin(i);
    while (blossoms.next()) {
      blossom(knots, points, degree, blossoms.span, args, 0, value, 0);
      for (let c = 0; c < 4; c++) out[4 * i + c] += blossoms.share * value[c];
    }
  }
  return plainWeightsKept(points, out);
}

/** The blossoms whose mean a raised control point is; the arguments of the one at hand stand in `args`. */
class Blossoms {
  span = 0;
  share = 0;
  private index = 0;
  private first = 0;
  private dropped = 0;
  private readonly last: number;

  constructor(
    private readonly source: Spline,
    private readonly target: Float64Array,
  ) {
    this.last = source.points.length / 4 - 1;
  }

  /** Those of control point i: its knots are target[i + 1] .. target[i + degree + 1]. */
  begin(i: number): void {
    this.first = i + 1;
    this.dropped = 0;
  }

  /** The next one, with one of the knots left out; equal ones give equal blossoms. */
  next(): boolean {
    const { target, first, dropped } = this;
    const { degree, knots } = this.source;
    if (dropped > degree) return false;
    const knot = target[first + dropped];
    let times = 1;
    while (dropped + times <= degree && target[first + dropped + times] === knot) times++;
    for (let k = 0; k < degree; k++) args[k] = target[first + (k < dropped ? k : k + 1)];
    while (this.index > 0 && knots[this.index] > args[0]) this.index--;
    while (this.index < knots.length - 1 && knots[this.index + 1] <= args[0]) this.index++;
    this.span = spanAt(knots, degree, this.last, this.index);
    this.share = times / (degree + 1);
    this.dropped += times;
    return true;
  }
}

/** The shares, none below 0, of the control points from `first` on in one of a raised curve. */
export interface RaisedPoint {
  readonly first: number;
  readonly shares: Float64Array;
}

/** How the control points over the knots of a curve raised once come from those of the curve. */
export function raisingShares(source: Spline, target: Float64Array, count: number): RaisedPoint[] {
  const { degree, knots } = source;
  const blossoms = new Blossoms(source, target);
  const part = new Float64Array(degree + 1);
  return Array.from({ length: count }, (_, i) => {
    const found: [number, Float64Array][] = [];
    blossoms.begin(i);
    while (blossoms.next()) {
      const { span, share } = blossoms;
      blossomShares(knots, degree, span, args, 0, part);
      found.push([span - degree, part.map((each) => share * each)]);
    }
    const first = Math.min(...found.map(([from]) => from));
    const shares = new Float64Array(Math.max(...found.map(([from]) => from)) - first + degree + 1);
    for (const [from, some] of found) some.forEach((each, j) => (shares[from - first + j] += each));
    return { first, shares };
  });
}
