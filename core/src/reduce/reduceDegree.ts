import { bandedMatrix, solveBanded } from '../linear/bandedMatrix';
import { fold } from '../linear/cyclicBand';
import { gaussRule } from '../linear/gaussLegendre';
import { basisDerivatives, basisFunctionsOf, findSpan } from '../curve/basis';
import { type Curve, domainOf, MAX_DEGREE, trusted } from '../curve/curve';
import { isRational } from '../curve/isRational';
import { clamp } from '../knots/clamp';
import { breaksOf } from '../knots/multiplicity';
import { periodicOver } from '../knots/period';
import { plainWeightsKept } from '../knots/plainWeights';
import type { Spline } from '../knots/pointsOver';
import { deviationInStep } from '../measure/deviation';
import { sizeOf } from '../measure/extent';
import { failed, type Result, success } from '../result';
import { mustBeWhole } from '../refuse';
import { raisedFrom } from './raisedFrom';
import type { Lighter } from './removeKnot';

export type ReductionFailure =
  /** The degree asked for is not below the curve's, or below 1. */
  | { readonly kind: 'degree'; readonly degree: number; readonly wanted: number }
  /** So many end derivatives leave the lower degree nothing to fit with. */
  | { readonly kind: 'ends'; readonly keep: number; readonly count: number }
  /** No positive weights fit. */
  | { readonly kind: 'weights' };

/**
 * The nearest curve of a lower degree in the sense of ∫|difference|² du, over the same different knots, with its
 * ends, and `keep` of their derivatives, held; a closed curve without ends holds nothing. A knot keeps the smoothness
 * it has, as far as the lower degree can: what was elevated comes back. The deviation is proven.
 *
 * Farin, Curves and Surfaces for CAGD, 6.4 (Bézier curves); here at once over all spans, by banded normal equations.
 * Rational curves are fitted in homogeneous coordinates. O(n p²).
 */
export function reduceDegree(curve: Curve, degree: number, keep = 0): Result<Lighter, ReductionFailure> {
  mustBeWhole(degree, 0, MAX_DEGREE, 'degree');
  if (!(degree >= 1 && degree < curve.degree)) {
    return failed({ kind: 'degree', degree: curve.degree, wanted: degree });
  }
  if (!(Number.isInteger(keep) && keep >= 0)) throw new RangeError(`${keep} is no number of derivatives to keep`);
  const source = curve.closing === 'periodic' ? curve : clamp(curve);
  const exact = keep === 0 && isRational(curve.points) ? unraised(source, degree) : null;
  if (exact) {
    const deviation = deviationInStep(curve, exact);
    if (deviation.max <= ROUNDING * sizeOf(curve)) return success({ curve: exact, deviation });
  }
  const lighter = source.closing === 'periodic' ? reducedRing(source, degree) : reducedOpen(source, degree, keep);
  if (!lighter) {
    return failed({ kind: 'ends', keep, count: lowered(source, degree).length - degree - 1 });
  }
  for (let i = 3; i < lighter.points.length; i += 4) if (!(lighter.points[i] > 0)) return failed({ kind: 'weights' });
  return success({ curve: lighter, deviation: deviationInStep(curve, lighter) });
}

/** A curve this near, as a share of its size, is the same. */
const ROUNDING = 1e-11;

/** The curve that was raised to this one from a lower degree; integrals would lose what is light beside what is heavy. */
function unraised(curve: Curve, degree: number): Curve | null {
  let found: Curve | null = curve;
  while (found && found.degree > degree) found = raisedFrom(found);
  return found;
}

/** The inner knots, or those of one period, for the lower degree. */
function inner(curve: Curve, degree: number): number[] {
  const [first, last] = domainOf(curve);
  const periodic = curve.closing === 'periodic';
  return breaksOf(curve)
    .filter(({ u }) => u < last && (periodic || u > first))
    .flatMap(({ u, multiplicity }) => {
      return new Array<number>(Math.max(1, Math.min(degree, multiplicity - (curve.degree - degree)))).fill(u);
    });
}

function lowered(curve: Curve, degree: number): Float64Array {
  const [first, last] = domainOf(curve);
  const ends = degree + 1;
  return Float64Array.from([
    ...new Array<number>(ends).fill(first),
    ...inner(curve, degree),
    ...new Array<number>(ends).fill(last),
  ]);
}

function reducedOpen(curve: Curve, degree: number, keep: number): Curve | null {
  const knots = lowered(curve, degree);
  const count = knots.length - degree - 1;
  const fixed = keep + 1;
  if (2 * fixed > count || fixed > degree + 1) return null;
  const origin = originOf(curve);
  const points = new Float64Array(4 * count);
  const half = { degree, knots, points };
  fixEnd(curve, half, origin, fixed, false);
  fixEnd(curve, half, origin, fixed, true);
  const isFixed = (i: number) => i < fixed || i >= count - fixed;
  const solved = projected(curve, { degree, knots, points }, origin, (i) => i, isFixed, degree);
  const kept = plainWeightsKept(curve.points, solved);
  return trusted(degree, knots, movedBack(kept, origin), curve.closing);
}

function reducedRing(curve: Curve, degree: number): Curve {
  const [first, last] = domainOf(curve);
  const origin = originOf(curve);
  const base = Float64Array.from(inner(curve, degree));
  return periodicOver(degree, base, first, last, (knots, count) => {
    const spline = { degree, knots, points: new Float64Array(4 * count) };
    const inPlace = (i: number) => fold(i, count);
    const solved = projected(curve, spline, origin, inPlace, () => false, 2 * degree + 1);
    return movedBack(plainWeightsKept(curve.points, solved), origin);
  });
}

/** A place of the curve, to be subtracted while fitting: far from the origin the digits are needed for the shape. */
const originOf = ({ points }: Curve): number[] => [0, 1, 2].map((c) => points[c] / points[3]);

function movedBack(points: Float64Array, origin: readonly number[]): Float64Array {
  return points.map((value, i) => (i % 4 === 3 ? value : value + origin[i % 4] * points[i - (i % 4) + 3]));
}

/** Homogeneous derivatives 0 to `order` at u about an origin, 4 numbers for each. */
function wide(
  { degree, knots, points }: Spline,
  u: number,
  order: number,
  end: boolean,
  origin: readonly number[],
): Float64Array {
  const span = findSpan(knots, degree, points.length / 4, u, end ? 'left' : 'right');
  const basis = basisDerivatives(knots, degree, span, u, order);
  const out = new Float64Array(4 * (order + 1));
  for (let k = 0; k <= order; k++) {
    for (let j = 0; j <= degree; j++) {
      const i = 4 * (span - degree + j);
      for (let c = 0; c < 4; c++) {
        const value = c === 3 ? points[i + 3] : points[i + c] - origin[c] * points[i + 3];
        out[4 * k + c] += basis[k * (degree + 1) + j] * value;
      }
    }
  }
  return out;
}

/** Writes the outermost control points that give the end its derivatives: each order determines one more of them. */
function fixEnd(curve: Curve, half: Spline, origin: readonly number[], fixed: number, end: boolean): void {
  const { degree, knots, points } = half;
  const count = points.length / 4;
  const u = domainOf(curve)[end ? 1 : 0];
  const wanted = wide(curve, u, fixed - 1, end, origin);
  const span = findSpan(knots, degree, count, u, end ? 'left' : 'right');
  const basis = basisDerivatives(knots, degree, span, u, fixed - 1);
  for (let k = 0; k < fixed; k++) {
    const place = (j: number) => (end ? count - 1 - j : j);
    const share = (j: number) => basis[k * (degree + 1) + (end ? degree - j : j)];
    for (let c = 0; c < 4; c++) {
      let rest = wanted[4 * k + c];
      for (let j = 0; j < k; j++) rest -= share(j) * points[4 * place(j) + c];
      points[4 * place(k) + c] = rest / share(k);
    }
  }
}

/** The weight of the curve in the middle of what each control point has a say in (its Greville abscissa). */
function weightsBeside(curve: Curve, knots: Float64Array, degree: number, count: number): Float64Array {
  if (!isRational(curve.points)) return new Float64Array(count).fill(curve.points[3]);
  const [first, last] = domainOf(curve);
  return Float64Array.from({ length: count }, (_, i) => {
    let sum = 0;
    for (let k = 1; k <= degree; k++) sum += knots[i + k];
    const u = sum / degree;
    const turned =
      curve.closing !== 'periodic' ? u : u < first ? u + (last - first) : u > last ? u - (last - first) : u;
    return wide(curve, Math.min(last, Math.max(first, turned)), 0, false, [0, 0, 0])[3];
  });
}

/**
 * The control points, those that are not held corrected so that ∫ N_i (Σ N_j Q_j − C) / w² du = 0: what is missed counts
 * as the curve shows it, divided by its weight, and unknowns are shares of the weight beside them, so that light control
 * points keep their digits beside heavy ones. Corrected twice, which takes out what rounding has left: the difference is
 * small then, and so is the rounding of its integrals.
 */
function projected(
  curve: Curve,
  { degree, knots, points }: Spline,
  origin: readonly number[],
  place: (i: number) => number,
  isFixed: (i: number) => boolean,
  widest: number,
): Float64Array {
  const count = points.length / 4;
  const band = Math.min(widest, count - 1);
  const matrix = bandedMatrix(count, band, band);
  const step = 3 * band;
  const shares = weightsBeside(curve, knots, degree, count);
  const rows = Int32Array.from({ length: count }, (_, i) => place(i));
  const fixed = Uint8Array.from({ length: count }, (_, i) => (isFixed(i) ? 1 : 0));
  const { nodes, weights } = gaussRule(Math.ceil((curve.degree + degree + 1) / 2));
  const width = degree + 1;
  const breaks = breaksOf(curve).map(({ u }) => u);
  const stops = (breaks.length - 1) * nodes.length;
  // At each node: the curve, the basis and its first control point, and the weight of the integral.
  const places = new Float64Array(4 * stops);
  const bases = new Float64Array(width * stops);
  const firsts = new Int32Array(stops);
  const factors = new Float64Array(stops);
  const parameters = new Float64Array(stops);
  for (let k = 1, n = 0; k < breaks.length; k++) {
    const middle = (breaks[k - 1] + breaks[k]) / 2;
    const half = (breaks[k] - breaks[k - 1]) / 2;
    const span = findSpan(knots, degree, knots.length - width, middle);
    const ofCurve = findSpan(curve.knots, curve.degree, curve.points.length / 4, middle);
    for (let g = 0; g < nodes.length; g++, n++) {
      parameters[n] = middle + half * nodes[g];
      placeAt(curve, ofCurve, parameters, n, origin, places);
      firsts[n] = span - degree;
      basisFunctionsOf(knots, degree, span, parameters, n, bases, n * width);
      factors[n] = (weights[g] * half) / (places[4 * n + 3] * places[4 * n + 3]);
      for (let i = 0; i < width; i++) {
        const row = (span - degree + i) % count;
        if (fixed[row] === 1) continue;
        const share = factors[n] * bases[n * width + i] * shares[row];
        const from = rows[row] * step + band;
        for (let j = 0; j < width; j++) {
          const column = (span - degree + j) % count;
          if (fixed[column] === 0) matrix.values[from + rows[column]] += share * bases[n * width + j] * shares[column];
        }
      }
    }
  }
  for (let i = 0; i < count; i++) if (fixed[i] === 1) matrix.values[rows[i] * (step + 1) + band] = 1;
  const out = points.slice();
  const missing = new Float64Array(4);
  for (let round = 0; round < ROUNDS; round++) {
    const right = new Float64Array(4 * count);
    for (let n = 0; n < stops; n++) {
      for (let c = 0; c < 4; c++) missing[c] = places[4 * n + c];
      for (let j = 0; j < width; j++) {
        const at = 4 * ((firsts[n] + j) % count);
        const share = bases[n * width + j];
        for (let c = 0; c < 4; c++) missing[c] -= share * out[at + c];
      }
      for (let i = 0; i < width; i++) {
        const row = (firsts[n] + i) % count;
        if (fixed[row] === 1) continue;
        const share = factors[n] * bases[n * width + i] * shares[row];
        const at = 4 * rows[row];
        for (let c = 0; c < 4; c++) right[at + c] += share * missing[c];
      }
    }
    if (!solveBanded({ ...matrix, values: matrix.values.slice() }, right, 4))
      throw new Error('the mass matrix of a spline is never singular');
    for (let i = 0; i < count; i++) for (let c = 0; c < 4; c++) out[4 * i + c] += right[4 * rows[i] + c] * shares[i];
  }
  return out;
}

const ROUNDS = 2;
const basisAt = new Float64Array(MAX_DEGREE + 1);

/** The homogeneous place at parameters[n] in a span, about an origin, to places[4 n]. */
function placeAt(
  { degree, knots, points }: Spline,
  span: number,
  parameters: Float64Array,
  n: number,
  origin: readonly number[],
  places: Float64Array,
): void {
  basisFunctionsOf(knots, degree, span, parameters, n, basisAt, 0);
  for (let j = 0; j <= degree; j++) {
    const i = 4 * (span - degree + j);
    const share = basisAt[j];
    for (let c = 0; c < 3; c++) places[4 * n + c] += share * (points[i + c] - origin[c] * points[i + 3]);
    places[4 * n + 3] += share * points[i + 3];
  }
}
