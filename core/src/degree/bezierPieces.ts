import { type Curve, spansOf } from '../curve/curve';
import { pointsOver } from '../knots/pointsOver';

/** A curve as its polynomial or rational pieces, one for each non-empty span, in order. */
export interface BezierPieces {
  readonly degree: number;
  /** The span of the curve's knots each piece covers. */
  readonly spans: readonly number[];
  /** Where the pieces begin, and where the last one ends. */
  readonly breaks: Float64Array;
  /** Homogeneous Bézier points, degree + 1 for each piece; neighbours repeat the point they share. */
  readonly points: Float64Array;
}

const known = new WeakMap<Curve, BezierPieces>();

/**
 * The Bézier points of every span; remembered by the curve's identity. (The NURBS Book, A5.6, by blossoms: point j
 * of a span has its start p − j times and its end j times as arguments.)
 */
export function bezierPieces(curve: Curve): BezierPieces {
  let pieces = known.get(curve);
  if (!pieces) {
    pieces = decomposed(curve);
    known.set(curve, pieces);
  }
  return pieces;
}

function decomposed(curve: Curve): BezierPieces {
  const { degree, knots } = curve;
  const spans = spansOf(curve);
  const breaks = Float64Array.from([...spans.map((k) => knots[k]), knots[spans[spans.length - 1] + 1]]);
  const width = degree + 1;
  // Over knots that all stand p times the control points are the Bézier points, each shared one written once.
  const target = new Float64Array(spans.length * degree + 1 + width);
  for (let i = 0; i < target.length; i++) {
    target[i] = breaks[Math.min(spans.length, Math.max(0, Math.floor((i - 1) / degree)))];
  }
  const shared = pointsOver(curve, target);
  const points = new Float64Array(4 * width * spans.length);
  for (let k = 0; k < spans.length; k++) {
    points.set(shared.subarray(4 * k * degree, 4 * (k * degree + width)), 4 * k * width);
  }
  return { degree, spans, breaks, points };
}
