import { failed, packVectors, type Result, success } from '@pencil-bend/core';
import { FEW_TARGETS, pointsDeviation, type Progress, spaceTargets } from '@pencil-bend/core/changing';
import equal from 'fast-deep-equal';
import { CommandError } from '../commandError';
import type { FitRecipe, Near } from '../project/project';
import { LIVE_TARGETS } from './liveTargets';
import { APART, exactOf, fitBy, fitProblem, heldAtPoints, resolveRecipe } from './resolve';

/** Seeks the knots of a curve near its points, bound as it is shown; fails with why there is none, in words. */
export function soughtNear(
  recipe: FitRecipe,
  { quick = false, progress }: { readonly quick?: boolean; readonly progress?: Progress } = {},
): Result<Near, string> {
  const { points, closed, degree, near, bound, symmetry } = recipe;
  if (!near) throw new RangeError('near: a curve near its points is needed');
  const { within } = near;
  if (symmetry && closed) {
    return failed('A closed curve that is its own mirror passes through its points: let go of its symmetry first');
  }
  const packed = packVectors(points.map(({ at }) => at));
  const found = spaceTargets(packed, within, {
    ...heldAtPoints(recipe),
    closed,
    degree,
    exact: exactOf(recipe),
    apart: APART,
    quick,
    ...(bound?.contacts && !closed && { contacts: bound.contacts }),
    ...(symmetry && { mirrored: true }),
    ...(progress && { progress }),
    fit: (spacing) => fitBy(recipe, packed, spacing),
  });
  if (found.ok) {
    const { parameters, knots, smoothing } = found.value.spacing;
    return success({ within, parameters: [...parameters], knots: [...knots], ...(smoothing && { smoothing }) });
  }
  const { failure } = found;
  const isHeld = failure.kind === 'out-of-reach' || failure.kind === 'unsolvable';
  if (isHeld && points.length <= FEW_TARGETS) return success({ within, parameters: [], knots: [] });
  if (failure.kind !== 'out-of-reach') return failed(fitProblem(failure, packed, closed).message);
  return failed(
    `Within ${inMm(within)} mm the curve would follow the noise of its points: ${failure.reachable} mm can be reached`,
  );
}

const inMm = (mm: number): string => String(Number(mm.toPrecision(3)));

/** What was sought elsewhere, for recipes that are about to be asked for: the latest few. */
const sought: { readonly recipe: FitRecipe; readonly near: Near }[] = [];
const REMEMBERED = 8;

/** Remembers what a worker has sought for a recipe. */
export function rememberNear(recipe: FitRecipe, near: Near): void {
  sought.unshift({ recipe: asAsked(recipe), near });
  sought.length = Math.min(sought.length, REMEMBERED);
}

/** A recipe by what decides its knots: those that it had do not. */
const asAsked = ({ near, ...recipe }: FitRecipe): FitRecipe => ({
  ...recipe,
  ...(near && { near: { within: near.within, parameters: [], knots: [] } }),
});

/**
 * How a curve comes near its points as they are now: as was remembered; quickly, with the knots it has as long as they do;
 * or sought anew. Throws a `CommandError` where nothing does.
 */
export function nearNow(recipe: FitRecipe, quick: boolean): Near {
  const { near, points, closed } = recipe;
  if (!near) throw new RangeError('near: a curve near its points is needed');
  const asked = asAsked(recipe);
  const known = sought.find((one) => equal(one.recipe, asked));
  if (known) return known.near;
  const isWhole = near.parameters.length === points.length + (closed ? 1 : 0);
  if (quick && isWhole && (points.length > LIVE_TARGETS || isWithin(recipe))) return near;
  const found = soughtNear(recipe, { quick });
  if (!found.ok) throw new CommandError(found.failure);
  return found.value;
}

/** Whether no point lies farther off than it may. */
export function isWithin(recipe: FitRecipe): boolean {
  const resolved = resolveRecipe(recipe);
  return resolved.ok && missOf(recipe).max <= (recipe.near?.within ?? 0);
}

/** How far the points of a curve lie off it at most, in mm, and which lies farthest. */
export function missOf(recipe: FitRecipe): { readonly max: number; readonly index: number } {
  const resolved = resolveRecipe(recipe);
  if (!resolved.ok) throw new CommandError(resolved.failure.message);
  const { max, index } = pointsDeviation(packVectors(recipe.points.map(({ at }) => at)), resolved.value.curve);
  return { max, index };
}
