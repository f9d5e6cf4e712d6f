/**
 * Whether homogeneous control points (stride 4), all or those within a stretch of the array, have different weights.
 * One weight for all cancels: the curve is a polynomial one.
 */
export function isRational(points: Float64Array, from = 0, to = points.length): boolean {
  for (let i = from + 7; i < to; i += 4) if (points[i] !== points[from + 3]) return true;
  return false;
}
