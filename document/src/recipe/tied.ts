import { length, type Vector3 } from '@pencil-bend/core';
import { CommandError } from '../commandError';
import { type Id, isFree, type Recipe } from '../project/project';
import { givensOf } from './givenRecipes';
import { fitPointsOf } from './makeLive';
import { movePoints } from './movePoints';
import { setTangent } from './setTangent';

/** A tie with where it leads now. */
export interface BoundTie {
  readonly point: Id;
  /** Where the point goes, from where it is; null where it is free. */
  readonly placeFor: ((at: Vector3) => Vector3) | null;
  readonly direction: Vector3 | null;
  readonly problem: string | null;
}

export interface TiedRecipe {
  readonly recipe: Recipe;
  /** Why a tie is not kept, by its point; null where it is. */
  readonly problems: Readonly<Record<Id, string | null>>;
}

/** The free shape with its tied points where they follow, and the tangents there that follow a direction. */
export function tiedRecipe(free: Recipe, ties: readonly BoundTie[]): TiedRecipe {
  let recipe = free;
  const problems: Record<Id, string | null> = {};
  for (const { point, placeFor, direction, problem } of ties) {
    problems[point] = problem;
    try {
      const at = placeOf(recipe, point);
      if (placeFor) recipe = movePoints(recipe, [{ point, to: placeFor(at) }]);
      if (direction) recipe = turned(recipe, point, direction);
    } catch (error) {
      if (!(error instanceof CommandError)) throw error;
      problems[point] = error.message;
    }
  }
  if (recipe.kind === 'fit' && recipe.near && ties.length > 0) {
    const exact = ties.filter(({ point }) => problems[point] === null).map(({ point }) => point);
    recipe = { ...recipe, exact };
  }
  return { recipe, problems };
}

function placeOf(recipe: Recipe, point: Id): Vector3 {
  const written = isFree(recipe) ? recipe.points : givensOf(recipe);
  const found = [...written, ...fitPointsOf(recipe)].find(({ id }) => id === point);
  if (!found) throw new CommandError(`there is no point '${point}'`);
  return found.at;
}

function turned(recipe: Recipe, point: Id, direction: Vector3): Recipe {
  if (!(length(direction) > 0)) return recipe;
  if (!isFree(recipe)) throw new CommandError('an exact shape has no tangent to tie');
  const held = recipe.kind === 'fit' ? recipe.points.find(({ id }) => id === point)?.tangent : undefined;
  return setTangent(recipe, point, { ...held, direction });
}
