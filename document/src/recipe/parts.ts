import { type Curve, distance, domainOf, evaluate } from '@pencil-bend/core';
import type { ControlRecipe, FixedFit, FixedFitPoint, Id, Recipe } from '../project/project';
import { curveOf, fixSpacing } from './fixSpacing';
import { freshIds, withCurve } from './withCurve';

/**
 * The recipe of a stretch of its curve, or of one that goes on from it, in the same parameters (of a closed curve
 * counted on past its seam): it keeps the fit points that lie on it, and has one at each of its ends.
 */
export function partOf(recipe: Recipe, part: Curve): ControlRecipe {
  // A part of what is its own mirror is none, and what ends it is told of each part anew.
  const { fit: all, symmetry: _symmetry, trim: _trim, ...fixed } = fixSpacing(recipe);
  if (!all) return withCurve(fixed, part, undefined);
  const whole = curveOf(recipe).curve;
  const [first, last] = domainOf(part);
  const period = whole.closing === 'open' ? 0 : domainOf(whole)[1] - domainOf(whole)[0];
  const into = (u: number) => (u < first && period > 0 ? u + period : u);
  const ids = freshIds([...all.points, ...fixed.points].map(({ id }) => id));
  const inside = all.points
    .map((point): FixedFitPoint => ({ ...point, u: into(point.u) }))
    .filter(({ u }) => u >= first && u <= last)
    .sort((a, b) => a.u - b.u);
  const ended = [
    ...(inside[0]?.u === first ? [] : [{ id: ids(), u: first }]),
    ...inside,
    ...(part.closing === 'open' && inside.at(-1)?.u !== last ? [{ id: ids(), u: last }] : []),
  ];
  const rows = all.rows.map((row) => ({ ...row, u: into(row.u) })).filter(({ u }) => u >= first && u <= last);
  return withCurve(fixed, part, { ...all, points: ended, rows });
}

/** The fit points of two curves that were joined, the second one's parameters moved on by `shift`. */
export function joinedFit(a: ControlRecipe, b: ControlRecipe, shift: number): FixedFit | undefined {
  if (!a.fit || !b.fit) return undefined;
  const taken = new Set<Id>([...a.fit.points, ...a.points].map(({ id }) => id));
  const fresh = freshIds([...taken, ...b.fit.points.map(({ id }) => id)]);
  const end = a.fit.points.at(-1)?.u ?? -Infinity;
  const others = b.fit.points
    .map((point) => ({ ...point, u: point.u + shift, id: taken.has(point.id) ? fresh() : point.id }))
    .filter(({ u }) => u > end);
  const rows = b.fit.rows.map((row) => ({ ...row, u: row.u + shift }));
  return { ...a.fit, points: [...a.fit.points, ...others], rows: [...a.fit.rows, ...rows] };
}

/** How far apart two ends lie, in mm, for each way of bringing them together. */
export const gapBetween = (a: Curve, atA: 0 | 1, b: Curve, atB: 0 | 1): number =>
  distance(evaluate(a, domainOf(a)[atA]), evaluate(b, domainOf(b)[atB]));
