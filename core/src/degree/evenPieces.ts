import type { Bernstein } from '../linear/bernstein';
import type { Vector3 } from '../linear/vector';
import type { Curve } from '../curve/curve';
import { isRational } from '../curve/isRational';
import { type BezierPieces, bezierPieces } from './bezierPieces';
import { halvesAt } from './bezierStretch';

/**
 * Readings of a rational piece multiply by its weight up to three times: within this ratio that leaves ten of the digits,
 * while a light place of a piece that is heavy elsewhere would be lost in the rounding of the heavy ones.
 */
const EVEN = 64;
/** Each halving brings the weights at a light end nearer by a factor of 2 at least. */
const MOST_HALVINGS = 64;

/**
 * The pieces of a curve, halved where their weights differ by more than `ratio`, by default too much for their
 * coefficients to tell something. Breaks of neighbours fall together where the curve hurries so that parameters cannot
 * tell its places apart.
 */
export function evenPieces(curve: Curve, ratio = EVEN): BezierPieces {
  const pieces = bezierPieces(curve);
  const { degree, points } = pieces;
  const width = 4 * (degree + 1);
  if (!isRational(points)) return pieces;
  const breaks = [pieces.breaks[0]];
  const spans: number[] = [];
  const parts: Float64Array[] = [];
  pieces.spans.forEach((span, k) => {
    const visit = (part: Float64Array, from: number, to: number, depth: number): void => {
      if (isEven(part, ratio) || depth === MOST_HALVINGS) {
        breaks.push(to);
        spans.push(span);
        parts.push(part);
        return;
      }
      const middle = from + (to - from) / 2;
      const [left, right] = halvesAt(part, 0.5);
      visit(left, from, middle, depth + 1);
      visit(right, middle, to, depth + 1);
    };
    visit(points.subarray(k * width, (k + 1) * width), pieces.breaks[k], pieces.breaks[k + 1], 0);
  });
  if (parts.length === pieces.spans.length) return pieces;
  const all = new Float64Array(width * parts.length);
  parts.forEach((part, k) => all.set(part, k * width));
  return { degree, spans, breaks: Float64Array.from(breaks), points: all };
}

function isEven(points: Float64Array, ratio: number): boolean {
  let [least, most] = [Infinity, 0];
  for (let i = 3; i < points.length; i += 4) {
    least = Math.min(least, points[i]);
    most = Math.max(most, points[i]);
  }
  return most <= ratio * least;
}

/** The coordinates of a piece about a place, homogeneous, each a polynomial of the piece's own 0 to 1: X, Y, Z and W. */
export function coordinatesOf(
  { degree, points }: Pick<BezierPieces, 'degree' | 'points'>,
  piece: number,
  origin: Vector3,
): readonly [Bernstein, Bernstein, Bernstein, Bernstein] {
  const from = 4 * piece * (degree + 1);
  const column = (read: (at: number) => number) =>
    Float64Array.from({ length: degree + 1 }, (_, i) => read(from + 4 * i));
  const local = (c: number) => column((at) => points[at + c] - origin[c] * points[at + 3]);
  return [local(0), local(1), local(2), column((at) => points[at + 3])];
}
