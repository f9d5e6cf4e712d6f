import { sizeAt } from '../linear/vector';
import { countOf, type Curve, domainOf } from '../curve/curve';
import { findSpan } from '../curve/basis';
import { derivativesInSpan } from '../curve/evaluate';
import { bezierPieces } from '../degree/bezierPieces';
import { integrate } from '../linear/gaussLegendre';
import { mustBeAbove0 } from '../refuse';
import { type SpeedPiece, speedPiece } from './speedPiece';

/** A parameter is found when its length is right to this share of the whole. */
const FOUND = 1e-13;

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

const MAX_HALVINGS = 48;
/** Two halves agree with their whole to this share of what is asked: next to a cusp the difference tells too little. */
const CAREFUL = 1 / 16;

/**
 * Measures a curve to `tolerance` mm over its whole length: Gauss-Legendre on each piece, cut first where the curve
 * nearly stands still, then halved where the halves disagree with the whole, or with the chord and the control polygon,
 * between which every length lies: rules that both miss the same cusp, or the same narrow peak, agree. Pieces are seen
 * about their own start; what is left below the rounding of their control points is no difference. (Adaptive
 * quadrature: Davis, Rabinowitz, Methods of Numerical Integration, 6.1; the two bounds: Gravesen, Adaptive subdivision
 * and the length and energy of Bézier curves, Computational Geometry 1997.)
 */
export function arcLength(curve: Curve, tolerance = FINE): ArcLength {
  mustBeAbove0(tolerance, 'tolerance');
  if (tolerance !== FINE) return measuredTo(curve, tolerance);
  let measured = known.get(curve);
  if (!measured) {
    measured = measuredTo(curve, FINE);
    known.set(curve, measured);
  }
  return measured;
}

/** Lengths to this, in mm, are remembered by the curve's identity: most readings of a curve ask for them. */
const FINE = 1e-9;
const known = new WeakMap<Curve, ArcLength>();

function measuredTo(curve: Curve, tolerance: number): ArcLength {
  const pieces = bezierPieces(curve);
  const { breaks, degree } = pieces;
  const [first, last] = domainOf(curve);
  const parameters = [first];
  const lengths = [0];
  let total = 0;
  let noise = 0;
  const take = (length: number, to: number): void => {
    total += length;
    parameters.push(to);
    lengths.push(total);
  };
  const measure = (piece: SpeedPiece, from: number, to: number, depth: number): void => {
    const { gauss, chord, polygon } = piece;
    const share = Math.max((tolerance * (to - from)) / (last - first), noise);
    const middle = (from + to) / 2;
    // A straight piece has its length at once; where it is at a share of it the rule tells, if it agrees.
    const isStraight = polygon - chord <= share && gauss >= chord - share && gauss <= polygon + share;
    if (isStraight || depth >= MAX_HALVINGS || middle <= from || middle >= to) {
      take(Math.min(polygon, Math.max(chord, gauss)), to);
      return;
    }
    const [left, right] = piece.cut(0.5);
    const both = left.gauss + right.gauss;
    const isPossible = both >= chord - noise && both <= polygon + noise && 4 * both >= polygon;
    if (isPossible && Math.abs(both - gauss) <= Math.max(CAREFUL * share, noise)) {
      take(both, to);
      return;
    }
    measure(left, from, middle, depth + 1);
    measure(right, middle, to, depth + 1);
  };
  for (let index = 0; index + 1 < breaks.length; index++) {
    const [from, to] = [breaks[index], breaks[index + 1]];
    let piece = speedPiece(pieces, index);
    noise = 32 * Number.EPSILON * degree * piece.polygon;
    let start = 0;
    for (const t of piece.slowPlaces()) {
      const [before, after] = piece.cut((t - start) / (1 - start));
      measure(before, from + start * (to - from), from + t * (to - from), 0);
      [piece, start] = [after, t];
    }
    measure(piece, start === 0 ? from : from + start * (to - from), to, 0);
  }
  return { curve, total, parameters: Float64Array.from(parameters), lengths: Float64Array.from(lengths) };
}

const speedScratch = new Float64Array(6);

function speedIn(curve: Curve, span: number): (u: number) => number {
  return (u) => {
    derivativesInSpan(curve, span, u, 1, speedScratch);
    return sizeAt(speedScratch, 3);
  };
}

/** So many places along one curve are found in a moment. */
export const MOST_PLACES = 100_000;

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
  if (u === parameters[piece + 1]) return lengths[piece + 1];
  const length = lengths[piece] + integrate(speedIn(curve, span), parameters[piece], u);
  return Math.min(length, lengths[piece + 1]);
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
    if (Math.abs(error) <= FOUND * total) return u;
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
 * the places around it. Throws a RangeError for fewer than 2 (closed: 1) and more
 * than 100,001.
 */
export function atEqualLengths(measured: ArcLength, count: number): Float64Array {
  const closed = measured.curve.closing !== 'open';
  if (!(Number.isInteger(count) && count >= (closed ? 1 : 2) && count <= MOST_PLACES + 1)) {
    throw new RangeError(`${closed ? 1 : 2} to ${MOST_PLACES + 1} places can lie at equal lengths, not ${count}`);
  }
  const steps = closed ? count : count - 1;
  const [first, last] = domainOf(measured.curve);
  return Float64Array.from({ length: count }, (_, i) => {
    if (i === 0) return first;
    return i === steps ? last : parameterAt(measured, (measured.total * i) / steps);
  });
}
