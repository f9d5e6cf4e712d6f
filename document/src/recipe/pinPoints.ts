import { CommandError } from '../commandError';
import type { Axis, FreeRecipe, Id } from '../project/project';
import { fixSpacing } from './fixSpacing';

/** Lets moves leave a coordinate of some points as it is, or frees it. Control points can be pinned once the spacing is fixed. */
export function pinPoints(recipe: FreeRecipe, ids: readonly Id[], axis: Axis, pinned: boolean): FreeRecipe {
  const known: readonly { readonly id: Id }[] =
    recipe.kind === 'fit' ? recipe.points : [...recipe.points, ...(recipe.fit?.points ?? [])];
  const missing = ids.find((id) => !known.some((point) => point.id === id));
  if (missing !== undefined) {
    const fixed = fixSpacing(recipe);
    if (fixed === recipe || !fixed.points.some(({ id }) => id === missing)) {
      throw new CommandError(`There is no point '${missing}' in this curve`);
    }
    return pinPoints(fixed, ids, axis, pinned);
  }
  const change = <Point extends { readonly id: Id; readonly pinned?: readonly Axis[] }>(point: Point): Point => {
    if (!ids.includes(point.id)) return point;
    const { pinned: old = [], ...rest } = point;
    const axes = pinned ? [...new Set([...old, axis])].sort() : old.filter((each) => each !== axis);
    return (axes.length > 0 ? { ...rest, pinned: axes } : rest) as Point;
  };
  if (recipe.kind === 'fit') return { ...recipe, points: recipe.points.map(change) };
  const { fit } = recipe;
  return {
    ...recipe,
    points: recipe.points.map(change),
    ...(fit && { fit: { ...fit, points: fit.points.map(change) } }),
  };
}
