import { blossom } from './blossom';
import { plainWeightsKept } from './plainWeights';

/** Knots, control points and degree: a curve, or one in the making. */
export interface Spline {
  readonly degree: number;
  readonly knots: Float64Array;
  readonly points: Float64Array;
}

/**
 * The homogeneous control points of the same curve over other knots: `target` must hold every knot of `source` that
 * lies strictly inside it, at least as often, and may end anywhere in the domain. A point whose knots were neighbours
 * before is copied bit for bit; the others are blossoms. O(p²) a changed point.
 */
export function pointsOver(
  source: Spline,
  target: Float64Array,
  count = target.length - source.degree - 1,
): Float64Array {
  const { degree, knots, points } = source;
  const last = points.length / 4 - 1;
  const out = new Float64Array(4 * count);
  let at = 0;
  for (let i = 0; i < count; i++) {
    const first = target[i + 1];
    while (at < knots.length - 1 && knots[at + 1] <= first) at++;
    let run = 1;
    while (run < degree && target[i + 1 + run] === first) run++;
    const old = Math.min(at - run, last);
    if (old >= 0 && follows(knots, old + 1, target, i + 1, degree)) {
      const j = 4 * old;
      const k = 4 * i;
      out[k] = points[j];
      out[k + 1] = points[j + 1];
      out[k + 2] = points[j + 2];
      out[k + 3] = points[j + 3];
      continue;
    }
    blossom(knots, points, degree, spanAt(knots, degree, last, at), target, i + 1, out, 4 * i);
  }
  return plainWeightsKept(points, out);
}

/** The non-empty span of the domain at or next to index `at`. */
export function spanAt(knots: Float64Array, degree: number, last: number, at: number): number {
  let span = Math.min(Math.max(at, degree), last);
  while (knots[span] === knots[last + 1]) span--;
  while (knots[span] === knots[span + 1]) span++;
  return span;
}

function follows(knots: Float64Array, i: number, target: Float64Array, j: number, length: number): boolean {
  for (let k = 0; k < length; k++) if (knots[i + k] !== target[j + k]) return false;
  return true;
}
