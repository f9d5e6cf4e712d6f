import { sizeAt } from '../linear/vector';
import { countOf, type Curve, domainOf, spansOf } from '../curve/curve';
import { findSpan } from '../curve/basis';
import { derivativesInSpan } from '../curve/evaluate';
import { integrate } from '../linear/gaussLegendre';
import { mustBeAbove0 } from '../refuse';

/** Arc length along a curve, laid out once and asked many times. */
export interface ArcLength {
  readonly curve: Curve;
  /** The whole length in mm. */
  readonly total: number;
  /** Parameters between which one Gauss rule is accurate; every knot is among them. */
  readonly parameters: Float64Array;
  /** Length in mm from the start to each of `parameters`. */
  readonly lengths: Float64Array;
}

const MAX_HALVINGS = 40;
const speedScratch = new Float64Array(6);

function speedIn(curve: Curve, span: number): (u: number) => number {
  return (u) => {
    derivativesInSpan(curve, span, u, 1, speedScratch);
    return sizeAt(speedScratch, 3);
  };
}

/**
 * Measures a curve to `tolerance` mm over its whole length: Gauss-Legendre on each span, halved where the halves
 * disagree with the whole. Never across a knot. (Adaptive quadrature: Davis, Rabinowitz, Methods of Numerical
 * Integration, 6.1.)
 */
export function arcLength(curve: Curve, tolerance = 1e-9): ArcLength {
  mustBeAbove0(tolerance, 'tolerance');
  const spans = spansOf(curve);
  const [first, last] = domainOf(curve);
  const parameters = [first];
  const lengths = [0];
  let total = 0;
  let noise = 0;
  const measure = (f: (u: number) => number, a: number, b: number, whole: number, depth: number): void => {
    const middle = (a + b) / 2;
    const left = integrate(f, a, middle);
    const right = integrate(f, middle, b);
    const share = (tolerance * (b - a)) / (last - first);
    // Far from 0 a parameter tells places apart only so finely, the less so the shorter the piece.
    const blur = 4 * Number.EPSILON * (1 + (curve.degree * Math.max(Math.abs(a), Math.abs(b))) / (b - a));
    const settled = Math.abs(left + right - whole) <= Math.max(share, blur * whole, noise * (b - a));
    if (settled || depth >= MAX_HALVINGS || middle <= a || middle >= b) {
      total += left + right;
      parameters.push(b);
      lengths.push(total);
      return;
    }
    measure(f, a, middle, left, depth + 1);
    measure(f, middle, b, right, depth + 1);
  };
  for (const span of spans) {
    const f = speedIn(curve, span);
    const a = curve.knots[span];
    const b = curve.knots[span + 1];
    const whole = integrate(f, a, b);
    // Where the curve nearly stands still its speed is rounding of the speed elsewhere, and never settles by itself.
    noise = (16 * Number.EPSILON * whole) / (b - a);
    measure(f, a, b, whole, 0);
  }
  return { curve, total, parameters: Float64Array.from(parameters), lengths: Float64Array.from(lengths) };
}

/** Index i of the last entry with sorted[i] <= value, so that i + 1 is an entry too. */
function pieceOf(sorted: Float64Array, value: number): number {
  let low = 0;
  let high = sorted.length - 1;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (sorted[middle] <= value) low = middle;
    else high = middle;
  }
  return low;
}

/** Length in mm from the start of the curve to parameter u. Throws a RangeError outside the domain. */
export function lengthAt({ curve, parameters, lengths }: ArcLength, u: number): number {
  const span = findSpan(curve.knots, curve.degree, countOf(curve), u, 'left');
  const piece = pieceOf(parameters, u);
  return lengths[piece] + integrate(speedIn(curve, span), parameters[piece], u);
}

/**
 * The parameter at `length` mm from the start: Newton's method on the length, kept inside its piece. Throws a
 * RangeError for a length outside the curve.
 */
export function parameterAt(measured: ArcLength, length: number): number {
  const { curve, total, parameters, lengths } = measured;
  if (!(length >= 0 && length <= total)) throw new RangeError(`length ${length} lies outside the curve's ${total} mm`);
  const piece = pieceOf(lengths, length);
  let low = parameters[piece];
  let high = parameters[piece + 1];
  const span = findSpan(curve.knots, curve.degree, countOf(curve), (low + high) / 2);
  const speed = speedIn(curve, span);
  const start = low;
  const wanted = length - lengths[piece];
  let u = low + ((high - low) * wanted) / (lengths[piece + 1] - lengths[piece] || 1);
  for (let round = 0; round < 100; round++) {
    const error = integrate(speed, start, u) - wanted;
    if (Math.abs(error) <= 1e-13 * (1 + total)) return u;
    if (error > 0) high = u;
    else low = u;
    const step = u - error / speed(u);
    u = step > low && step < high ? step : (low + high) / 2;
    if (high - low <= Number.EPSILON * Math.abs(high)) return u;
  }
  return u;
}

/**
 * Parameters of `count` places at equal lengths: both ends and the places between; of a closed curve its start and
 * the places around it. Throws a RangeError for fewer than 2 (closed: 1).
 */
export function atEqualLengths(measured: ArcLength, count: number): Float64Array {
  const closed = measured.curve.closing !== 'open';
  if (!(Number.isInteger(count) && count >= (closed ? 1 : 2))) {
    throw new RangeError(`at least ${closed ? 1 : 2} places can lie at equal lengths, not ${count}`);
  }
  const steps = closed ? count : count - 1;
  const [first, last] = domainOf(measured.curve);
  return Float64Array.from({ length: count }, (_, i) => {
    if (i === 0) return first;
    return i === steps ? last : parameterAt(measured, (measured.total * i) / steps);
  });
}
