import { along, distance, dot, subtract, type Vector3 } from './vector';

/** The place of a straight segment that is nearest to a point: its share of the way, where it is, and how far. */
export function closestOnSegment(
  point: Vector3,
  from: Vector3,
  to: Vector3,
): { readonly share: number; readonly point: Vector3; readonly distance: number } {
  const way = subtract(to, from);
  const size = dot(way, way);
  const share = size > 0 ? Math.min(1, Math.max(0, dot(subtract(point, from), way) / size)) : 0;
  const closest = along(from, way, share);
  return { share, point: closest, distance: distance(point, closest) };
}
