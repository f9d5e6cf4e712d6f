import { type Curve, domainOf } from '@pencil-bend/core';
import { CommandError } from '../commandError';
import {
  isFree,
  type ControlPoint,
  type ControlRecipe,
  type FitRecipe,
  type FixedFitPoint,
  type FreeRecipe,
  type Id,
  type Recipe,
} from '../project/project';
import { type ResolvedCurve, resolveRecipe } from './resolve';

/** The curve of a recipe that is known to be right. */
export function curveOf(recipe: Recipe): ResolvedCurve {
  const resolved = resolveRecipe(recipe);
  if (!resolved.ok) throw new CommandError(resolved.failure.message);
  return resolved.value;
}

/**
 * The same curve with its spacing fixed: parameters and knots are fixed from now on, and control points can be moved
 * as well as fit points. A recipe of control points is returned as it is; an exact shape becomes one, with the same curve.
 */
export function fixSpacing(recipe: Recipe): ControlRecipe {
  if (recipe.kind === 'control') return recipe;
  if (!isFree(recipe)) return controlRecipe(curveOf(recipe).curve, numberedControl);
  const resolved = curveOf(recipe);
  const { curve, sites } = resolved;
  const { parameterisation, ends } = recipe;
  const points = recipe.points
    .map(({ id, at: _at, ...holds }, i): FixedFitPoint => ({ id, u: parameterOnCurve(resolved, i), ...holds }))
    .sort((a, b) => a.u - b.u);
  const rows = Array.from(sites?.parameters ?? [], (u, i) => ({
    u,
    order: sites?.orders[i] ?? 0,
    left: sites?.left[i] === 1,
  })).filter(({ order }) => order > 0);
  const { symmetry } = recipe;
  // Points beside the curve are no other form of its control points.
  if (recipe.near && !sites) return { ...controlRecipe(curve, controlIdsOf(recipe)), ...(symmetry && { symmetry }) };
  const fit = { parameterisation, ends, points, rows };
  return { ...controlRecipe(curve, controlIdsOf(recipe)), fit, ...(symmetry && { symmetry }) };
}

/**
 * The ids that the control points of a curve through points have, before and after its spacing is fixed: 'c1', 'c2', …,
 * or with more letters where a fit point is called so.
 */
export function controlIdsOf(recipe: FitRecipe): (index: number) => Id {
  const prefix = freePrefix(recipe.points.map(({ id }) => id));
  return (index) => `${prefix}${index + 1}`;
}

/** The shortest of 'c', 'cc', … that begins none of the ids with a number behind it. */
export function freePrefix(taken: readonly Id[]): string {
  for (let prefix = 'c'; ; prefix += 'c') {
    const begun = new RegExp(`^${prefix}\\d`);
    if (!taken.some((id) => begun.test(id))) return prefix;
  }
}

/** 'c1', 'c2', … */
export const numberedControl = (index: number): Id => `c${index + 1}`;

/** A recipe as it is edited point by point: of an exact shape its control points, which give the same curve. */
export const asFree = (recipe: Recipe): FreeRecipe => (isFree(recipe) ? recipe : fixSpacing(recipe));

/** A recipe that writes a curve down by its control points. */
export function controlRecipe(curve: Curve, idOf: (index: number) => Id): ControlRecipe {
  const { degree, closing, knots } = curve;
  return { kind: 'control', degree, closing, knots: [...knots], points: controlPoints(curve, idOf) };
}

export function controlPoints({ points, degree, closing }: Curve, idOf: (index: number) => Id): ControlPoint[] {
  const count = points.length / 4 - (closing === 'periodic' ? degree : 0);
  return Array.from({ length: count }, (_, i) => {
    const weight = points[4 * i + 3];
    const at = [points[4 * i] / weight, points[4 * i + 1] / weight, points[4 * i + 2] / weight] as const;
    return { id: idOf(i), at, weight };
  });
}

/**
 * The parameter of a fit point within the domain, at a kink that of the knots there to the last bit. (Of a closed curve
 * whose domain begins before its first point, the last parameters lie beyond its end.)
 */
export function parameterOnCurve({ curve, fitParameters, sites }: ResolvedCurve, index: number): number {
  const u = fitParameters[index];
  if (!sites) return u;
  const [first, last] = domainOf(curve);
  const period = curve.closing === 'open' ? Infinity : last - first;
  const away = (place: number) => Math.min(Math.abs(place - u), Math.abs(place + period - u));
  let nearest = u;
  let least = Infinity;
  for (let i = 0; i < sites.parameters.length && least > 0; i++) {
    const place = sites.parameters[i];
    if (sites.orders[i] === 0 && away(place) < least) [nearest, least] = [place, away(place)];
  }
  return nearest;
}
