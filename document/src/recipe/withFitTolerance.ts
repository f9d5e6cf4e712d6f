import { CommandError } from '../commandError';
import type { FitRecipe, FreeRecipe } from '../project/project';

/** The curve through points with another fit tolerance in mm: its knots are sought when the command is done. 0 passes through. */
export function withFitTolerance(recipe: FreeRecipe, within: number): FitRecipe {
  if (recipe.kind !== 'fit') {
    const why = recipe.fit
      ? 'Its spacing is held: make it live to let the curve come near its points'
      : 'This curve has no fit points to come near to';
    throw new CommandError(why);
  }
  const { near: _near, ...through } = recipe;
  return within > 0 ? { ...through, near: { within, parameters: [], knots: [] } } : through;
}
