import { controlBox, type Curve, type Plane, type Vector3 } from '@pencil-bend/core';
import { imageOn } from './sight';
import type { ShownItem } from './shownItem';

const known = new WeakMap<readonly ShownItem[], Float64Array>();
const seen = new WeakMap<readonly ShownItem[], { readonly plane: Plane; readonly boxes: Float64Array }>();

/**
 * Least and largest coordinates of the control points of everything in a list, six for each; of a point none. Computed
 * once for a list that does not change.
 */
export function boxesOf(items: readonly ShownItem[]): Float64Array {
  let boxes = known.get(items);
  if (!boxes) known.set(items, (boxes = boxesBy(items, (curve) => curve)));
  return boxes;
}

/** The boxes of what is seen straight onto a plane. */
export function boxesOn(plane: Plane, items: readonly ShownItem[]): Float64Array {
  let found = seen.get(items);
  if (found?.plane !== plane) {
    found = { plane, boxes: boxesBy(items, (curve) => imageOn(plane, curve)) };
    seen.set(items, found);
  }
  return found.boxes;
}

function boxesBy(items: readonly ShownItem[], imageOf: (curve: Curve) => Curve): Float64Array {
  const boxes = new Float64Array(6 * items.length);
  for (let i = 0; i < items.length; i++) {
    const curve = items[i].curve ?? items[i].edge;
    const { least, largest } = curve ? controlBox(imageOf(curve)) : NOWHERE;
    for (let c = 0; c < 3; c++) [boxes[6 * i + c], boxes[6 * i + c + 3]] = [least[c], largest[c]];
  }
  return boxes;
}

const NOWHERE = { least: [Infinity, Infinity, Infinity], largest: [-Infinity, -Infinity, -Infinity] } as const;

/** Whether a point lies within `reach` of box i. Without a closure, since it is asked of thousands with every move. */
export const isWithin = (at: Vector3, boxes: Float64Array, i: number, reach: number): boolean =>
  at[0] >= boxes[6 * i] - reach &&
  at[0] <= boxes[6 * i + 3] + reach &&
  at[1] >= boxes[6 * i + 1] - reach &&
  at[1] <= boxes[6 * i + 4] + reach &&
  at[2] >= boxes[6 * i + 2] - reach &&
  at[2] <= boxes[6 * i + 5] + reach;
