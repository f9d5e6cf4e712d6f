import { CommandError } from '../commandError';
import type { FreeRecipe, Id } from '../project/project';
import { removeControlPoint } from './editControlPoints';
import { removeFitPoint } from './editFitPoints';
import { removeKnot } from './editKnots';
import { fixSpacing } from './fixSpacing';
import { fitPointsOf } from './makeLive';

/**
 * The recipe without some of its points and knots, one after the other: fit points first, then control points, then
 * knots by their parameter. Throws a `CommandError` where one of them cannot be taken out, or is not there.
 */
export function removeHandles(recipe: FreeRecipe, points: readonly Id[], knots: readonly number[]): FreeRecipe {
  if (points.length + knots.length === 0) throw new CommandError('Nothing is selected that can be taken out');
  const isFit = new Set(fitPointsOf(recipe).map(({ id }) => id));
  const fit = points.filter((id) => isFit.has(id));
  const control = points.filter((id) => !isFit.has(id));
  let left: FreeRecipe = recipe;
  for (const id of fit) left = removeFitPoint(left, id);
  // A control point goes by the name it has while the spacing is fixed.
  if (control.length > 0) left = fixSpacing(left);
  for (const id of control) left = removeControlPoint(left, id);
  for (const u of knots) left = removeKnot(left, u);
  return left;
}
