import { breaksOf, controlPointsOf, type Curve, type Vector3, vectorAt } from '@pencil-bend/core';
import { controlIds } from '../command/items';
import type { End } from '../links/sources';
import type { PlainCurve } from '../project/plain';
import { type Id, isFree, type Recipe } from '../project/project';
import { isClosed } from '../recipe/editEnds';
import { fitPointsOf } from '../recipe/makeLive';
import { type GivenHandle, givensOf } from '../recipe/givenRecipes';
import { resolveRecipe } from '../recipe/resolve';

/** What can be taken hold of on a curve, by what it is in the curve's own terms. */
export type Handle =
  | { readonly kind: 'fit'; readonly id: Id }
  | { readonly kind: 'control'; readonly id: Id }
  /** A place that an exact shape is given by. */
  | { readonly kind: 'given'; readonly id: Id }
  /** The end of a tangent's stem, along the curve or against it. */
  | { readonly kind: 'tangent'; readonly id: Id; readonly side: 1 | -1 }
  | { readonly kind: 'weight'; readonly id: Id }
  /** A place of the curve at a knot, where no fit point stands. */
  | { readonly kind: 'on'; readonly u: number }
  /** The end of the stem of the tangent at such a place, along the curve or against it. */
  | { readonly kind: 'on-tangent'; readonly u: number; readonly side: 1 | -1 }
  | { readonly kind: 'knot'; readonly u: number }
  /** The leg of the control polygon from this control point to the next. */
  | { readonly kind: 'leg'; readonly index: number }
  /** The start of a closed curve. */
  | { readonly kind: 'seam' }
  /** The joint at an end; and what it leaves free there, as a stem: how fast the end is left, and what bends it on. */
  | { readonly kind: 'joint'; readonly end: End }
  | { readonly kind: 'freedom'; readonly end: End; readonly of: Freedom };

export const FREEDOMS = ['a', 'b', 'c'] as const;
export type Freedom = (typeof FREEDOMS)[number];

export function keyOf(handle: Handle): string {
  switch (handle.kind) {
    case 'fit':
    case 'control':
    case 'given':
    case 'weight':
      return `${handle.kind}:${handle.id}`;
    case 'tangent':
      return `tangent:${handle.id}:${handle.side}`;
    case 'on':
    case 'knot':
      return `${handle.kind}:${handle.u}`;
    case 'on-tangent':
      return `on-tangent:${handle.u}:${handle.side}`;
    case 'leg':
      return `leg:${handle.index}`;
    case 'seam':
      return 'seam';
    case 'joint':
      return `joint:${handle.end}`;
    case 'freedom':
      return `freedom:${handle.end}:${handle.of}`;
  }
}

export const sameHandle = (a: Handle, b: Handle): boolean => keyOf(a) === keyOf(b);

/** A handle's own point, where it is one that can be put somewhere. */
export const pointOf = (handle: Handle): Id | null =>
  handle.kind === 'fit' || handle.kind === 'control' || handle.kind === 'given' ? handle.id : null;

/** Points of a curve as handles, with their places. */
export interface CurvePoints {
  readonly curve: Curve;
  readonly fit: readonly { readonly id: Id; readonly at: Vector3 }[];
  readonly control: readonly { readonly id: Id; readonly at: Vector3; readonly weight: number }[];
  /** What an exact shape is given by; it is not edited by its control points. */
  readonly given: readonly GivenHandle[];
  readonly places: ReadonlyMap<Id, Vector3>;
}

const known = new WeakMap<Recipe, CurvePoints>();

/** Fit and control points of a recipe, each computed once; null where it gives no curve. */
export function pointsOf(recipe: Recipe): CurvePoints | null {
  const before = known.get(recipe);
  if (before) return before;
  const resolved = resolveRecipe(recipe);
  if (!resolved.ok) return null;
  const { curve } = resolved.value;
  const fit = fitPointsOf(recipe);
  const given = isFree(recipe) ? [] : givensOf(recipe);
  const euclidean = controlPointsOf(curve);
  const ids = isFree(recipe) ? controlIds(recipe) : [];
  const control = ids.map((id, i) => ({
    id,
    at: vectorAt(euclidean, i),
    weight: curve.points[4 * i + 3],
  }));
  const places = new Map([...control, ...fit, ...given].map(({ id, at }) => [id, at]));
  const points = { curve, fit, control, given, places };
  known.set(recipe, points);
  return points;
}

/** Whether a curve has a handle; one that is made between two ends has what is free at them. */
export function hasHandle(
  { recipe, joints }: Pick<PlainCurve, 'recipe' | 'joints'>,
  handle: Handle,
  isMade = false,
): boolean {
  if (handle.kind === 'joint') return joints?.[handle.end] !== undefined;
  if (handle.kind === 'freedom') return isMade || joints?.[handle.end] !== undefined;
  const points = pointsOf(recipe);
  if (!points) return false;
  switch (handle.kind) {
    case 'fit':
    case 'tangent':
      return points.fit.some(({ id }) => id === handle.id);
    case 'given':
      return points.given.some(({ id }) => id === handle.id);
    case 'control':
    case 'weight':
      return points.control.some(({ id }) => id === handle.id);
    case 'on':
    case 'on-tangent':
    case 'knot':
      return isFree(recipe) && breaksOf(points.curve).some(({ u }) => u === handle.u);
    case 'leg':
      return handle.index < legsOf(points);
    case 'seam':
      return isFree(recipe) && isClosed(recipe);
  }
}

/** Number of legs of the control polygon. */
export const legsOf = ({ curve, control }: CurvePoints): number =>
  curve.closing === 'periodic' ? control.length : control.length - 1;
