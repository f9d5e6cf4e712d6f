import { isRational } from '../curve/isRational';
import { add, scale, type Vector3 } from '../linear/vector';
import { product } from '../linear/bernstein';
import { type Curve, domainOf, MAX_DEGREE } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import { bezierStretches } from '../degree/bezierStretch';
import { nearPath } from '../fit/near/nearPath';
import { breaksOf } from '../knots/multiplicity';
import { reparameterise } from '../knots/reparameterise';
import { sizeOf } from '../measure/extent';
import { arcLength, lengthAt, parameterAt } from '../measure/arcLength';
import { fromBezierPieces } from '../simplify/fromBezierPieces';
import { failed, type Result, success } from '../result';
import { mustBeReachable, mustBeWhole } from '../refuse';
import { close, open } from '../ends/close';

/** The exact midway curve of two rational curves would need a degree above 25. */
export interface DegreeTooHigh {
  readonly kind: 'degree-too-high';
  readonly degree: number;
}

/**
 * The curve midway between two: the mean of their places at the same share of their parameters, exactly. Of polynomial
 * curves it has the higher degree; of rational ones the sum, since (A/a + B/b)/2 = (A b + B a)/(2 a b). Knots that the
 * mean does not need are left out. Two closed curves give a closed one, from seam to seam.
 */
export function midway(first: Curve, second: Curve): Result<Curve, DegreeTooHigh> {
  const closed = first.closing !== 'open' && second.closing !== 'open';
  const [a, b] = [first, second].map((curve) => reparameterise(open(curve), 0, 1));
  const plain = !isRational(a.points) && !isRational(b.points);
  const degree = plain ? Math.max(a.degree, b.degree) : a.degree + b.degree;
  if (degree > MAX_DEGREE) return failed({ kind: 'degree-too-high', degree });
  const pairs = pairedBreaks(a, b);
  const points: number[] = [];
  for (let i = 0; i + 1 < pairs.length; i++) {
    const [p, q] = [a, b].map((curve, k) => bezierStretches(curve, pairs[i][k], pairs[i + 1][k])[0].points);
    points.push(...(plain ? meanOfPlain(p, q, degree) : meanOfRational(p, q)));
  }
  const breaks = Float64Array.from(pairs, ([u]) => u);
  // In mm: weights are no part of it.
  const farthest = points.reduce((most, x, i) => (i % 4 === 3 ? most : Math.max(most, Math.abs(x / points[i | 3]))), 0);
  const made = fromBezierPieces({ degree, breaks, points: Float64Array.from(points) }, ROUNDING * farthest);
  return success(closed ? close(made, Infinity) : made);
}

const ROUNDING = 1e-12;

/** Knots of the two this near on [0, 1] are one: what reparameterising rounds. */
const SAME_BREAK = 1e-13;

/**
 * The breaks of both curves in order, each with its parameter on both: the same, or its own where they differ by
 * rounding.
 */
function pairedBreaks(a: Curve, b: Curve): [number, number][] {
  const [ofA, ofB] = [a, b].map((curve) => breaksOf(curve).map(({ u }) => u));
  const pairs: [number, number][] = [];
  for (let i = 0, j = 0; i < ofA.length || j < ofB.length;) {
    const [u, v] = [ofA[i] ?? Infinity, ofB[j] ?? Infinity];
    if (Math.abs(u - v) <= SAME_BREAK) pairs.push([ofA[i++], ofB[j++]]);
    else pairs.push(u < v ? [ofA[i++], u] : [v, ofB[j++]]);
  }
  return pairs;
}

function meanOfPlain(a: Float64Array, b: Float64Array, degree: number): Float64Array {
  const one = (points: Float64Array, c: number) => {
    const column = Float64Array.from({ length: points.length / 4 }, (_, i) => points[4 * i + c] / points[3]);
    // Times the constant 1 of the missing degree.
    return product(column, new Float64Array(degree + 2 - column.length).fill(1));
  };
  const out = new Float64Array(4 * (degree + 1)).fill(1);
  for (let c = 0; c < 3; c++) {
    const [x, y] = [one(a, c), one(b, c)];
    x.forEach((value, i) => (out[4 * i + c] = (value + y[i]) / 2));
  }
  return out;
}

function meanOfRational(a: Float64Array, b: Float64Array): Float64Array {
  const column = (points: Float64Array, c: number) =>
    Float64Array.from({ length: points.length / 4 }, (_, i) => points[4 * i + c]);
  const [wa, wb] = [column(a, 3), column(b, 3)];
  const weights = product(wa, wb);
  const out = new Float64Array(4 * weights.length);
  for (let c = 0; c < 3; c++) {
    const sum = product(column(a, c), wb, 0.5);
    product(column(b, c), wa, 0.5, sum);
    sum.forEach((value, i) => (out[4 * i + c] = value));
  }
  weights.forEach((value, i) => (out[4 * i + 3] = value));
  return out;
}

const ATTEMPTS = 5;
/** Lengths are measured to this share of the tolerance. */
const MEASURED = 1e-3;
/** Breaks of the two at shares of length this near are one. */
const SAME_SHARE = 1e-9;

/** A curve near the midway path, and the largest distance found from it, in mm. */
export interface Midway {
  readonly curve: Curve;
  readonly error: number;
}

/**
 * The same with places that belong together at the same share of their curves' lengths: near, since lengths are no
 * rational functions. `error` says how near; it is sampled.
 */
export function midwayByLength(first: Curve, second: Curve, tolerance: number, degree = 3): Midway {
  mustBeReachable(tolerance, Math.max(sizeOf(first), sizeOf(second)));
  mustBeWhole(degree, 1, 9, 'degree');
  const measured = [first, second].map((curve) => arcLength(curve, MEASURED * tolerance));
  const place = (k: number, share: number): Vector3 => {
    const { total, curve } = measured[k];
    return evaluate(curve, parameterAt(measured[k], Math.min(total, share * total)));
  };
  const pointAt = (share: number) => scale(add(place(0, share), place(1, share)), 0.5);
  const breaks = new Set([0, 1]);
  measured.forEach((one) => {
    const [from, to] = domainOf(one.curve);
    for (const { u } of breaksOf(one.curve))
      if (u > from && u < to && one.total > 0) breaks.add(lengthAt(one, u) / one.total);
  });
  const closed = first.closing !== 'open' && second.closing !== 'open';
  const sorted = [...breaks].sort((a, b) => a - b).filter((u, i, all) => i === 0 || u - all[i - 1] > SAME_SHARE);
  sorted[sorted.length - 1] = 1;
  return nearPath({ pointAt, breaks: sorted, closed }, tolerance, degree, ATTEMPTS);
}
