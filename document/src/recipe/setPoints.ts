import { domainOf, uniformKnots } from '@pencil-bend/core';
import { CommandError } from '../commandError';
import type { row } from '../schema/curveArgs';
import type { Value } from '../schema/kit';
import type { ControlPoint, ControlRecipe, FreeRecipe, Id } from '../project/project';
import { curveOf, fixSpacing } from './fixSpacing';
import { fitPointsOf, makeLive } from './makeLive';
import { movePoints } from './movePoints';
import { freshIds } from './withCurve';

/** A row of a table of points. */
export type Row = Value<typeof row>;

/**
 * The curve with a whole table of fit or control points in place of its own. Points keep their ids row by row. As many
 * rows as there were move the points; with another count, a curve through points is laid through the new ones, and one
 * by control points gets evenly spaced knots.
 */
export function setPoints(recipe: FreeRecipe, which: 'fit' | 'control', rows: readonly Row[]): FreeRecipe {
  if (which === 'fit') {
    const old = fitPointsOf(recipe);
    if (old.length === 0) throw new CommandError('This curve has no fit points');
    if (old.length === rows.length) {
      return movePoints(
        recipe,
        old.map(({ id }, i) => ({ point: id, to: rows[i].at })),
      );
    }
    const live = makeLive(recipe);
    const fresh = freshFor(recipe);
    return { ...live, points: rows.map(({ at }, i) => (i < old.length ? { ...old[i], at } : { id: fresh(), at })) };
  }
  const fixed = fixSpacing(recipe);
  const fresh = freshFor(fixed);
  const points = rows.map(({ at, weight = 1 }, i): ControlPoint => ({
    ...(fixed.points[i] ?? { id: fresh() }),
    at,
    weight,
  }));
  if (rows.length === fixed.points.length) return { ...fixed, points };
  return spacedOut(fixed, points);
}

/** Even knots for another count of control points, over the same domain; the degree falls to what they allow. */
function spacedOut(fixed: ControlRecipe, points: ControlPoint[]): ControlRecipe {
  const { fit: _fit, closing } = fixed;
  const degree = closing === 'periodic' ? fixed.degree : Math.min(fixed.degree, points.length - 1);
  if (degree < 1 || (closing !== 'open' && points.length < 3)) {
    throw new CommandError(`A curve cannot be made of ${points.length} control points`);
  }
  const [first, last] = domainOf(curveOf(fixed).curve);
  const knots = [...uniformKnots(degree, points.length, closing)].map((k) => first + k * (last - first));
  return { kind: 'control', closing, degree, knots, points };
}

const freshFor = (recipe: FreeRecipe): (() => Id) =>
  freshIds([...recipe.points, ...(recipe.kind === 'control' ? (recipe.fit?.points ?? []) : [])].map(({ id }) => id));
