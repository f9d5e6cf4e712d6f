import { distance, dot, inPlane, type Plane, type Vector3 } from '@pencil-bend/core';
import { placed, type PointSet } from '@pencil-bend/document';
import Flatbush from 'flatbush';
import type { ShownItem } from './shownItem';

/** Points of a content that are shown, seen straight onto a plane, so that the few near a place are found at once. */
interface Seen {
  readonly plane: Plane;
  /** Turned, mirrored and stretched so. */
  readonly axes: string;
  readonly thinning: number;
  /** In the axes of the plane, as if the origin of what is kept lay in that of the plane: a move changes nothing in it. */
  readonly tree: Flatbush;
}

/** So many ways to see a content are remembered. */
const REMEMBERED = 4;

const known = new WeakMap<Float64Array, readonly Seen[]>();

const setsOf = new WeakMap<readonly ShownItem[], readonly ShownItem[]>();

/** The measured sets among items whose points are here; found once for a list that does not change. */
export function setsAmong(items: readonly ShownItem[]): readonly ShownItem[] {
  let sets = setsOf.get(items);
  if (!sets) setsOf.set(items, (sets = items.filter(({ points }) => points !== null)));
  return sets;
}

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
  const [ox, oy] = inPlane(plane, pointSet.map.origin);
  const isNear = deep ? (index: number) => distance(placeOf(pointSet, points, index), at) <= reach : undefined;
  const [index] = seenOn(plane, pointSet, points).tree.neighbors(x - ox, y - oy, 1, reach, isNear);
  return index === undefined ? null : placeOf(pointSet, points, index);
}

/** Where the point of a set lies that is shown as number `index`. */
function placeOf({ map, thinning }: PointSet, points: Float64Array, index: number): Vector3 {
  const i = 3 * index * thinning;
  return placed(map, [points[i], points[i + 1], points[i + 2]]);
}

/** Where the points of a set lie that are shown, packed x y z; null for what is no set, and where they are not here. */
export function placesShown({ pointSet, points }: ShownItem): Float64Array | null {
  if (!pointSet || !points) return null;
  const count = Math.ceil(points.length / 3 / pointSet.thinning);
  const places = new Float64Array(3 * count);
  for (let i = 0; i < count; i++) places.set(placeOf(pointSet, points, i), 3 * i);
  return places;
}

function seenOn(plane: Plane, { map, thinning }: PointSet, points: Float64Array): Seen {
  const axes = [map.x, map.y, map.z].join();
  const ways = known.get(points) ?? [];
  const before = ways.find((way) => way.plane === plane && way.axes === axes && way.thinning === thinning);
  if (before) return before;
  const count = Math.ceil(points.length / 3 / thinning);
  const tree = new Flatbush(count);
  // What is seen of a point is a sum of its coordinates: a hundred thousand of them without a vector for each.
  const [a, b] = [plane.x, plane.y].map((axis) => [map.x, map.y, map.z].map((image) => dot(image, axis)));
  for (let n = 0; n < count; n++) {
    const i = 3 * n * thinning;
    const [p, q, r] = [points[i], points[i + 1], points[i + 2]];
    tree.add(a[0] * p + a[1] * q + a[2] * r, b[0] * p + b[1] * q + b[2] * r);
  }
  tree.finish();
  const seen = { plane, axes, thinning, tree };
  known.set(points, [seen, ...ways].slice(0, REMEMBERED));
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
