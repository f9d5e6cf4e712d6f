import type { Vector3 } from '../linear/vector';
import { basisDerivativesOf, findSpan } from './basis';
import { countOf, type Curve, MAX_DEGREE } from './curve';
import { coefficientsOf, spanPolynomials } from './spanPolynomials';
import { mustBeWhole } from '../refuse';

/** Derivatives beyond this order are nobody's business here; the scratch arrays are sized by it. */
const MAX_ORDER = 8;
const basisScratch = new Float64Array((MAX_ORDER + 1) * (MAX_DEGREE + 1));
const inverseScratch = new Float64Array((MAX_DEGREE * (MAX_DEGREE + 1)) / 2);
const homogeneousScratch = new Float64Array((MAX_ORDER + 1) * 4);

/** The point of the curve at u, in mm. Throws a RangeError outside the domain. (The NURBS Book, A4.1.) */
export function evaluate(curve: Curve, u: number): Vector3 {
  const [x, y, z] = derivatives(curve, u, 0);
  return [x, y, z];
}

/**
 * The point and its derivatives by u up to `order` (at most 8), packed x y z by order. At a knot `side` says whose
 * derivatives are meant. Throws a RangeError outside the domain. (The NURBS Book, A4.2.)
 */
export function derivatives(
  curve: Curve,
  u: number,
  order: number,
  side: 'left' | 'right' = 'right',
  out?: Float64Array,
): Float64Array {
  mustBeWhole(order, 0, MAX_ORDER, 'order');
  const span = findSpan(curve.knots, curve.degree, countOf(curve), u, side);
  return derivativesInSpan(curve, span, u, order, roomIn(out, 3 * (order + 1)));
}

/** The array that results go into: the caller's, if it is long enough, or a new one. */
function roomIn(out: Float64Array | undefined, length: number): Float64Array {
  if (out && out.length < length) throw new RangeError(`out: room for ${length} numbers is needed, not ${out.length}`);
  return out ?? new Float64Array(length);
}

/**
 * Points at sorted parameters, packed x y z. The span is carried along instead of being searched for each one.
 * Throws a RangeError outside the domain, where the parameters decrease, or where `into` is too short.
 */
export function evaluateAll(curve: Curve, parameters: ArrayLike<number>, into?: Float64Array): Float64Array {
  const out = roomIn(into, 3 * parameters.length);
  const polynomials = spanPolynomials(curve);
  if (!polynomials || polynomials.rational) return derivativesAll(curve, parameters, 0, out);
  const { degree, knots } = curve;
  const { coefficients, origins } = polynomials;
  eachRun(curve, parameters, (span, from, to) => {
    const first = coefficientsOf(curve, polynomials, span);
    const last = first + 4 * degree;
    const start = knots[span];
    const origin = 3 * (span - degree);
    if (degree === 3) {
      cubicRun(coefficients, first, start, origins, origin, parameters, from, to, out);
      return;
    }
    for (let i = from; i < to; i++) {
      const t = parameters[i] - start;
      let x = coefficients[last];
      let y = coefficients[last + 1];
      let z = coefficients[last + 2];
      for (let k = last - 4; k >= first; k -= 4) {
        x = x * t + coefficients[k];
        y = y * t + coefficients[k + 1];
        z = z * t + coefficients[k + 2];
      }
      out[3 * i] = x + origins[origin];
      out[3 * i + 1] = y + origins[origin + 1];
      out[3 * i + 2] = z + origins[origin + 2];
    }
  });
  return out;
}

/** Places on one cubic span, written out as it is what most curves are made of. */
function cubicRun(
  coefficients: Float64Array,
  first: number,
  start: number,
  origins: Float64Array,
  origin: number,
  parameters: ArrayLike<number>,
  from: number,
  to: number,
  out: Float64Array,
): void {
  const x0 = coefficients[first];
  const y0 = coefficients[first + 1];
  const z0 = coefficients[first + 2];
  const x1 = coefficients[first + 4];
  const y1 = coefficients[first + 5];
  const z1 = coefficients[first + 6];
  const x2 = coefficients[first + 8];
  const y2 = coefficients[first + 9];
  const z2 = coefficients[first + 10];
  const x3 = coefficients[first + 12];
  const y3 = coefficients[first + 13];
  const z3 = coefficients[first + 14];
  const ox = origins[origin];
  const oy = origins[origin + 1];
  const oz = origins[origin + 2];
  for (let i = from, k = 3 * from; i < to; i++, k += 3) {
    const t = parameters[i] - start;
    out[k] = ((x3 * t + x2) * t + x1) * t + x0 + ox;
    out[k + 1] = ((y3 * t + y2) * t + y1) * t + y0 + oy;
    out[k + 2] = ((z3 * t + z2) * t + z1) * t + z0 + oz;
  }
}

/**
 * The same from the basis functions and nothing remembered: for curves that are asked once, and for every degree the
 * reference. (The NURBS Book, A4.1.)
 */
export function evaluateAllByBasis(curve: Curve, parameters: ArrayLike<number>, into?: Float64Array): Float64Array {
  const out = roomIn(into, 3 * parameters.length);
  eachRun(curve, parameters, (span, from, to) => basisRun(curve, span, parameters, from, to, out));
  return out;
}

/** Places on one span; apart from the loop over the spans, so that nothing of it is looked up for every place. */
function basisRun(
  { degree, knots, points }: Curve,
  span: number,
  parameters: ArrayLike<number>,
  from: number,
  to: number,
  out: Float64Array,
): void {
  const [basis, inverse] = [basisScratch, inverseScratch];
  // Along one span the divisors of the recurrence stay: divided once, not for every parameter.
  for (let j = 1, k = 0; j <= degree; j++) {
    for (let r = 0; r < j; r++) inverse[k++] = 1 / (knots[span + r + 1] - knots[span + 1 - j + r]);
  }
  const start = 4 * (span - degree);
  let plain = true;
  for (let k = start + 3; k <= start + 4 * degree + 3; k += 4) plain &&= points[k] === 1;
  for (let i = from, to3 = 3 * from; i < to; i++, to3 += 3) {
    const u = parameters[i];
    basis[0] = 1;
    for (let j = 1, k = 0; j <= degree; j++) {
      let saved = 0;
      for (let r = 0, right = span + 1, left = span + 1 - j; r < j; r++, right++, left++) {
        const term = basis[r] * inverse[k++];
        basis[r] = saved + (knots[right] - u) * term;
        saved = (u - knots[left]) * term;
      }
      basis[j] = saved;
    }
    let x = 0;
    let y = 0;
    let z = 0;
    let w = 0;
    for (let j = 0, k = start; j <= degree; j++, k += 4) {
      const b = basis[j];
      x += b * points[k];
      y += b * points[k + 1];
      z += b * points[k + 2];
      w += b * points[k + 3];
    }
    out[to3] = plain ? x : x / w;
    out[to3 + 1] = plain ? y : y / w;
    out[to3 + 2] = plain ? z : z / w;
  }
}

/** As `evaluateAll`, with derivatives up to `order`: 3 (order + 1) numbers for each parameter. */
export function derivativesAll(
  curve: Curve,
  parameters: ArrayLike<number>,
  order: number,
  into?: Float64Array,
): Float64Array {
  mustBeWhole(order, 0, MAX_ORDER, 'order');
  const stride = 3 * (order + 1);
  const out = roomIn(into, stride * parameters.length);
  eachRun(curve, parameters, (span, from, to) => {
    derivativesRun(curve, span, parameters, from, to, order, out, from * stride);
  });
  return out;
}

/** Calls `visit` for every run of sorted parameters that lie in one span. */
function eachRun(
  curve: Curve,
  parameters: ArrayLike<number>,
  visit: (span: number, from: number, to: number) => void,
): void {
  const { length } = parameters;
  if (length === 0) return;
  const { knots, degree } = curve;
  const count = countOf(curve);
  let span = findSpan(knots, degree, count, parameters[0]);
  findSpan(knots, degree, count, parameters[length - 1]);
  let last = parameters[0];
  for (let from = 0; from < length;) {
    while (span < count - 1 && parameters[from] >= knots[span + 1] && knots[span + 1] < knots[count]) span++;
    const end = knots[span + 1] < knots[count] ? knots[span + 1] : Infinity;
    let to = from;
    for (; to < length && !(parameters[to] >= end); to++) {
      const u = parameters[to];
      if (!(u >= last)) throw new RangeError(`parameters must not decrease: number ${to} is ${u} after ${last}`);
      last = u;
    }
    if (to === from) throw new RangeError(`parameters must be finite: number ${from} is ${parameters[from]}`);
    visit(span, from, to);
    from = to;
  }
}

/**
 * Derivatives of the polynomial piece of `span` at u, which may be either end of the span: this is how both sides of
 * a knot are read. Writes 3 (order + 1) numbers into `out` from `offset` on.
 *
 * By Horner's rule on the span's polynomial, of which repeated synthetic division gives the derivatives (Knuth, The
 * Art of Computer Programming 2, 4.6.4); for high degrees, where powers lose digits, by the basis functions.
 */
export function derivativesInSpan(
  curve: Curve,
  span: number,
  u: number,
  order: number,
  out: Float64Array,
  offset = 0,
): Float64Array {
  if (order > MAX_ORDER) throw new RangeError(`derivatives are given up to order ${MAX_ORDER}, not ${order}`);
  single[0] = u;
  return derivativesRun(curve, span, single, 0, 1, order, out, offset);
}

const single = new Float64Array(1);

/** The same for parameters[from] to parameters[to - 1], one after the other into `out` from `offset` on. */
function derivativesRun(
  curve: Curve,
  span: number,
  parameters: ArrayLike<number>,
  from: number,
  to: number,
  order: number,
  out: Float64Array,
  offset: number,
): Float64Array {
  const stride = 3 * (order + 1);
  const polynomials = spanPolynomials(curve);
  if (!polynomials) {
    for (let i = from; i < to; i++) byBasis(curve, span, parameters, i, order, out, offset + (i - from) * stride);
    return out;
  }
  const { coefficients, rational, origins } = polynomials;
  const first = coefficientsOf(curve, polynomials, span);
  const origin = 3 * (span - curve.degree);
  const { degree, knots } = curve;
  for (let i = from, index = offset; i < to; i++, index += stride) {
    if (degree === 3 && !rational) cubic(coefficients, first, parameters[i] - knots[span], order, out, index);
    else horner(coefficients, first, degree, knots, span, parameters, i, rational, order, out, index);
    // Places are computed about an origin nearby; derivatives do not change with it.
    out[index] += origins[origin];
    out[index + 1] += origins[origin + 1];
    out[index + 2] += origins[origin + 2];
  }
  return out;
}

function horner(
  coefficients: Float64Array,
  first: number,
  degree: number,
  knots: Float64Array,
  span: number,
  parameters: ArrayLike<number>,
  index: number,
  rational: boolean,
  order: number,
  out: Float64Array,
  offset: number,
): void {
  const t = parameters[index] - knots[span];
  const last = first + 4 * degree;
  const wide = homogeneousScratch;
  const size = rational ? 4 : 3;
  for (let c = 0; c < size; c++) {
    for (let k = 1; k <= order; k++) wide[4 * k + c] = 0;
    wide[c] = coefficients[last + c];
    for (let i = last - 4 + c; i >= first; i -= 4) {
      for (let k = order; k > 0; k--) wide[4 * k + c] = wide[4 * k + c] * t + wide[4 * k - 4 + c];
      wide[c] = wide[c] * t + coefficients[i];
    }
  }
  let factorial = 1;
  for (let k = 2; k <= order; k++) {
    factorial *= k;
    for (let c = 0; c < size; c++) wide[4 * k + c] *= factorial;
  }
  if (rational) divided(order, out, offset);
  else {
    for (let k = 0, i = offset; k <= order; k++, i += 3) {
      out[i] = wide[4 * k];
      out[i + 1] = wide[4 * k + 1];
      out[i + 2] = wide[4 * k + 2];
    }
  }
}

/** The same for the polynomial that most curves are made of, written out. */
function cubic(
  coefficients: Float64Array,
  first: number,
  t: number,
  order: number,
  out: Float64Array,
  offset: number,
): void {
  for (let c = 0; c < 3; c++) {
    const index = first + c;
    const to = offset + c;
    const c1 = coefficients[index + 4];
    const c2 = coefficients[index + 8];
    const c3 = coefficients[index + 12];
    out[to] = ((c3 * t + c2) * t + c1) * t + coefficients[index];
    if (order > 0) out[to + 3] = (3 * c3 * t + 2 * c2) * t + c1;
    if (order > 1) out[to + 6] = 6 * c3 * t + 2 * c2;
    if (order > 2) out[to + 9] = 6 * c3;
    for (let k = 4; k <= order; k++) out[to + 3 * k] = 0;
  }
}

/** The same from the basis functions, for every degree; slower. (The NURBS Book, A3.2 and A4.2.) */
export function derivativesByBasis(
  curve: Curve,
  span: number,
  u: number,
  order: number,
  out: Float64Array,
  offset = 0,
): Float64Array {
  single[0] = u;
  return byBasis(curve, span, single, 0, order, out, offset);
}

function byBasis(
  { degree, knots, points }: Curve,
  span: number,
  parameters: ArrayLike<number>,
  index: number,
  order: number,
  out: Float64Array,
  offset: number,
): Float64Array {
  const width = degree + 1;
  basisDerivativesOf(knots, degree, span, parameters, index, order, basisScratch);
  const wide = homogeneousScratch;
  const start = 4 * (span - degree);
  const ox = points[start] / points[start + 3];
  const oy = points[start + 1] / points[start + 3];
  const oz = points[start + 2] / points[start + 3];
  for (let k = 0; k <= order; k++) {
    let x = 0;
    let y = 0;
    let z = 0;
    let w = 0;
    for (let j = 0, i = start; j < width; j++, i += 4) {
      const b = basisScratch[k * width + j];
      const weight = points[i + 3];
      x += b * (points[i] - weight * ox);
      y += b * (points[i + 1] - weight * oy);
      z += b * (points[i + 2] - weight * oz);
      w += b * weight;
    }
    wide[4 * k] = x;
    wide[4 * k + 1] = y;
    wide[4 * k + 2] = z;
    wide[4 * k + 3] = w;
  }
  divided(order, out, offset);
  out[offset] += ox;
  out[offset + 1] += oy;
  out[offset + 2] += oz;
  return out;
}

/** Derivatives of the curve from those of the homogeneous one in the scratch: the quotient rule (ibid., eq. 4.8). */
function divided(order: number, out: Float64Array, offset: number): Float64Array {
  const wide = homogeneousScratch;
  for (let k = 0; k <= order; k++) {
    for (let c = 0; c < 3; c++) {
      let value = wide[4 * k + c];
      let binomial = 1;
      for (let i = 1; i <= k; i++) {
        binomial = (binomial * (k - i + 1)) / i;
        value -= binomial * wide[4 * i + 3] * out[offset + 3 * (k - i) + c];
      }
      out[offset + 3 * k + c] = value / wide[3];
    }
  }
  return out;
}
