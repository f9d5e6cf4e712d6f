import { close, domainOf, moveSeam as seamAt, negate, open, reverse as reversed, toPeriodic } from '@pencil-bend/core';
import { CommandError } from '../commandError';
import {
  type BoundEnds,
  isFree,
  type ControlRecipe,
  type FixedFit,
  type FreeRecipe,
  type Id,
  type PointConstraints,
  type Recipe,
} from '../project/project';
import { reverseGiven } from './givenRecipes';
import { mapped } from './editKnots';
import { curveOf, fixSpacing } from './fixSpacing';
import { inDomain } from './movePoints';
import { mapTurnedTangents } from './tangentSides';
import { withCurve } from './withCurve';

export function isClosed(recipe: Recipe): boolean {
  if (recipe.kind === 'fit') return recipe.closed;
  return (recipe.kind === 'control' ? recipe : curveOf(recipe).curve).closing !== 'open';
}

/**
 * Closes an open curve: through points smoothly, from the last to the first; by control points with its ends brought
 * together where they lie within `tolerance` mm, else with a straight leg.
 */
export function closeCurve(recipe: FreeRecipe, tolerance: number): FreeRecipe {
  if (isClosed(recipe)) throw new CommandError('The curve is closed already');
  if (recipe.kind === 'fit') {
    if (recipe.points.length < 3) throw new CommandError(`A closed curve needs 3 points, not ${recipe.points.length}`);
    return { ...recipe, closed: true };
  }
  const { curve } = curveOf(recipe);
  const joined = close(curve, tolerance);
  const ring = toPeriodic(joined, tolerance);
  const made = ring.ok ? ring.value : joined;
  const [first, last] = domainOf(made);
  // The end that met the start is one place with it.
  const inside = recipe.fit && {
    ...recipe.fit,
    points: recipe.fit.points.filter(({ u }) => u >= first && u < last),
    rows: recipe.fit.rows.filter(({ u }) => u > first && u < last),
  };
  return withCurve(recipe, made, inside);
}

/** Opens a closed curve at its seam; it keeps its shape, and so its spacing is fixed. `id` names the end's fit point. */
export function openCurve(recipe: Recipe, id: Id): ControlRecipe {
  if (!isClosed(recipe)) throw new CommandError('The curve is open already');
  const fixed = fixSpacing(recipe);
  const made = open(curveOf(fixed).curve);
  const [first, last] = domainOf(made);
  const { fit } = fixed;
  const ended = fit && fit.points[0].u === first ? { ...fit, points: [...fit.points, { id, u: last }] } : fit;
  return withCurve(fixed, made, ended);
}

/** The same curve run through backwards. */
export function reverseCurve(recipe: FreeRecipe): FreeRecipe;
export function reverseCurve(recipe: Recipe): Recipe;
export function reverseCurve(recipe: Recipe): Recipe {
  if (!isFree(recipe)) return reverseGiven(recipe);
  if (recipe.kind === 'fit') {
    const [first, ...rest] = recipe.points;
    // A closed curve begins where it began.
    const points = recipe.closed ? [first, ...rest.reverse()] : [...recipe.points].reverse();
    return { ...recipe, points: points.map(turned), ...(recipe.bound && { bound: boundTurned(recipe.bound) }) };
  }
  const { curve } = curveOf(recipe);
  const [from, to] = domainOf(curve);
  const fit: FixedFit | undefined = recipe.fit && {
    ...recipe.fit,
    points: recipe.fit.points
      .map((point) => turned({ ...point, u: Math.min(to, Math.max(from, from + to - point.u)) }))
      .reverse(),
    rows: recipe.fit.rows.map((row) => ({
      ...row,
      u: Math.min(to, Math.max(from, from + to - row.u)),
      left: !row.left,
    })),
  };
  return withCurve(recipe, reversed(curve), fit);
}

/** What an end goes on from runs into it whichever way the curve is gone through. */
function boundTurned({ contacts: { start, end }, image }: BoundEnds): BoundEnds {
  return {
    contacts: { ...(end && { start: end }), ...(start && { end: start }) },
    ...(image && { image: { ...image, end: image.end === 'start' ? 'end' : 'start' } }),
  };
}

const turned = <Point extends PointConstraints>(point: Point): Point => ({
  ...point,
  ...mapTurnedTangents(point, (tangent) => ({ ...tangent, direction: negate(tangent.direction) })),
});

/** A closed curve with its seam elsewhere: through points at the fit point nearest to u, else at u. */
export function moveSeam(recipe: FreeRecipe, u: number): FreeRecipe {
  if (!isClosed(recipe)) throw new CommandError('An open curve has its ends, not a seam');
  const { curve, fitParameters } = curveOf(recipe);
  const [first, last] = domainOf(curve);
  inDomain(recipe, u);
  const around = (v: number) => Math.min(Math.abs(v - u), last - first - Math.abs(v - u));
  if (recipe.kind === 'fit') {
    const places = recipe.points.map((_, i) =>
      around(fitParameters[i] > last ? fitParameters[i] - (last - first) : fitParameters[i]),
    );
    const start = places.indexOf(Math.min(...places));
    return { ...recipe, points: [...recipe.points.slice(start), ...recipe.points.slice(0, start)] };
  }
  if (curve.closing !== 'periodic')
    throw new CommandError('The seam of this curve is a corner of its own and stays there');
  const made = seamAt(curve, u);
  const [start, end] = domainOf(made);
  const fit =
    recipe.fit &&
    mapped(recipe.fit, (v) => (v < start ? Math.min(end, v + (last - first)) : v >= end ? v - (last - first) : v));
  const sorted = fit && { ...fit, points: [...fit.points].sort((a, b) => a.u - b.u) };
  return withCurve(recipe, made, sorted);
}
