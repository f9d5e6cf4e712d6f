import type { Vector3 } from '../linear/vector';
import { basisDerivatives, findSpan } from './basis';
import { countOf, type Curve, MAX_DEGREE } from './curve';
import { coefficientsOf, spanPolynomials } from './spanPolynomials';

/** Derivatives beyond this order are nobody's business here; the scratch arrays are sized by it. */
const MAX_ORDER = 8;
const basisScratch = new Float64Array((MAX_ORDER + 1) * (MAX_DEGREE + 1));
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
  out = new Float64Array(3 * (order + 1)),
): Float64Array {
  const span = findSpan(curve.knots, curve.degree, countOf(curve), u, side);
  return derivativesInSpan(curve, span, u, order, out);
}

/**
 * Points at sorted parameters, packed x y z. The span is carried along instead of being searched for each one.
 * Throws a RangeError outside the domain or where the parameters decrease.
 */
export function evaluateAll(
  curve: Curve,
  parameters: ArrayLike<number>,
  out = new Float64Array(3 * parameters.length),
): Float64Array {
  return derivativesAll(curve, parameters, 0, out);
}

/** As `evaluateAll`, with derivatives up to `order`: 3 (order + 1) numbers for each parameter. */
export function derivativesAll(
  curve: Curve,
  parameters: ArrayLike<number>,
  order: number,
  out = new Float64Array(3 * (order + 1) * parameters.length),
): Float64Array {
  if (parameters.length === 0) return out;
  const { knots, degree } = curve;
  const count = countOf(curve);
  const stride = 3 * (order + 1);
  let span = findSpan(knots, degree, count, parameters[0]);
  findSpan(knots, degree, count, parameters[parameters.length - 1]);
  for (let i = 0; i < parameters.length; i++) {
    const u = parameters[i];
    if (i > 0 && !(u >= parameters[i - 1])) {
      throw new RangeError(`parameters must not decrease: number ${i} is ${u} after ${parameters[i - 1]}`);
    }
    while (span < count - 1 && u >= knots[span + 1] && knots[span + 1] < knots[count]) span++;
    derivativesInSpan(curve, span, u, order, out, i * stride);
  }
  return out;
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
  const polynomials = spanPolynomials(curve);
  if (!polynomials) return derivativesByBasis(curve, span, u, order, out, offset);
  const { coefficients, rational } = polynomials;
  const first = coefficientsOf(curve, polynomials, span);
  const t = u - curve.knots[span];
  if (curve.degree === 3 && !rational) return cubic(coefficients, first, t, order, out, offset);
  const last = first + 4 * curve.degree;
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
  if (rational) return divided(order, out, offset);
  for (let k = 0, i = offset; k <= order; k++, i += 3) {
    out[i] = wide[4 * k];
    out[i + 1] = wide[4 * k + 1];
    out[i + 2] = wide[4 * k + 2];
  }
  return out;
}

/** The same for the polynomial that most curves are made of, written out. */
function cubic(
  coefficients: Float64Array,
  first: number,
  t: number,
  order: number,
  out: Float64Array,
  offset: number,
): Float64Array {
  for (let c = 0; c < 3; c++) {
    const at = first + c;
    const to = offset + c;
    const c1 = coefficients[at + 4];
    const c2 = coefficients[at + 8];
    const c3 = coefficients[at + 12];
    out[to] = ((c3 * t + c2) * t + c1) * t + coefficients[at];
    if (order > 0) out[to + 3] = (3 * c3 * t + 2 * c2) * t + c1;
    if (order > 1) out[to + 6] = 6 * c3 * t + 2 * c2;
    if (order > 2) out[to + 9] = 6 * c3;
    for (let k = 4; k <= order; k++) out[to + 3 * k] = 0;
  }
  return out;
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
  const { degree, knots, points } = curve;
  const width = degree + 1;
  basisDerivatives(knots, degree, span, u, order, basisScratch);
  const wide = homogeneousScratch;
  for (let k = 0; k <= order; k++) {
    let x = 0;
    let y = 0;
    let z = 0;
    let w = 0;
    for (let j = 0, i = 4 * (span - degree); j < width; j++, i += 4) {
      const b = basisScratch[k * width + j];
      x += b * points[i];
      y += b * points[i + 1];
      z += b * points[i + 2];
      w += b * points[i + 3];
    }
    wide[4 * k] = x;
    wide[4 * k + 1] = y;
    wide[4 * k + 2] = z;
    wide[4 * k + 3] = w;
  }
  return divided(order, out, offset);
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
