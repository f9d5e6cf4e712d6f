import { across, distance, length, scale, subtract, type Vector3 } from '../linear/vector';
import { type Curve, spansOf } from '../curve/curve';
import { mustBeTolerance } from '../refuse';

/** A stretch of a curve, from one parameter to another; of a closed curve it may go over the seam. */
export interface Stretch {
  readonly from: number;
  readonly to: number;
}

/**
 * The stretches along which a curve is straight: each lies within `tolerance` mm of a line, as degree + 1 or more
 * control points in a row do. In order; of a periodic curve one that runs over the seam is told in two. (The curve
 * lies in the convex hull of the control points of a span: The NURBS Book, P3.5.)
 */
export function straightStretches(curve: Curve, tolerance: number): Stretch[] {
  mustBeTolerance(tolerance);
  const stretches: { from: number; to: number; first: number; last: number }[] = [];
  for (const span of spansOf(curve)) {
    const first = span - curve.degree;
    if (!inLine(curve, first, span, tolerance)) continue;
    const [from, to] = [curve.knots[span], curve.knots[span + 1]];
    const before = stretches.at(-1);
    if (before?.to === from && inLine(curve, before.first, span, tolerance)) Object.assign(before, { to, last: span });
    else stretches.push({ from, to, first, last: span });
  }
  return stretches.map(({ from, to }) => ({ from, to }));
}

/** Whether control points `first` to `last` lie within the tolerance of a line from the first to the farthest one. */
function inLine({ points }: Curve, first: number, last: number, tolerance: number): boolean {
  const place = (i: number): Vector3 => {
    const w = points[4 * i + 3];
    return [points[4 * i] / w, points[4 * i + 1] / w, points[4 * i + 2] / w];
  };
  const start = place(first);
  let end = start;
  for (let i = first + 1; i <= last; i++) if (distance(place(i), start) > distance(end, start)) end = place(i);
  const size = distance(end, start);
  if (!(size > tolerance)) return false;
  const direction = scale(subtract(end, start), 1 / size);
  for (let i = first + 1; i <= last; i++) {
    if (length(across(subtract(place(i), start), direction)) > tolerance) return false;
  }
  return true;
}
