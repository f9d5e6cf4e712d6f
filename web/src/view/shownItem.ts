import { type Curve, displayPolyline, type Polyline } from '@pencil-bend/core';
import { type Id, itemShape, type ItemShape, type PlainItem, type Project } from '@pencil-bend/document';

/** One item as the sheet shows it now, a drag included. */
export interface ShownItem extends ItemShape {
  readonly id: Id;
  /** A mirror with the recipe that its shape comes from. */
  readonly item: PlainItem;
  /** It lies on a layer of references. */
  readonly faint: boolean;
  /** It can be caught, but not taken into hand on the sheet. */
  readonly fixed: boolean;
  /** It is being made: the project has it not yet. */
  readonly made: boolean;
  /** The points of a measured set as they are kept, packed x y z; null where they are not here. */
  readonly points: Float64Array | null;
}

/** A shown item that is a curve. */
export type ShownCurve = ShownItem & { readonly curve: Curve };

export const isCurve = (item: ShownItem): item is ShownCurve => item.curve !== null;

/** A curve, or what a guide is drawn as; null of a point. */
export const edgeShown = ({ curve, edge }: ShownItem): Curve | null => curve ?? edge;

/** The points of a content, packed x y z; null where they are not here. */
type PointsOf = (content: string) => Float64Array | null;

const NOWHERE: PointsOf = () => null;

export function shownItem(
  id: Id,
  item: PlainItem,
  project: Project,
  { made = false, pointsOf = NOWHERE }: { readonly made?: boolean; readonly pointsOf?: PointsOf } = {},
): ShownItem {
  const { locked, reference } = project.layers[item.layer];
  const { curve, edge, at, centre, pointSet } = itemShape(item, project);
  const points = pointSet && pointsOf(pointSet.content);
  const fixed = locked || reference;
  return { curve, edge, at, centre, pointSet, id, item, faint: reference, fixed, made, points };
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
