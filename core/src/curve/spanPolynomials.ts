import { basisDerivatives } from './basis';
import { countOf, type Curve } from './curve';

/** The powers of a longer polynomial lose digits that the basis functions keep. */
const HIGHEST_DEGREE = 5;
/** Where weights differ more, small values of the denominator would be differences of large powers. */
const WIDEST_WEIGHTS = 10;
const basisScratch = new Float64Array((HIGHEST_DEGREE + 1) * (HIGHEST_DEGREE + 1));

/** The pieces of a curve as polynomials in u less the start of their span, made span by span when they are needed. */
export interface SpanPolynomials {
  /** Coefficients, the constant first: x y z w for each power, degree + 1 powers for each span. */
  readonly coefficients: Float64Array;
  /** For each span the place x y z that its coefficients are about: far from the origin they keep their digits. */
  readonly origins: Float64Array;
  readonly ready: Uint8Array;
  /** Some weight is not 1: the coordinates are still to be divided by w. */
  readonly rational: boolean;
}

const known = new WeakMap<Curve, SpanPolynomials | null>();
/** Places are asked for by the hundred on one curve: the last one is not looked up. */
let lastCurve: Curve | null = null;
let lastPolynomials: SpanPolynomials | null = null;

/** The polynomials of a curve, remembered by its identity; null for curves for which they are not exact enough. */
export function spanPolynomials(curve: Curve): SpanPolynomials | null {
  if (curve !== lastCurve) {
    lastCurve = curve;
    lastPolynomials = lookedUp(curve);
  }
  return lastPolynomials;
}

function lookedUp(curve: Curve): SpanPolynomials | null {
  const { degree, points } = curve;
  if (degree > HIGHEST_DEGREE) return null;
  let polynomials = known.get(curve);
  if (polynomials === undefined) {
    const spans = countOf(curve) - degree;
    let rational = false;
    let [least, most] = [Infinity, 0];
    for (let i = 3; i < points.length; i += 4) {
      rational ||= points[i] !== 1;
      least = Math.min(least, points[i]);
      most = Math.max(most, points[i]);
    }
    if (most > WIDEST_WEIGHTS * least) {
      known.set(curve, null);
      return null;
    }
    const coefficients = new Float64Array(spans * (degree + 1) * 4);
    const origins = new Float64Array(3 * spans);
    polynomials = { coefficients, origins, ready: new Uint8Array(spans), rational };
    known.set(curve, polynomials);
  }
  return polynomials;
}

/**
 * Where the coefficients of a span stand, made if they are not there yet: the derivatives of the homogeneous curve at
 * the start of the span, over the factorials (Taylor's formula; The NURBS Book, A2.3).
 */
export function coefficientsOf(curve: Curve, polynomials: SpanPolynomials, span: number): number {
  const { degree } = curve;
  const index = (span - degree) * (degree + 1) * 4;
  if (polynomials.ready[span - degree] === 0) fill(curve, polynomials, span, index);
  return index;
}

function fill(curve: Curve, { coefficients, origins, ready }: SpanPolynomials, span: number, index: number): void {
  const { degree, knots, points } = curve;
  const width = degree + 1;
  const start = 4 * (span - degree);
  for (let c = 0; c < 3; c++) origins[3 * (span - degree) + c] = points[start + c] / points[start + 3];
  basisDerivatives(knots, degree, span, knots[span], degree, basisScratch);
  let factorial = 1;
  for (let k = 0; k <= degree; k++) {
    if (k > 1) factorial *= k;
    for (let c = 0; c < 4; c++) {
      const origin = c < 3 ? origins[3 * (span - degree) + c] : 0;
      let sum = 0;
      for (let j = 0, i = start; j < width; j++, i += 4) {
        sum += basisScratch[k * width + j] * (points[i + c] - origin * points[i + 3]);
      }
      coefficients[index + 4 * k + c] = sum / factorial;
    }
  }
  ready[span - degree] = 1;
}
