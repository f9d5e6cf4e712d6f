import { blossom } from './blossom';

/** Knots, control points and degree: a curve, or one in the making. */
export interface Spline {
  readonly degree: number;
  readonly knots: Float64Array;
  readonly points: Float64Array;
}

/** So few points are sooner copied one by one. */
const SHORT = 16;

/**
 * The homogeneous control points of the same curve over other knots: `target` must hold every knot of `source` that
 * lies strictly inside it, at least as often, and may end anywhere in the domain. A point whose knots were neighbours
 * before is copied bit for bit; the others are blossoms. O(p²) a changed point.
 */
export function pointsOver(
  source: Spline,
  target: Float64Array,
  count = target.length - source.degree - 1,
  out = new Float64Array(4 * count),
): Float64Array {
  const { degree, knots, points } = source;
  const last = points.length / 4 - 1;
  let near = 0;
  for (let i = 0; i < count;) {
    const first = target[i + 1];
    while (near < knots.length - 1 && knots[near + 1] <= first) near++;
    let run = 1;
    while (run < degree && target[i + 1 + run] === first) run++;
    const old = Math.min(near - run, last);
    const same = old < 0 ? 0 : alike(knots, old + 1, target, i + 1) - degree + 1;
    if (same > 0) {
      const kept = Math.min(same, count - i, last + 1 - old);
      if (kept > SHORT) out.set(points.subarray(4 * old, 4 * (old + kept)), 4 * i);
      else for (let k = 4 * i, j = 4 * old; k < 4 * (i + kept); k++, j++) out[k] = points[j];
      i += kept;
      near = old + kept;
    } else blossom(knots, points, degree, spanAt(knots, degree, last, near), target, i + 1, out, 4 * i++);
  }
  return out;
}

/** How many knots are the same from two places on. */
function alike(a: Float64Array, i: number, b: Float64Array, j: number): number {
  let length = 0;
  while (i + length < a.length && j + length < b.length && a[i + length] === b[j + length]) length++;
  return length;
}

/** The non-empty span of the domain at or next to index `at`. */
export function spanAt(knots: Float64Array, degree: number, last: number, near: number): number {
  let span = Math.min(Math.max(near, degree), last);
  while (knots[span] === knots[last + 1]) span--;
  while (knots[span] === knots[span + 1]) span++;
  return span;
}
