import type { Curve } from '../curve/curve';
import { bezierStretches, halvesAt } from '../degree/bezierStretch';

/** How deep a stretch is halved before it counts as outside. */
const MOST_HALVINGS = 12;

/**
 * No place of a stretch of a curve lies further from its chord than this, and none of the chord from the stretch, in
 * mm; Infinity when that is not shown to be at most `tolerance`.
 *
 * The distance from a segment is convex, so that of the Bézier points bounds that of a stretch; where it does not do,
 * the stretch is halved. The chord, having the same ends, lies as near to the stretch.
 */
export function chordBound(curve: Curve, from: number, to: number, tolerance: number): number {
  const stretches = bezierStretches(curve, from, to).map(({ points }) => points);
  // Parameters far from 0 may not tell two places apart.
  if (stretches.length === 0) return 0;
  const lastPiece = stretches[stretches.length - 1];
  const off = distanceTo(placeOf(stretches[0], 0), placeOf(lastPiece, lastPiece.length - 4));
  let bound = 0;
  const within = (points: Float64Array, depth: number): boolean => {
    let most = 0;
    for (let i = 0; i < points.length; i += 4) most = Math.max(most, off(points, i));
    if (most <= tolerance) {
      bound = Math.max(bound, most);
      return true;
    }
    if (depth === 0) return false;
    const [left, right] = halvesAt(points, 0.5);
    return off(right, 0) <= tolerance && within(left, depth - 1) && within(right, depth - 1);
  };
  return stretches.every((points) => within(points, MOST_HALVINGS)) ? bound : Infinity;
}

const placeOf = (points: Float64Array, i: number) => [0, 1, 2].map((c) => points[i + c] / points[i + 3]);

/** The distance of the control point at index i of an array from the segment between two places. */
function distanceTo(start: readonly number[], end: readonly number[]): (points: Float64Array, i: number) => number {
  const [ax, ay, az] = start;
  const [dx, dy, dz] = [end[0] - ax, end[1] - ay, end[2] - az];
  const size = dx * dx + dy * dy + dz * dz;
  return (points, i) => {
    const w = points[i + 3];
    const x = points[i] / w - ax;
    const y = points[i + 1] / w - ay;
    const z = points[i + 2] / w - az;
    const t = size > 0 ? Math.min(1, Math.max(0, (x * dx + y * dy + z * dz) / size)) : 0;
    return Math.hypot(x - t * dx, y - t * dy, z - t * dz);
  };
}
