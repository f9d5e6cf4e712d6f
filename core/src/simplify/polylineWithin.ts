import { type Curve, domainOf } from '../curve/curve';
import { evaluateAll } from '../curve/evaluate';
import { bezierStretches, halvesAt } from '../degree/bezierStretch';
import { breaksOf } from '../knots/multiplicity';
import { kinksOf } from '../measure/kinks';
import { mustBeAbove0 } from '../refuse';
import { longestSteps } from './longestSteps';
import type { Polyline } from './polyline';

/** How deep a stretch is halved before it counts as outside. */
const MOST_HALVINGS = 12;

/**
 * A polyline with its vertices on the curve and no place of either further than `tolerance` mm from the other, proven,
 * with as few legs as steps along the curve allow; corners stay, and the last leg is no shorter than the others need be.
 *
 * A stretch lies within the tolerance of its chord when its Bézier points do, since the distance from a segment is
 * convex; where they do not, it is halved. The chord, having the same ends, then lies as near to the stretch.
 */
export function polylineWithin(curve: Curve, tolerance: number): Polyline {
  mustBeAbove0(tolerance, 'tolerance');
  const [first, last] = domainOf(curve);
  const stops = [first, ...kinksOf(curve).flatMap(({ u }) => (u > first ? [u] : [])), last];
  const closed = curve.closing !== 'open';
  const parameters = [first];
  for (let i = 0; i + 1 < stops.length; i++) {
    const [from, to] = [stops[i], stops[i + 1]];
    const fits = (limit: number) => (a: number, b: number) =>
      // The chord of a whole turn is a point.
      !(closed && a === first && b === last) && withinOfChord(curve, a, b, limit);
    const guess = firstSpan(curve, from, to);
    parameters.push(...longestSteps(from, to, guess, tolerance, fits, true));
  }
  return { points: evaluateAll(curve, parameters), parameters: Float64Array.from(parameters) };
}

function firstSpan(curve: Curve, from: number, to: number): number {
  const next = breaksOf(curve).find(({ u }) => u > from)?.u ?? to;
  return (Math.min(next, to) - from) / 4;
}

function withinOfChord(curve: Curve, from: number, to: number, tolerance: number): boolean {
  const stretches = bezierStretches(curve, from, to).map(({ points }) => points);
  const start = placeOf(stretches[0], 0);
  const lastPiece = stretches[stretches.length - 1];
  const end = placeOf(lastPiece, lastPiece.length - 4);
  const off = distanceTo(start, end);
  const within = (points: Float64Array, depth: number): boolean => {
    let most = 0;
    for (let i = 0; i < points.length; i += 4) most = Math.max(most, off(points, i));
    if (most <= tolerance) return true;
    if (depth === 0) return false;
    const [left, right] = halvesAt(points, 0.5);
    return off(right, 0) <= tolerance && within(left, depth - 1) && within(right, depth - 1);
  };
  return stretches.every((points) => within(points, MOST_HALVINGS));
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
