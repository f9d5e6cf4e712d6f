import { basisDerivatives } from './basis';
import { countOf, type Curve } from './curve';

/** The powers of a longer polynomial lose digits that the basis functions keep. */
const HIGHEST_DEGREE = 5;
const basisScratch = new Float64Array((HIGHEST_DEGREE + 1) * (HIGHEST_DEGREE + 1));

/** The pieces of a curve as polynomials in u less the start of their span, made span by span when they are needed. */
export interface SpanPolynomials {
  /** Coefficients, the constant first: x y z w for each power, degree + 1 powers for each span. */
  readonly coefficients: Float64Array;
  readonly ready: Uint8Array;
  /** Some weight is not 1: the coordinates are still to be divided by w. */
  readonly rational: boolean;
}

const known = new WeakMap<Curve, SpanPolynomials>();
/** Places are asked for by the hundred on one curve: the last one is not looked up. */
let lastCurve: Curve | null = null;
let lastPolynomials: SpanPolynomials | null = null;

/** The polynomials of a curve, remembered by its identity; null for degrees where they are not exact enough. */
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
  if (!polynomials) {
    const spans = countOf(curve) - degree;
    let rational = false;
    for (let i = 3; i < points.length; i += 4) rational ||= points[i] !== 1;
    const coefficients = new Float64Array(spans * (degree + 1) * 4);
    polynomials = { coefficients, ready: new Uint8Array(spans), rational };
    known.set(curve, polynomials);
  }
  return polynomials;
}

/**
 * Where the coefficients of a span stand, made if they are not there yet: the derivatives of the homogeneous curve at
 * the start of the span, over the factorials (Taylor's formula; The NURBS Book, A2.3).
 */
export function coefficientsOf(curve: Curve, { coefficients, ready }: SpanPolynomials, span: number): number {
  const { degree, knots, points } = curve;
  const width = degree + 1;
  const at = (span - degree) * width * 4;
  if (ready[span - degree] === 1) return at;
  basisDerivatives(knots, degree, span, knots[span], degree, basisScratch);
  let factorial = 1;
  for (let k = 0; k <= degree; k++) {
    if (k > 1) factorial *= k;
    for (let c = 0; c < 4; c++) {
      let sum = 0;
      for (let j = 0; j < width; j++) sum += basisScratch[k * width + j] * points[4 * (span - degree + j) + c];
      coefficients[at + 4 * k + c] = sum / factorial;
    }
  }
  ready[span - degree] = 1;
  return at;
}
