import {
  derivatives,
  distance,
  domainOf,
  evaluate,
  insertKnot,
  length,
  scale,
  type TangentConstraint,
  type Vector3,
} from '@pencil-bend/core';
import { CommandError } from '../commandError';
import type { ControlRecipe, FreeRecipe, Id, Recipe } from '../project/project';
import { fitIndex, fitOf, withConstraints } from './editFitPoints';
import { isClosed } from './editEnds';
import { curveOf, parameterOnCurve } from './fixSpacing';
import { fitPointsOf } from './makeLive';
import { turnedAt } from './movePoints';
import { type Side, SIDES, withTangentOn } from './tangentSides';
import { withCurve } from './withCurve';

/**
 * Distance of the handle's end from its point, as a share of the tangent's strength: beyond the third at which a cubic
 * has its next control point, so that the two do not lie on each other.
 */
export const HANDLE_SHARE = 1 / 2;

/**
 * The tangent that a curve has at a fit point, at a kink on one side of it: its direction, and its strength in mm, which
 * is |r'| over the interval to the neighbouring fit point, of a smooth point the mean of both.
 */
export function tangentAt(recipe: Recipe, id: Id, side: Side = 'after'): { direction: Vector3; mm: number } {
  const index = fitIndex(recipe, id);
  const first = derivativeAt(recipe, index, side);
  const speed = length(first);
  if (!(speed > 0)) throw new CommandError('The curve stands still there and has no tangent');
  return { direction: scale(first, 1 / speed), mm: speed * intervalAt(recipe, index, side) };
}

function derivativeAt(recipe: Recipe, index: number, side: Side): Vector3 {
  const { curve } = curveOf(recipe);
  const isLeft = side === 'before' && isKink(recipe, index);
  const d = derivatives(curve, parameterAt(recipe, index, isLeft), 1, isLeft ? 'left' : 'right');
  return [d[3], d[4], d[5]];
}

/** The parameter of a fit point; what ends at the start of a closed curve ends at its end. */
function parameterAt(recipe: Recipe, index: number, isLeft: boolean): number {
  const resolved = curveOf(recipe);
  const u = parameterOnCurve(resolved, index);
  const [first, last] = domainOf(resolved.curve);
  return isLeft && u === first && resolved.curve.closing !== 'open' ? last : u;
}

/** The side of a kink that a way along the curve means, on if 1 and back if -1; undefined where the curve is smooth. */
export function sideAt(recipe: Recipe, id: Id, way: 1 | -1 = 1): Side | undefined {
  if (!isKink(recipe, fitIndex(recipe, id))) return undefined;
  return way > 0 ? 'after' : 'before';
}

/** Whether the curve may have a corner at a fit point; an end has one side. */
function isKink(recipe: Recipe, index: number): boolean {
  const points = fitPointsOf(recipe);
  return points[index].kink === true && (isClosed(recipe) || (index > 0 && index < points.length - 1));
}

/**
 * Constrains the tangent at a fit point, its direction alone or with its strength; null frees it. At a kink on one side,
 * or on both alike. Throws a `CommandError` for a side of a point that is none.
 */
export function setTangent(recipe: FreeRecipe, id: Id, tangent: TangentConstraint | null, side?: Side): FreeRecipe {
  if (tangent && !(length(tangent.direction) > 0)) throw new CommandError('A direction is needed, not 0, 0, 0');
  const index = fitIndex(recipe, id);
  const kink = isKink(recipe, index);
  if (side && !kink) throw new CommandError('The curve is smooth there: it has one tangent, not one for each side');
  if (recipe.kind === 'control') {
    return kink && !side
      ? SIDES.reduce<FreeRecipe>((now, each) => setFixedTangent(now as ControlRecipe, index, tangent, each), recipe)
      : setFixedTangent(recipe, index, tangent, side);
  }
  const constraints = side
    ? withTangentOn(recipe.points[index], side, tangent)
    : { tangent: tangent ?? undefined, tangents: undefined };
  return withConstraints(recipe, id, constraints);
}

/** The same with fixed spacing: the curve is turned there, and what determines it knows of the derivative. */
function setFixedTangent(
  recipe: ControlRecipe,
  index: number,
  tangent: TangentConstraint | null,
  side?: Side,
): ControlRecipe {
  const point = fitOf(recipe).points[index];
  const { u, id } = point;
  const constraints = side
    ? withTangentOn(point, side, tangent)
    : { tangent: tangent ?? undefined, tangents: undefined };
  const fixed = withConstraints(recipe, id, constraints);
  if (!tangent) {
    const fit = fitOf(fixed);
    const ends = [fit.points[0].u, fit.points[fit.points.length - 1].u];
    // What constrains the ends' derivatives, and those of the stretches between kinks, is part of the fit's own form.
    return ends.includes(u) || side
      ? fixed
      : { ...fixed, fit: { ...fit, rows: fit.rows.filter((row) => row.u !== u || row.order !== 1) } };
  }
  const ready = withRow(fixed, index, side);
  const { curve, sites } = curveOf(ready);
  const { direction, strength } = tangent;
  const interval = intervalAt(ready, index, side);
  const mm = !strength ? null : 'mm' in strength ? strength.mm : strength.ratio * chordAt(ready, index, side);
  const speed = mm === null ? length(derivativeAt(ready, index, side ?? 'after')) : mm / interval;
  const at = parameterAt(ready, index, side === 'before');
  const turned = sites && turnedAt(curve, sites, at, scale(direction, speed / length(direction)), side);
  if (!turned)
    throw new CommandError('The control points there are not free enough for a tangent; add a knot beside it');
  return withCurve(ready, turned);
}

/** Constrains the radius of curvature at a fit point in mm; null frees it. */
export function setRadius(recipe: FreeRecipe, id: Id, radius: number | null): FreeRecipe {
  fitIndex(recipe, id);
  if (recipe.kind === 'control') {
    throw new CommandError('A radius is held with live spacing: make the spacing live first');
  }
  return withConstraints(recipe, id, { radius: radius ?? undefined });
}

/**
 * The recipe with fixed spacing with a row for the first derivative at a fit point, on a side of it, and a knot more to
 * determine it with.
 */
function withRow(recipe: ControlRecipe, index: number, side?: Side): ControlRecipe {
  const fit = fitOf(recipe);
  const { curve, fitParameters } = curveOf(recipe);
  const u = parameterAt(recipe, index, side === 'before');
  const last = index === fitParameters.length - 1;
  const left = side ? side === 'before' : last && curve.closing === 'open';
  if (fit.rows.some((row) => row.u === u && row.order === 1 && (!side || row.left === left))) return recipe;
  const other = left || last ? fitParameters[(index || fitParameters.length - 1) - 1] : fitParameters[index + 1];
  const inside = other !== undefined && (curve.closing !== 'open' || other <= fitParameters[fitParameters.length - 1]);
  const finer = inside ? insertKnot(curve, u + (other - u) / 3) : null;
  const rows = [...fit.rows, { u, order: 1, left }];
  return withCurve(recipe, finer?.ok ? finer.value : curve, { ...fit, rows });
}

/** Of the intervals of the parameter beside a fit point the mean, at a kink the one on a side. */
function intervalAt(recipe: Recipe, index: number, side?: Side): number {
  return meanBeside(recipe, index, side, (a, b) => b - a);
}

/** Of the chords beside a fit point in mm the mean, at a kink the one on a side. */
export function chordAt(recipe: Recipe, index: number, side?: Side): number {
  const { curve } = curveOf(recipe);
  const place = (u: number) => evaluate(curve, turned(recipe, u));
  return meanBeside(recipe, index, side, (a, b) => distance(place(a), place(b)));
}

function meanBeside(
  recipe: Recipe,
  index: number,
  side: Side | undefined,
  of: (from: number, to: number) => number,
): number {
  const { fitParameters, curve } = curveOf(recipe);
  const only = isKink(recipe, index) ? (side ?? 'after') : null;
  const sides: number[] = [];
  const count = fitParameters.length;
  if (only !== 'after') {
    if (index > 0) sides.push(of(fitParameters[index - 1], fitParameters[index]));
    else if (curve.closing !== 'open') sides.push(of(fitParameters[count - 2], fitParameters[count - 1]));
  }
  if (only !== 'before' && index + 1 < count) sides.push(of(fitParameters[index], fitParameters[index + 1]));
  return sides.reduce((sum, each) => sum + each, 0) / sides.length;
}

/** A parameter of a closed curve's next turn brought back. */
function turned(recipe: Recipe, u: number): number {
  const { curve } = curveOf(recipe);
  const [first, last] = [curve.knots[curve.degree], curve.knots[curve.points.length / 4]];
  return u > last ? u - (last - first) : u;
}
