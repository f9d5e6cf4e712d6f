import { derivatives, insertKnot, length, scale, type TangentConstraint, type Vector3 } from '@pencil-bend/core';
import { CommandError } from '../commandError';
import type { ControlRecipe, Id, Recipe } from '../project/project';
import { fitIndex, fitOf, withConstraints } from './editFitPoints';
import { curveOf } from './fixSpacing';
import { turnedAt } from './movePoints';
import { withCurve } from './withCurve';

/**
 * Distance of the handle's end from its point, as a share of the tangent's strength: beyond the third at which a cubic
 * has its next control point, so that the two do not lie on each other.
 */
export const HANDLE_SHARE = 1 / 2;

/**
 * The tangent that a curve has at a fit point: its direction, and its strength in mm, which is |r'| over the mean of the
 * intervals to the neighbouring fit points.
 */
export function tangentAt(recipe: Recipe, id: Id): { direction: Vector3; mm: number } {
  const { curve, fitParameters } = curveOf(recipe);
  const index = fitIndex(recipe, id);
  const u = recipe.kind === 'fit' ? withinDomain(recipe, index) : fitParameters[index];
  const d = derivatives(curve, u, 1);
  const first: Vector3 = [d[3], d[4], d[5]];
  const speed = length(first);
  if (!(speed > 0)) throw new CommandError('The curve stands still there and has no tangent');
  return { direction: scale(first, 1 / speed), mm: speed * intervalAt(recipe, index) };
}

/** Constrains the tangent at a fit point, its direction alone or with its strength; null frees it. */
export function setTangent(recipe: Recipe, id: Id, tangent: TangentConstraint | null): Recipe {
  if (tangent && !(length(tangent.direction) > 0)) throw new CommandError('A direction is needed, not 0, 0, 0');
  const index = fitIndex(recipe, id);
  if (recipe.kind === 'fit') return withConstraints(recipe, id, { tangent: tangent ?? undefined });
  const { u } = fitOf(recipe).points[index];
  const fixed = withConstraints(recipe, id, { tangent: tangent ?? undefined });
  if (!tangent) {
    const fit = fitOf(fixed);
    const ends = [fit.points[0].u, fit.points[fit.points.length - 1].u];
    // What constrains the ends' derivatives is part of the fit's own form.
    return ends.includes(u)
      ? fixed
      : { ...fixed, fit: { ...fit, rows: fit.rows.filter((row) => row.u !== u || row.order !== 1) } };
  }
  const ready = withRow(fixed, index);
  const { curve, sites } = curveOf(ready);
  const d = derivatives(curve, u, 1);
  const { direction, strength } = tangent;
  const interval = intervalAt(recipe, index);
  const mm = !strength ? null : 'mm' in strength ? strength.mm : strength.ratio * chordAt(recipe, index);
  const speed = mm === null ? Math.hypot(d[3], d[4], d[5]) : mm / interval;
  const turned = sites && turnedAt(curve, sites, u, scale(direction, speed / length(direction)));
  if (!turned)
    throw new CommandError('The control points there are not free enough for a tangent; add a knot beside it');
  return withCurve(ready, turned);
}

/** Constrains the radius of curvature at a fit point in mm; null frees it. */
export function setRadius(recipe: Recipe, id: Id, radius: number | null): Recipe {
  fitIndex(recipe, id);
  if (recipe.kind === 'control') {
    throw new CommandError('A radius is held with live spacing: make the spacing live first');
  }
  return withConstraints(recipe, id, { radius: radius ?? undefined });
}

/** The recipe with fixed spacing with a row for the first derivative at a fit point, and a knot more to determine it with. */
function withRow(recipe: ControlRecipe, index: number): ControlRecipe {
  const fit = fitOf(recipe);
  const { u } = fit.points[index];
  if (fit.rows.some((row) => row.u === u && row.order === 1)) return recipe;
  const { curve, fitParameters } = curveOf(recipe);
  const last = index === fitParameters.length - 1;
  const other = last ? fitParameters[index - 1] : fitParameters[index + 1];
  const inside = curve.closing !== 'open' || other <= fitParameters[fitParameters.length - 1];
  const finer = inside ? insertKnot(curve, u + (other - u) / 3) : null;
  const rows = [...fit.rows, { u, order: 1, left: last && curve.closing === 'open' }];
  return withCurve(recipe, finer?.ok ? finer.value : curve, { ...fit, rows });
}

/** Mean of the parameter's intervals beside a fit point. */
function intervalAt(recipe: Recipe, index: number): number {
  return meanBeside(recipe, index, (a, b) => b - a);
}

/** Mean of the chords beside a fit point in mm. */
export function chordAt(recipe: Recipe, index: number): number {
  const { curve } = curveOf(recipe);
  const place = (u: number) => derivatives(curve, turned(recipe, u), 0);
  return meanBeside(recipe, index, (a, b) => {
    const [p, q] = [place(a), place(b)];
    return Math.hypot(q[0] - p[0], q[1] - p[1], q[2] - p[2]);
  });
}

function meanBeside(recipe: Recipe, index: number, of: (from: number, to: number) => number): number {
  const { fitParameters, curve } = curveOf(recipe);
  const sides: number[] = [];
  const count = fitParameters.length;
  if (index > 0) sides.push(of(fitParameters[index - 1], fitParameters[index]));
  else if (curve.closing !== 'open') sides.push(of(fitParameters[count - 2], fitParameters[count - 1]));
  if (index + 1 < count) sides.push(of(fitParameters[index], fitParameters[index + 1]));
  return sides.reduce((sum, side) => sum + side, 0) / sides.length;
}

const withinDomain = (recipe: Recipe, index: number): number => turned(recipe, curveOf(recipe).fitParameters[index]);

/** A parameter of a closed curve's next turn brought back. */
function turned(recipe: Recipe, u: number): number {
  const { curve } = curveOf(recipe);
  const [first, last] = [curve.knots[curve.degree], curve.knots[curve.points.length / 4]];
  return u > last ? u - (last - first) : u;
}
