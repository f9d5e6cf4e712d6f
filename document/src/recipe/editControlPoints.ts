import { along, dot, insertKnot, knotOnLeg, subtract, type Vector3 } from '@pencil-bend/core';
import { removeControlPoint as without } from '@pencil-bend/core/changing';
import { CommandError } from '../commandError';
import type { ControlRecipe, Id, Recipe } from '../project/project';
import { curveOf, fixSpacing } from './fixSpacing';
import { withCurve } from './withCurve';

/** Adds a control point on leg `leg` of the polygon, at a share of its length, without moving the curve. */
export function insertControlPoint(recipe: Recipe, leg: number, share: number): ControlRecipe {
  const fixed = fixSpacing(recipe);
  const { curve } = curveOf(fixed);
  let u: number;
  try {
    u = knotOnLeg(curve, leg, share);
  } catch (error) {
    throw new CommandError(`No control point can be added there: ${(error as Error).message}`);
  }
  const finer = insertKnot(curve, u);
  if (!finer.ok) throw new CommandError('The knots there stand as often as they can; no control point can be added');
  return withCurve(fixed, finer.value);
}

/** Takes a control point out; all others stay where they are. */
export function removeControlPoint(recipe: Recipe, id: Id): ControlRecipe {
  const fixed = fixSpacing(recipe);
  const index = controlIndex(fixed, id);
  const left = without(curveOf(fixed).curve, index);
  if (!left.ok) {
    throw new CommandError(`The curve needs its last ${left.failure.needed} control points; delete the curve instead`);
  }
  // The point's own id must not go over to another one.
  const rest = { ...fixed, points: fixed.points.toSpliced(index, 1) };
  return withCurve(rest, left.value);
}

/** Other weights at some control points. */
export function setWeights(
  recipe: Recipe,
  weights: readonly { readonly point: Id; readonly weight: number }[],
): ControlRecipe {
  const fixed = fixSpacing(recipe);
  const given = new Map(weights.map(({ point, weight }) => [point, weight]));
  for (const point of given.keys()) controlIndex(fixed, point);
  return {
    ...fixed,
    points: fixed.points.map((point) => ({ ...point, weight: given.get(point.id) ?? point.weight })),
  };
}

/**
 * Puts the control points from the first to the last of the given ones on the line between those two: degree + 1 or
 * more of them in line make the curve straight there.
 */
export function straighten(recipe: Recipe, ids: readonly Id[]): ControlRecipe {
  const fixed = fixSpacing(recipe);
  const indices = ids.map((id) => controlIndex(fixed, id));
  const [from, to] = [Math.min(...indices), Math.max(...indices)];
  const needed = fixed.degree + 1;
  if (to - from + 1 < needed) {
    throw new CommandError(
      `A straight stretch of degree ${fixed.degree} takes ${needed} control points in a row; choose the first and the last of them`,
    );
  }
  const [start, end] = [fixed.points[from].at, fixed.points[to].at];
  const chord = subtract(end, start);
  const size = dot(chord, chord);
  if (!(size > 0)) throw new CommandError('The first and the last of these control points lie in one place');
  const onLine = (at: Vector3): Vector3 => along(start, chord, dot(subtract(at, start), chord) / size);
  return {
    ...fixed,
    points: fixed.points.map((point, i) => (i > from && i < to ? { ...point, at: onLine(point.at) } : point)),
  };
}

export function controlIndex(recipe: ControlRecipe, id: Id): number {
  const index = recipe.points.findIndex((point) => point.id === id);
  if (index < 0) throw new CommandError(`There is no control point '${id}' in this curve`);
  return index;
}
