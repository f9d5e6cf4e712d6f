import { type Curve, displayPolyline, type Polyline, type Vector3 } from '@pencil-bend/core';
import { type Id, type Item, resolveRecipe } from '@pencil-bend/document';

/** One item as the sheet shows it now, a drag included. */
export interface Drawn {
  readonly id: Id;
  readonly item: Item;
  /** Null for a point item, and for a curve that cannot be made. */
  readonly curve: Curve | null;
  readonly at: Vector3 | null;
}

export function drawnOf(id: Id, item: Item): Drawn {
  if (item.kind === 'point') return { id, item, curve: null, at: item.at };
  const resolved = resolveRecipe(item.recipe);
  return { id, item, at: null, curve: resolved.ok ? resolved.value.curve : null };
}

interface Flattened {
  readonly tolerance: number;
  readonly polyline: Polyline;
}

const known = new WeakMap<Curve, Flattened>();

/** Finest deviation from the curve, in pixels, that anybody could see. */
const SEEN = 0.15;

/** A curve as a polyline fine enough for the zoom; it is laid anew only when the zoom changed by a factor of 4. */
export function flattened(curve: Curve, mmPerPixel: number): Polyline {
  const tolerance = SEEN * 4 ** Math.floor(Math.log(mmPerPixel) / Math.log(4));
  const flat = known.get(curve);
  if (flat?.tolerance === tolerance) return flat.polyline;
  const polyline = displayPolyline(curve, tolerance);
  known.set(curve, { tolerance, polyline });
  return polyline;
}
