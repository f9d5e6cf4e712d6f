import { controlPointsOf, type Vector3, vectorAt } from '@pencil-bend/core';
import type { PlainCurve } from '../project/plain';
import { isFree, type Recipe } from '../project/project';
import { isClosed } from '../recipe/editEnds';
import { fitPointsOf } from '../recipe/makeLive';
import { describe, givensOf, wordOf } from '../recipe/givenRecipes';
import { resolveRecipe } from '../recipe/resolve';
import { shownCurve } from '../recipe/shownCurve';
import { transformed } from '../recipe/transformed';
import { type ItemKind, NO_SHAPE } from './itemKind';

export const curveKind: ItemKind<PlainCurve> = {
  label: 'a curve',
  word: ({ recipe }) => {
    if (!isFree(recipe)) return wordOf(recipe);
    const count = fitPointsOf(recipe).length || recipe.points.length;
    return recipe.symmetry ? `${count} sym` : `${count} pts`;
  },
  description: ({ recipe }) => {
    const symmetric = isFree(recipe) && recipe.symmetry ? ', its own mirror' : '';
    return `${madeBy(recipe)}, ${isClosed(recipe) ? 'closed' : 'open'}${symmetric}`;
  },
  shape: ({ recipe }) => {
    const resolved = resolveRecipe(recipe);
    if (!resolved.ok) return NO_SHAPE;
    // Member by member: a drawing has thousands.
    return { curve: shownCurve(recipe), edge: null, at: null, centre: centreOf(recipe), pointSet: null };
  },
  extent: ({ recipe }) => {
    const resolved = resolveRecipe(recipe);
    if (!resolved.ok) return [];
    const points = controlPointsOf(resolved.value.curve);
    return Array.from({ length: points.length / 3 }, (_, i) => vectorAt(points, i));
  },
  anchor: () => null,
  moved: (item, map) => ({ ...item, recipe: transformed(item.recipe, map) }),
  // Whether its recipe gives a curve is asked of curves that stand for themselves and of mirrors alike.
  problems: () => [],
};

/** The centre that a shape is given by. */
const centreOf = (recipe: Recipe): Vector3 | null =>
  (!isFree(recipe) && givensOf(recipe).find(({ id }) => id === 'centre')?.at) || null;

function madeBy(recipe: Recipe): string {
  if (!isFree(recipe)) return describe(recipe);
  return fitPointsOf(recipe).length > 0 ? 'Through points' : 'By control points';
}
