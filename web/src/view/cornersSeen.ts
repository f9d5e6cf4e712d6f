import { type Curve, dot, extentAlong, fromPlane, type Plane, scale, type Vector3 } from '@pencil-bend/core';
import { cornersOf } from '@pencil-bend/document';
import type { ShownItem } from './shownItem';

/** Two corners of the box, along a plane's axes, around everything that is drawn; none of nothing. */
export function cornersSeen(items: readonly ShownItem[], plane: Plane): readonly Vector3[] {
  const curves = items.flatMap(({ curve }) => curve ?? []);
  const points = items.flatMap(({ curve, at, pointSet }) =>
    curve ? [] : pointSet ? cornersOf(pointSet) : at ? [at] : [],
  );
  const farthest = (direction: Vector3) =>
    points.reduce((most, point) => Math.max(most, dot(point, direction)), farthestOf(curves, direction)) -
    dot(plane.origin, direction);
  const [right, top] = [farthest(plane.x), farthest(plane.y)];
  if (right === -Infinity) return [];
  const [left, bottom] = [-farthest(scale(plane.x, -1)), -farthest(scale(plane.y, -1))];
  return [fromPlane(plane, [left, bottom, 0]), fromPlane(plane, [right, top, 0])];
}

/**
 * How far curves reach along a direction. No curve reaches beyond its control points, so of thousands only the few are
 * measured that could be the farthest.
 */
function farthestOf(curves: readonly Curve[], direction: Vector3): number {
  const byReach = curves
    .map((curve) => ({ curve, reach: reachOf(curve, direction) }))
    .sort((a, b) => b.reach - a.reach);
  let most = -Infinity;
  for (const { curve, reach } of byReach) {
    if (reach <= most) break;
    most = Math.max(most, extentAlong(curve, direction).largest);
  }
  return most;
}

/** How far a curve's control points reach along a direction. */
function reachOf({ points }: Curve, [x, y, z]: Vector3): number {
  let most = -Infinity;
  for (let i = 0; i < points.length; i += 4) {
    most = Math.max(most, (x * points[i] + y * points[i + 1] + z * points[i + 2]) / points[i + 3]);
  }
  return most;
}
