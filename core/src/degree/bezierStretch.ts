import type { Curve } from '../curve/curve';
import { cutBezier } from '../linear/bezierHalves';
import { bezierPieces } from './bezierPieces';

/** A Bézier piece, homogeneous, cut in two at t. */
export function halvesAt(points: Float64Array, t: number): [Float64Array, Float64Array] {
  const [left, right] = [new Float64Array(points.length), points.slice()];
  cutBezier(right, left, 4, t);
  return [left, right];
}

/** A stretch of a Bézier piece with its range of parameters. */
export interface BezierStretch {
  readonly from: number;
  readonly to: number;
  /** Homogeneous Bézier points. */
  readonly points: Float64Array;
}

/** The Bézier points of a curve between two parameters of its domain, piece by piece. */
export function bezierStretches(curve: Curve, from: number, to: number): BezierStretch[] {
  const { breaks, points, degree } = bezierPieces(curve);
  const size = 4 * (degree + 1);
  let low = 0;
  let high = breaks.length - 1;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (breaks[middle] <= from) low = middle;
    else high = middle;
  }
  const stretches: BezierStretch[] = [];
  for (let k = low; k < breaks.length - 1 && breaks[k] < to; k++) {
    const [start, end] = [breaks[k], breaks[k + 1]];
    let part = points.subarray(k * size, (k + 1) * size);
    const [a, b] = [Math.max(from, start), Math.min(to, end)];
    if (!(b > a)) continue;
    if (b < end) [part] = halvesAt(part, (b - start) / (end - start));
    if (a > start) [, part] = halvesAt(part, (a - start) / (b - start));
    stretches.push({ from: a, to: b, points: part });
  }
  return stretches;
}
