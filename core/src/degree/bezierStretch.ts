import type { Curve } from '../curve/curve';
import { bezierPieces } from './bezierPieces';

/** A Bézier piece, homogeneous, cut in two at t (de Casteljau: The NURBS Book, A1.5). */
export function halvesAt(points: Float64Array, t: number): [Float64Array, Float64Array] {
  const count = points.length / 4;
  const left = new Float64Array(points.length);
  const right = points.slice();
  for (let r = 0; r < count; r++) {
    for (let c = 0; c < 4; c++) left[4 * r + c] = right[c];
    for (let i = 0; i < 4 * (count - 1 - r); i++) right[i] = (1 - t) * right[i] + t * right[i + 4];
  }
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
