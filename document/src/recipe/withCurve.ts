import { type Curve, domainOf, homogeneous, keptPoints } from '@pencil-bend/core';
import type { ControlPoint, ControlRecipe, FixedFit, Id } from '../project/project';
import { controlPoints, controlRecipe, freePrefix } from './fixSpacing';

/**
 * The recipe with another curve in it. Control points that stayed where they were keep their ids and pins; those that
 * moved take over what is left of the old ids, in order; more of them get fresh ones.
 */
export function withCurve(recipe: ControlRecipe, curve: Curve, fit: FixedFit | undefined = recipe.fit): ControlRecipe {
  const made = controlPoints(curve, () => '');
  const before = homogeneous(
    recipe.points.flatMap(({ at }) => at),
    recipe.points.map(({ weight }) => weight),
  );
  const kept = [...keptPoints(before, curve.points.subarray(0, 4 * made.length))].map((index) =>
    index < 0 ? null : recipe.points[index],
  );
  const taken = new Set(kept.map((point) => point?.id));
  const left = recipe.points.filter(({ id }) => !taken.has(id));
  const fresh = freshIds([...recipe.points.map(({ id }) => id), ...(fit?.points ?? []).map(({ id }) => id)]);
  const points = made.map((point, i): ControlPoint => {
    const stays = kept[i];
    if (stays) return stays;
    const old = left.shift();
    return old ? { ...old, at: point.at, weight: point.weight } : { ...point, id: fresh() };
  });
  const { fit: _fit, ...whole } = recipe;
  const { degree, closing, knots } = controlRecipe(curve, () => '');
  return { ...whole, degree, closing, knots, points, ...(fit && { fit: within(fit, curve) }) };
}

/** Ids that nothing has: counted on from the largest number there. */
export function freshIds(taken: readonly Id[]): () => Id {
  const numbers = taken.map((id) => Number(/^c(\d{1,9})$/.exec(id)?.[1] ?? 0));
  let next = Math.max(0, ...numbers) + 1;
  const prefix = numbers.some((number) => number > 0) ? 'c' : freePrefix(taken);
  return () => `${prefix}${next++}`;
}

/** Fit points and rows as far as their parameters still lie in the curve's domain. */
function within(fit: FixedFit, curve: Curve): FixedFit {
  const [first, last] = domainOf(curve);
  const inside = ({ u }: { readonly u: number }) => u >= first && u <= last;
  return { ...fit, points: fit.points.filter(inside), rows: fit.rows.filter(inside) };
}
