import { distance, dot, inPlane, type Plane, type Vector3 } from '@pencil-bend/core';
import { placed, type PointSet } from '@pencil-bend/document';
import Flatbush from 'flatbush';
import type { ShownItem } from './shownItem';

/** Points of a measured set that are shown, seen straight onto a plane, so that the few near a place are found at once. */
interface Seen {
  readonly plane: Plane;
  readonly points: Float64Array;
  readonly tree: Flatbush;
}

const known = new WeakMap<PointSet, Seen>();

/**
 * The place of a set's point that is seen nearest to a point, within `reach` mm; with `deep` of those alone that also lie
 * as near in space. Null for what is no set, and where none is.
 */
export function pointNear(
  { pointSet, points }: ShownItem,
  plane: Plane,
  at: Vector3,
  reach: number,
  { deep = false } = {},
): Vector3 | null {
  if (!pointSet || !points) return null;
  const [x, y] = inPlane(plane, at);
  const isNear = deep ? (index: number) => distance(placeOf(pointSet, points, index), at) <= reach : undefined;
  const [index] = seenOn(plane, pointSet, points).tree.neighbors(x, y, 1, reach, isNear);
  return index === undefined ? null : placeOf(pointSet, points, index);
}

/** Where the point of a set lies that is shown as number `index`. */
function placeOf({ map, thinning }: PointSet, points: Float64Array, index: number): Vector3 {
  const i = 3 * index * thinning;
  return placed(map, [points[i], points[i + 1], points[i + 2]]);
}

function seenOn(plane: Plane, pointSet: PointSet, points: Float64Array): Seen {
  const before = known.get(pointSet);
  if (before?.plane === plane && before.points === points) return before;
  const { map, thinning } = pointSet;
  const count = Math.ceil(points.length / 3 / thinning);
  const tree = new Flatbush(count);
  // What is seen of a point is a sum of its coordinates: a hundred thousand of them without a vector for each.
  const [ax, ay] = [plane.x, plane.y].map((axis) => [map.x, map.y, map.z].map((image) => dot(image, axis)));
  const [ox, oy] = inPlane(plane, map.origin);
  for (let n = 0; n < count; n++) {
    const i = 3 * n * thinning;
    const [p, q, r] = [points[i], points[i + 1], points[i + 2]];
    tree.add(ox + ax[0] * p + ax[1] * q + ax[2] * r, oy + ay[0] * p + ay[1] * q + ay[2] * r);
  }
  tree.finish();
  const seen = { plane, points, tree };
  known.set(pointSet, seen);
  return seen;
}

const laidOut = new WeakMap<PointSet, { readonly points: Float64Array; readonly places: Float64Array }>();

/** All points of a set where they lie, packed x y z; worked out once. */
export function placesOf(pointSet: PointSet, points: Float64Array): Float64Array {
  const before = laidOut.get(pointSet);
  if (before?.points === points) return before.places;
  const { map } = pointSet;
  const places = new Float64Array(points.length);
  for (let i = 0; i < points.length; i += 3) places.set(placed(map, [points[i], points[i + 1], points[i + 2]]), i);
  laidOut.set(pointSet, { points, places });
  return places;
}
