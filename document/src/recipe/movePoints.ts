import {
  bendThrough,
  type Curve,
  evaluate,
  fitDataOf,
  fromFitData,
  moveOnCurve,
  packSites,
  type Vector3,
} from '@pencil-bend/core';
import { CommandError } from '../commandError';
import type { move } from '../schema/curveArgs';
import type { Value } from '../schema/kit';
import {
  isFree,
  type Axis,
  type ControlRecipe,
  type FreeRecipe,
  type Recipe,
  type GivenRecipe,
} from '../project/project';
import { givensOf, moveGiven } from './givenRecipes';
import { curveOf, fixSpacing } from './fixSpacing';
import type { Side } from './tangentSides';
import { withCurve } from './withCurve';

/** A point of a curve and where it goes. */
export type Move = Value<typeof move>;

/**
 * The recipe with points elsewhere, fit points and control points alike. With live spacing moved fit points are just
 * that; a control point that moves fixes the spacing first. Fixed, a fit point takes the control points along that
 * it needs, and all other fit points, the derivatives at the ends and constrained tangents stay. Pinned coordinates stay.
 * Throws a `CommandError` for a point that is not there.
 */
export function movePoints(recipe: FreeRecipe, moves: readonly Move[]): FreeRecipe;
export function movePoints(recipe: Recipe, moves: readonly Move[]): Recipe;
export function movePoints(recipe: Recipe, moves: readonly Move[]): Recipe {
  if (!isFree(recipe)) {
    const givens = new Set(givensOf(recipe).map(({ id }) => id));
    // Places that it is given by make the shape another of its kind; its control points make a free curve of it.
    if (!moves.every(({ point }) => givens.has(point))) return movePoints(fixSpacing(recipe), moves);
    return moves.reduce<GivenRecipe>((now, { point, to }) => moveGiven(now, point, to), recipe);
  }
  const targets = new Map(moves.map(({ point, to }) => [point, to]));
  if (recipe.kind === 'fit' && moves.every(({ point }) => recipe.points.some(({ id }) => id === point))) {
    return { ...recipe, points: recipe.points.map((point) => movedTo(point, targets.get(point.id))) };
  }
  const fixed = fixSpacing(recipe);
  const controls = fixed.points.map((point) => movedTo(point, targets.get(point.id)));
  const moved: ControlRecipe = closed(recipe, { ...fixed, points: controls });
  const fitMoves = moves.filter(({ point }) => !fixed.points.some(({ id }) => id === point));
  return fitMoves.length > 0 ? moveFitPoints(moved, fitMoves) : moved;
}

function movedTo<Point extends { readonly at: Vector3; readonly pinned?: readonly Axis[] }>(
  point: Point,
  to: Vector3 | undefined,
): Point {
  return to ? { ...point, at: unpinned(point, point.at, to) } : point;
}

/** `to` with what is pinned as it is at `from`. */
export const unpinned = (
  { pinned = [] }: { readonly pinned?: readonly Axis[] },
  from: Vector3,
  to: Vector3,
): Vector3 => (pinned.length > 0 ? (to.map((x, c) => (pinned.includes(c as Axis) ? from[c] : x)) as never) : to);

/** Both ends of a clamped, closed curve are one place: whichever moved takes the other along. */
function closed(before: Recipe, recipe: ControlRecipe): ControlRecipe {
  if (recipe.closing !== 'clamped-closed') return recipe;
  const { points } = recipe;
  const last = points.length - 1;
  const startMoved = before.kind === 'control' && before.points[0].at !== points[0].at;
  const at = startMoved ? points[0].at : points[last].at;
  return { ...recipe, points: points.map((point, i) => (i === 0 || i === last ? { ...point, at } : point)) };
}

function moveFitPoints(recipe: ControlRecipe, moves: readonly Move[]): ControlRecipe {
  const { fit } = recipe;
  const { curve, sites } = curveOf(recipe);
  const found = moves.map(({ point, to }) => {
    const at = fit?.points.find(({ id }) => id === point);
    if (!at) throw new CommandError(`There is no point '${point}' in this curve`);
    return { u: at.u, to: unpinned(at, evaluate(curve, at.u), to) };
  });
  if (!sites) return recipe;
  const data = fitDataOf(curve, sites);
  for (const point of found) {
    const row = sites.parameters.findIndex((u, i) => u === point.u && sites.orders[i] === 0);
    data.set(point.to, 3 * row);
  }
  const bent = through(curve, sites, data);
  if (bent) return withCurve(recipe, bent);
  // More is known of the curve than it has control points for: what moves, moves, and holds the fewest others.
  return withCurve(
    recipe,
    found.reduce((now, { u, to }) => bentAt(now, u, to), curve),
  );
}

/** The curve with the data at the sites, of whatever the sites leave free the nearest; null where there is none. */
export function through(curve: Curve, sites: Parameters<typeof fitDataOf>[1], data: Float64Array): Curve | null {
  const exact = fromFitData(curve, sites, data);
  if (exact.ok) return exact.value;
  const bent = bendThrough(curve, sites, data);
  return bent.ok ? bent.value : null;
}

/** The curve brought through a place at u by the least movement. */
export function bentAt(curve: Curve, u: number, to: Vector3): Curve {
  const bent = moveOnCurve(curve, u, to);
  if (!bent.ok) throw new CommandError('Nothing there can be moved');
  return bent.value;
}

/** The recipe bent at a place of its own: fixed first, and with its fit points where the curve takes them. */
export function bendAt(recipe: Recipe, u: number, to: Vector3): ControlRecipe {
  const fixed = fixSpacing(recipe);
  const { curve } = curveOf(fixed);
  return withCurve(fixed, bentAt(curve, inDomain(fixed, u), to));
}

/** The derivative of order 1 at u, at a kink on a side, brought to a value, with the place and all constraints kept. */
export function turnedAt(
  curve: Curve,
  sites: Parameters<typeof fitDataOf>[1],
  u: number,
  first: Vector3,
  side?: Side,
): Curve | null {
  const data = fitDataOf(curve, sites);
  const isThere = (i: number) => !side || (sites.left[i] === 1) === (side === 'before');
  const row = sites.parameters.findIndex((each, i) => each === u && sites.orders[i] === 1 && isThere(i));
  if (row >= 0) data.set(first, 3 * row);
  return row >= 0 ? through(curve, sites, data) : null;
}

/** Throws a `CommandError` for a parameter outside the curve. */
export function inDomain(recipe: Recipe, u: number): number {
  const { curve } = curveOf(recipe);
  try {
    fitDataOf(curve, packSites([{ u, order: 0 }]));
  } catch {
    throw new CommandError(`The parameter ${u} lies outside the curve`);
  }
  return u;
}
