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
  const away = (i: number, c: number): number =>
    points[4 * i + c] / points[4 * i + 3] - points[4 * first + c] / points[4 * first + 3];
  let [size, dx, dy, dz] = [0, 0, 0, 0];
  for (let i = first + 1; i <= last; i++) {
    const [x, y, z] = [away(i, 0), away(i, 1), away(i, 2)];
    const far = Math.sqrt(x * x + y * y + z * z);
    if (far > size) [size, dx, dy, dz] = [far, x, y, z];
  }
  if (!(size > tolerance)) return false;
  for (let i = first + 1; i <= last; i++) {
    const [x, y, z] = [away(i, 0), away(i, 1), away(i, 2)];
    const t = (x * dx + y * dy + z * dz) / (size * size);
    const [ax, ay, az] = [x - t * dx, y - t * dy, z - t * dz];
    if (Math.sqrt(ax * ax + ay * ay + az * az) > tolerance) return false;
  }
  return true;
}
