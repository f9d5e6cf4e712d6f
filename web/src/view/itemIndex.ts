import { arcCentre, dot, type Plane, subtract, type Vector3 } from '@pencil-bend/core';
import { givensOf, isFree } from '@pencil-bend/document';
import Flatbush from 'flatbush';
import { edgeShown, type ShownItem } from './shownItem';

/** A box along the axes of a plane, in mm from its origin. */
export type PlaneBox = readonly [left: number, bottom: number, right: number, top: number];

interface Index {
  /** Numbers in the list of those that have a box, in the order of the boxes. */
  readonly numbers: readonly number[];
  readonly tree: Flatbush | null;
}

/** Of each list one for every plane that it was looked at from. */
const known = new WeakMap<readonly ShownItem[], Map<string, Index>>();

/**
 * What lies, as it is seen straight onto a plane, with its box within `reach` mm of a point, in the order of the list.
 * To a box belong the control points of a curve and whatever the item is marked by. Measured sets have none.
 */
export function itemsNear(items: readonly ShownItem[], plane: Plane, at: Vector3, reach: number): ShownItem[] {
  const from = subtract(at, plane.origin);
  const [x, y] = [dot(from, plane.x), dot(from, plane.y)];
  return itemsTouching(items, plane, [x - reach, y - reach, x + reach, y + reach]);
}

/** The same of a box. The index is made once for a list that does not change. */
export function itemsTouching(
  items: readonly ShownItem[],
  plane: Plane,
  [left, bottom, right, top]: PlaneBox,
): ShownItem[] {
  const { tree, numbers } = indexOf(items, plane);
  const found = tree?.search(left, bottom, right, top) ?? [];
  return found.sort((a, b) => a - b).map((number) => items[numbers[number]]);
}

function indexOf(items: readonly ShownItem[], plane: Plane): Index {
  const planes = known.get(items) ?? new Map<string, Index>();
  known.set(items, planes);
  const key = [plane.origin, plane.x, plane.y].join();
  const before = planes.get(key);
  if (before) return before;
  const boxes: PlaneBox[] = [];
  const numbers: number[] = [];
  for (let i = 0; i < items.length; i++) {
    const box = boxOf(items[i], plane);
    if (box[0] > box[2]) continue;
    boxes.push(box);
    numbers.push(i);
  }
  const tree = boxes.length > 0 ? new Flatbush(boxes.length) : null;
  for (const box of boxes) tree?.add(...box);
  tree?.finish();
  const index = { numbers, tree };
  planes.set(key, index);
  return index;
}

/** The box of an item; one that ends before it begins where there is nothing. */
export function boxOf(shown: ShownItem, { origin, x, y }: Plane): PlaneBox {
  let [left, bottom, right, top] = [Infinity, Infinity, -Infinity, -Infinity];
  const points = edgeShown(shown)?.points ?? NO_POINTS;
  const [atX, atY] = [dot(origin, x), dot(origin, y)];
  // Without a closure or a vector for each of the points of thousands of curves.
  for (let i = 0; i < points.length; i += 4) {
    const [wx, wy, wz, w] = [points[i], points[i + 1], points[i + 2], points[i + 3]];
    const across = (wx * x[0] + wy * x[1] + wz * x[2]) / w - atX;
    const up = (wx * y[0] + wy * y[1] + wz * y[2]) / w - atY;
    left = Math.min(left, across);
    right = Math.max(right, across);
    bottom = Math.min(bottom, up);
    top = Math.max(top, up);
  }
  for (const mark of marksBeside(shown)) {
    const [across, up] = [dot(mark, x) - atX, dot(mark, y) - atY];
    [left, right] = [Math.min(left, across), Math.max(right, across)];
    [bottom, top] = [Math.min(bottom, up), Math.max(top, up)];
  }
  return [left, bottom, right, top];
}

const NO_POINTS = new Float64Array();

/** Places that an item is marked by and that may lie outside its control points. */
function marksBeside({ item, at, centre, curve }: ShownItem): readonly Vector3[] {
  if (item.kind !== 'curve') return [at, centre].filter((place) => place !== null);
  const own = isFree(item.recipe) ? [] : givensOf(item.recipe).map((given) => given.at);
  return [...own, centre ?? (curve && arcCentre(curve))].filter((place) => place !== null);
}
