import {
  arcCentre,
  type Curve,
  directionBeyond,
  enclosedArea,
  endOf,
  middles,
  type Plane,
  type Vector3,
} from '@pencil-bend/core';
import { fitPointsOf, givensOf, type Id, isFree, type Recipe } from '@pencil-bend/document';
import type { ShownItem } from '../view/shownItem';

/** A place of the drawing that can be caught wherever the pointer comes near it. */
export interface SnapPoint {
  readonly kind: 'end' | 'point' | 'centre';
  readonly at: Vector3;
  readonly item: Id;
  readonly name: string;
  readonly ahead: Vector3 | null;
  /** A point of its own. */
  readonly lone: boolean;
}

/** Marked places with their x and y packed, so that thousands are passed over quickly. */
export interface SnapPoints {
  readonly places: readonly SnapPoint[];
  readonly xy: Float64Array;
}

const known = new WeakMap<readonly ShownItem[], SnapPoints>();

/** Ends, points and centres of arcs of everything drawn; computed once for a list that does not change. */
export function snapPointsOf(items: readonly ShownItem[]): SnapPoints {
  let found = known.get(items);
  if (!found) {
    const places = items.flatMap(snapPointsOfOne);
    const xy = new Float64Array(2 * places.length);
    places.forEach(({ at }, i) => xy.set([at[0], at[1]], 2 * i));
    found = { places, xy };
    known.set(items, found);
  }
  return found;
}

const ofOne = new WeakMap<ShownItem['item'], readonly SnapPoint[]>();

function snapPointsOfOne({ id, item, curve, at, centre: own }: ShownItem): readonly SnapPoint[] {
  const before = ofOne.get(item);
  if (before) return before;
  const { name } = item;
  const mark = (kind: SnapPoint['kind'], place: Vector3, ahead: Vector3 | null = null): SnapPoint => ({
    kind,
    at: place,
    item: id,
    name,
    ahead,
    lone: at !== null,
  });
  const found: SnapPoint[] = [];
  if (at) found.push(mark('point', at));
  if (curve?.closing === 'open') {
    for (const end of ['start', 'end'] as const)
      found.push(mark('end', endOf(curve, end), directionBeyond(curve, end)));
  }
  if (item.kind === 'curve') for (const point of placesOf(item.recipe)) found.push(mark('point', point.at));
  const centre = own ?? (curve && arcCentre(curve));
  if (centre) found.push(mark('centre', centre));
  ofOne.set(item, found);
  return found;
}

/** Places that a curve is drawn with: fit points, or what an exact shape is given by besides its centre. */
const placesOf = (recipe: Recipe): readonly { readonly at: Vector3 }[] =>
  isFree(recipe) ? fitPointsOf(recipe) : givensOf(recipe).filter(({ id }) => id !== 'centre');

const knownMiddles = new WeakMap<Curve, readonly Vector3[]>();

/** Where each smooth part of a curve has half its length, found once. */
export function middlesOf(curve: Curve): readonly Vector3[] {
  let found = knownMiddles.get(curve);
  if (!found) {
    found = middles(curve);
    knownMiddles.set(curve, found);
  }
  return found;
}

const centroids = new WeakMap<Curve, { readonly plane: Plane; readonly centre: Vector3 | null }>();

/** The centroid of what a closed curve encloses that lies along a plane; null for any other. */
export function centroidOf(curve: Curve, plane: Plane): Vector3 | null {
  if (curve.closing === 'open') return null;
  let centroid = centroids.get(curve);
  if (centroid?.plane !== plane) {
    const area = enclosedArea(curve, plane);
    centroid = { plane, centre: area.ok ? area.value.centroid : null };
    centroids.set(curve, centroid);
  }
  return centroid.centre;
}
