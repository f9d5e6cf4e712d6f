import type { Curve } from '@pencil-bend/core';
import {
  type ControlRecipe,
  type FitRecipe,
  type Id,
  isFree,
  type PointConstraints,
  type Recipe,
} from '../project/project';
import { curveOf, fixSpacing, parameterOnCurve } from './fixSpacing';
import { fitPointsOf, makeLive } from './makeLive';
import { withCurve } from './withCurve';

/** How a curve can be written down whose control points have moved, its knots as they were. */
export interface Refitted {
  readonly fixed: ControlRecipe;
  /** Laid anew through its fit points where they are now: mostly a little elsewhere. Null where its spacing is fixed. */
  readonly live: FitRecipe | null;
}

/** Throws a `CommandError` for a recipe that gives no curve. */
export function refitted(recipe: Recipe, curve: Curve): Refitted {
  const before = fixSpacing(recipe);
  const fixed = withCurve(before, curve);
  if (recipe.kind !== 'fit' || recipe.near) return { fixed, live: null };
  const placed = new Map(fitPointsOf(fixed).map(({ id, at }) => [id, at]));
  // What is held at a point is held as it was: only places follow the curve.
  const points = recipe.points.map((point) => ({ ...point, at: placed.get(point.id) ?? point.at }));
  const { bound: _bound, trim: _trim, ...own } = recipe;
  return { fixed, live: { ...makeLive(own), points } };
}

/** What of a curve stays where it is while the rest is faired: control points by their indices, and places up to a level. */
export interface HeldParts {
  readonly held: readonly number[];
  readonly heldAt: readonly { readonly u: number; readonly level: 0 | 1 | 2 }[];
}

/** What is pinned, tied or held at the points of a curve stays: the place, the tangent, or the radius. */
export function heldParts(recipe: Recipe, tied: ReadonlySet<Id>): HeldParts {
  if (!isFree(recipe)) return { held: [], heldAt: [] };
  const resolved = curveOf(recipe);
  const held =
    recipe.kind === 'control' ? recipe.points.flatMap(({ id, pinned }, i) => (pinned || tied.has(id) ? [i] : [])) : [];
  const fits = recipe.kind === 'fit' ? recipe.points : (recipe.fit?.points ?? []);
  const heldAt = fits.flatMap(({ id, pinned, tangent, tangents, radius }, i) => {
    const level = radius !== undefined ? 2 : tangent || tangents ? 1 : pinned || tied.has(id) ? 0 : null;
    return level === null ? [] : [{ u: parameterOnCurve(resolved, i), level } as const];
  });
  return { held, heldAt };
}

/** The level that is held at the ends of a curve through points: a tangent, or a radius. Nothing of any other. */
export function heldAtEnds(recipe: Recipe): { readonly start?: 1 | 2; readonly end?: 1 | 2 } {
  const points = recipe.kind === 'fit' ? recipe.points : recipe.kind === 'control' ? (recipe.fit?.points ?? []) : [];
  const level = (point: PointConstraints | undefined): 1 | 2 | undefined =>
    point?.radius !== undefined ? 2 : point?.tangent ? 1 : undefined;
  const [start, end] = [level(points.at(0)), level(points.at(-1))];
  return { ...(start && { start }), ...(end && { end }) };
}
