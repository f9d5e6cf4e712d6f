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

const known = new WeakMap<ShownItem['item'], readonly SnapPoint[]>();

/** Ends, points and the centre of an item, found once. */
export function snapPointsOf({ id, item, curve, at, centre: own }: ShownItem): readonly SnapPoint[] {
  const before = known.get(item);
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
  known.set(item, found);
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
