import type { Curve } from '../curve/curve';
import { isRational } from '../curve/isRational';
import { type BezierPieces, bezierPieces } from './bezierPieces';
import { halvesAt } from './bezierStretch';

/**
 * Readings of a rational piece multiply by its weight up to three times: within this ratio that leaves ten of the digits,
 * while a light place of a piece that is heavy elsewhere would be lost in the rounding of the heavy ones.
 */
const EVEN = 64;

/** The pieces of a curve, halved where their weights differ too much for their coefficients to tell something. */
export function evenPieces(curve: Curve): BezierPieces {
  const pieces = bezierPieces(curve);
  const { degree, points } = pieces;
  const width = 4 * (degree + 1);
  if (!isRational(points)) return pieces;
  const breaks = [pieces.breaks[0]];
  const spans: number[] = [];
  const parts: Float64Array[] = [];
  pieces.spans.forEach((span, k) => {
    const visit = (part: Float64Array, from: number, to: number): void => {
      const middle = from + (to - from) / 2;
      if (isEven(part) || !(middle > from && middle < to)) {
        breaks.push(to);
        spans.push(span);
        parts.push(part);
        return;
      }
      const [left, right] = halvesAt(part, 0.5);
      visit(left, from, middle);
      visit(right, middle, to);
    };
    visit(points.subarray(k * width, (k + 1) * width), pieces.breaks[k], pieces.breaks[k + 1]);
  });
  if (parts.length === pieces.spans.length) return pieces;
  const all = new Float64Array(width * parts.length);
  parts.forEach((part, k) => all.set(part, k * width));
  return { degree, spans, breaks: Float64Array.from(breaks), points: all };
}

function isEven(points: Float64Array): boolean {
  let [least, most] = [Infinity, 0];
  for (let i = 3; i < points.length; i += 4) {
    least = Math.min(least, points[i]);
    most = Math.max(most, points[i]);
  }
  return most <= EVEN * least;
}
