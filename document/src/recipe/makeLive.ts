import { evaluate, MAX_DEGREE } from '@pencil-bend/core';
import { CommandError } from '../commandError';
import {
  isFree,
  type Axis,
  type ControlRecipe,
  type FitPoint,
  type FitRecipe,
  type Id,
  type Recipe,
} from '../project/project';
import { curveOf } from './fixSpacing';

/** The largest degree of a curve through points. */
export const MOST_THROUGH_POINTS = 9;

/** The curve through the fit points as they are now, with live spacing: in general another curve. */
export function makeLive(recipe: Recipe, degree?: number): FitRecipe {
  if (recipe.kind === 'fit') return degree === undefined ? recipe : { ...recipe, degree };
  const fit = recipe.kind === 'control' ? recipe.fit : undefined;
  if (recipe.kind !== 'control' || !fit) throw new CommandError('This curve has no fit points to be laid through');
  return {
    kind: 'fit',
    degree: degree ?? Math.min(MOST_THROUGH_POINTS, recipe.degree),
    closed: recipe.closing !== 'open',
    spacing: 'live',
    parameterisation: fit.parameterisation,
    knots: 'at-points',
    ends: fit.ends,
    points: fitPointsOf(recipe),
    ...(recipe.symmetry && { symmetry: recipe.symmetry }),
  };
}

/** The fit points of any recipe with their places: those of the curve at their parameters where the spacing is fixed. */
export function fitPointsOf(recipe: Recipe): readonly FitPoint[] {
  if (recipe.kind === 'fit') return recipe.points;
  return recipe.kind === 'control' && recipe.fit ? places(recipe) : [];
}

/** Fit and control points as they are written down, with what is pinned at them; an exact shape has none. */
export const pointsWritten = (recipe: Recipe): readonly { readonly id: Id; readonly pinned?: readonly Axis[] }[] =>
  isFree(recipe) ? [...recipe.points, ...fitPointsOf(recipe)] : [];

const known = new WeakMap<ControlRecipe, readonly FitPoint[]>();

function places(recipe: ControlRecipe): readonly FitPoint[] {
  let points = known.get(recipe);
  if (!points) {
    const { curve } = curveOf(recipe);
    points = (recipe.fit?.points ?? []).map(({ u, ...point }) => ({ ...point, at: evaluate(curve, u) }));
    known.set(recipe, points);
  }
  return points;
}

/** A degree that a curve may have. Throws a `CommandError`. */
export function degreeWithin(degree: number, most = MAX_DEGREE): number {
  if (degree < 1 || degree > most) throw new CommandError(`A degree from 1 to ${most} is needed, not ${degree}`);
  return degree;
}
