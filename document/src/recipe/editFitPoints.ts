import { breaksOf, domainOf, evaluate, insertKnot, multiplicityAt, removeKnot } from '@pencil-bend/core';
import { CommandError } from '../commandError';
import type { ControlRecipe, FitRecipe, FixedFit, FreeRecipe, Id, Recipe } from '../project/project';
import { curveOf } from './fixSpacing';
import { fitPointsOf } from './makeLive';
import { inDomain } from './movePoints';
import { withCurve } from './withCurve';

/**
 * The recipe with a fit point where the curve is at u. With live spacing it takes its place among the others; fixed, it
 * brings a knot of its own and the curve does not move.
 */
export function insertFitPoint(recipe: FreeRecipe, u: number, id: Id): FreeRecipe {
  const { curve, fitParameters } = curveOf(recipe);
  inDomain(recipe, u);
  if (recipe.kind === 'fit') {
    const [first, last] = domainOf(curve);
    // Of a closed curve the last points may stand in the next turn.
    const along = u < fitParameters[0] ? u + last - first : u;
    const before = fitParameters.findLastIndex((parameter) => parameter <= along);
    const index = recipe.closed ? before + 1 : Math.min(before + 1, recipe.points.length);
    return { ...recipe, points: recipe.points.toSpliced(index, 0, { id, at: evaluate(curve, u) }) };
  }
  const { fit } = recipe;
  if (!fit) throw new CommandError('This curve has no fit points; add a knot or a control point to it');
  if (fit.points.some((point) => point.u === u)) throw new CommandError('A fit point stands there already');
  const index = fit.points.findIndex((point) => point.u > u);
  const points = fit.points.toSpliced(index < 0 ? fit.points.length : index, 0, { id, u });
  const finer = insertKnot(curve, u);
  // At a knot of full multiplicity the curve may have a corner already.
  return withCurve(recipe, finer.ok ? finer.value : curve, { ...fit, points });
}

/** The recipe without a fit point. With fixed spacing the knot next to it goes too, so that the others still are what bends it. */
export function removeFitPoint(recipe: FreeRecipe, id: Id): FreeRecipe {
  if (recipe.kind === 'fit') {
    const needed = recipe.closed ? 3 : 2;
    if (recipe.points.length <= needed) {
      throw new CommandError(`The curve needs its last ${needed} points; delete the curve instead`);
    }
    return { ...recipe, points: recipe.points.toSpliced(fitIndex(recipe, id), 1) };
  }
  const fit = fitOf(recipe);
  const index = fitIndex(recipe, id);
  const { u } = fit.points[index];
  const { curve } = curveOf(recipe);
  const [first, last] = domainOf(curve);
  if (fit.points.length <= 2) throw new CommandError('The curve needs its last 2 points; delete the curve instead');
  if (curve.closing === 'open' && (u === first || u === last)) {
    throw new CommandError('With held spacing the curve ends where it does; make its spacing live to take an end out');
  }
  const left: FixedFit = {
    ...fit,
    points: fit.points.toSpliced(index, 1),
    rows: fit.rows.filter((row) => row.u !== u),
  };
  const knots = breaksOf(curve).filter((knot) => curve.closing === 'periodic' || (knot.u > first && knot.u < last));
  if (knots.length === 0) return { ...recipe, fit: left };
  const nearest = knots.reduce((a, b) => (Math.abs(b.u - u) < Math.abs(a.u - u) ? b : a)).u;
  const lighter = removeKnot(curve, nearest);
  return withCurve(recipe, lighter.ok ? lighter.value.curve : curve, left);
}

/** Lets the curve have a corner at a fit point, or takes it away. */
export function setKink(recipe: FreeRecipe, id: Id, kink: boolean): FreeRecipe {
  const index = fitIndex(recipe, id);
  if (recipe.kind === 'fit') {
    const ends = [0, recipe.points.length - 1];
    if (!recipe.closed && ends.includes(index))
      throw new CommandError('An end has no second side to make a corner with');
    // Smooth again, the curve leaves as it left, where that was held.
    const { tangents } = recipe.points[index];
    const one = !kink && tangents ? { tangents: undefined, tangent: tangents.after ?? tangents.before } : {};
    return withConstraints(recipe, id, { kink: kink || undefined, ...one });
  }
  const { curve } = curveOf(recipe);
  const { u } = fitOf(recipe).points[index];
  if (!kink) {
    throw new CommandError('The corner is held in the knots: take knots out there, or make the spacing live');
  }
  const [first, last] = domainOf(curve);
  const there = curve.closing === 'periodic' && u === last ? first : u;
  if (curve.closing === 'open' && (u === first || u === last)) {
    throw new CommandError('An end has no second side to make a corner with');
  }
  const more = curve.degree - multiplicityAt(curve, there);
  const cut = more > 0 ? insertKnot(curve, there, more) : null;
  if (cut && !cut.ok) throw new CommandError('The knots do not allow a corner there');
  return withCurve(withConstraints(recipe, id, { kink: true }), cut ? cut.value : curve);
}

/** The recipe with other constraints at a fit point; undefined frees one. */
export function withConstraints<Any extends FreeRecipe>(
  recipe: Any,
  id: Id,
  constraints: { readonly [Name in keyof Omit<FitRecipe['points'][number], 'id' | 'at'>]?: unknown },
): Any {
  const change = <Point extends { readonly id: Id }>(point: Point): Point =>
    point.id === id
      ? (Object.fromEntries(
          Object.entries({ ...point, ...constraints }).filter(([, constraint]) => constraint !== undefined),
        ) as Point)
      : point;
  if (recipe.kind === 'fit') return { ...recipe, points: recipe.points.map(change) };
  const fit = fitOf(recipe);
  return { ...recipe, fit: { ...fit, points: fit.points.map(change) } };
}

export function fitOf(recipe: ControlRecipe): FixedFit {
  if (!recipe.fit) throw new CommandError('This curve has no fit points');
  return recipe.fit;
}

export function fitIndex(recipe: Recipe, id: Id): number {
  const points: readonly { readonly id: Id }[] = recipe.kind === 'control' ? fitOf(recipe).points : fitPointsOf(recipe);
  const index = points.findIndex((point) => point.id === id);
  if (index < 0) throw new CommandError(`There is no fit point '${id}' in this curve`);
  return index;
}
