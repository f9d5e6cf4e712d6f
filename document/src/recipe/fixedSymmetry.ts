import { distance, middle, type Vector3 } from '@pencil-bend/core';
import type { ControlRecipe, FixedFit, Id, MirrorPlane } from '../project/project';
import { reverseCurve } from './editEnds';
import { mirroredPlace } from './mirroredPlace';
import { reflection } from './affine';
import { transformed } from './transformed';

/** Points within this share of their distance from the origin, in mm near it, are images of each other. */
const SAME = 1e-6;
/** Knots within this share of the domain are. */
const SAME_KNOT = 1e-9;

/** The image of a curve with fixed spacing, run through backwards: of one that is its own mirror, itself. */
const image = (recipe: ControlRecipe, about: MirrorPlane): ControlRecipe =>
  transformed(reverseCurve(recipe), reflection(about)) as ControlRecipe;

/** Whether a curve with fixed spacing is its own mirror, with its control points, weights and knots. */
export const isOwnMirror = (recipe: ControlRecipe, about: MirrorPlane, same = SAME): boolean =>
  isSameCurve(recipe, image(recipe, about), same);

/** Whether two curves have the same control points, weights and knots; `same` is a share of the distance from the origin. */
export function isSameCurve({ knots, points }: ControlRecipe, other: ControlRecipe, same = SAME): boolean {
  if (other.points.length !== points.length || other.knots.length !== knots.length) return false;
  const range = knots[knots.length - 1] - knots[0];
  return (
    knots.every((knot, i) => Math.abs(knot - other.knots[i]) <= SAME_KNOT * range) &&
    points.every(
      ({ at, weight }, i) =>
        isSame(at, other.points[i].at, same) && Math.abs(weight / other.points[i].weight - 1) <= same,
    )
  );
}

const isSame = (a: Vector3, b: Vector3, same: number): boolean => distance(a, b) <= same * (1 + Math.hypot(...a));

/** Each control point's and fit point's partner by its id: the one whose image it is. */
export function partnersOf(recipe: ControlRecipe, about: MirrorPlane): ReadonlyMap<Id, Id> {
  const other = image(recipe, about);
  const pairs = [
    ...recipe.points.map(({ id }, i) => [id, other.points[i].id] as const),
    ...(recipe.fit?.points ?? []).map(({ id }, i) => [id, other.fit?.points[i]?.id ?? id] as const),
  ];
  return new Map(pairs);
}

/** The image of a curve with its points called by the names of their partners, so that the other half is named as this one was. */
export function otherHalf(recipe: ControlRecipe, about: MirrorPlane, partners: ReadonlyMap<Id, Id>): ControlRecipe {
  const named = <Point extends { readonly id: Id }>(point: Point): Point => ({
    ...point,
    id: partners.get(point.id) ?? point.id,
  });
  const { fit, ...other } = image(recipe, about);
  return {
    ...other,
    points: other.points.map(named),
    ...(fit && { fit: { ...fit, points: fit.points.map(named) } }),
  };
}

/** A curve that is its own mirror to rounding, so to the last bit: the first half gives the second. */
export function evened(recipe: ControlRecipe, about: MirrorPlane): ControlRecipe {
  const other = image(recipe, about);
  const index = new Map(recipe.points.map(({ id }, i) => [id, i]));
  const points = recipe.points.map((point, i) => {
    const mate = index.get(other.points[i].id) ?? i;
    if (mate > i) return point;
    const { at, weight } = mate === i ? point : other.points[i];
    return { ...point, weight, at: mate === i ? inPlane(at, about) : at };
  });
  const half = recipe.knots.length / 2;
  const knots = recipe.knots.map((knot, i) => (i < half ? knot : other.knots[i]));
  const { fit } = recipe;
  return { ...recipe, knots, points, ...(fit && { fit: evenedFit(fit, other.fit ?? fit) }) };
}

/** The parameters of the second half of the fit points are those of the first, counted from the end. */
function evenedFit(fit: FixedFit, other: FixedFit): FixedFit {
  if (other.points.length !== fit.points.length) return fit;
  const half = fit.points.length / 2;
  return { ...fit, points: fit.points.map((point, i) => (i < half ? point : { ...point, u: other.points[i].u })) };
}

/** The middle between a curve and its image. */
export function averaged(recipe: ControlRecipe, about: MirrorPlane): ControlRecipe {
  const other = image(recipe, about);
  return {
    ...recipe,
    points: recipe.points.map((point, i) => ({ ...point, at: middle(point.at, other.points[i].at) })),
  };
}

/** The middle between a place and its image. */
const inPlane = (at: Vector3, about: MirrorPlane): Vector3 => middle(at, mirroredPlace(about, at));
