import {
  breaksOf,
  domainOf,
  evenKnots as even,
  fitDataOf,
  insertKnot as insert,
  moveKnot as move,
  reparameterise,
  removeKnot as remove,
} from '@pencil-bend/core';
import { CommandError } from '../commandError';
import type { ControlRecipe, FixedFit, Recipe } from '../project/project';
import { curveOf, fixSpacing } from './fixSpacing';
import { inDomain, through } from './movePoints';
import { withCurve } from './withCurve';

/** One knot more at u; the curve does not move. */
export function insertKnot(recipe: Recipe, u: number): ControlRecipe {
  const fixed = fixSpacing(recipe);
  const { curve } = curveOf(fixed);
  const finer = insert(curve, inDomain(fixed, u));
  if (!finer.ok) throw new CommandError(`A knot stands at most ${finer.failure.most} times in one place`);
  return withCurve(fixed, finer.value);
}

/** One knot less at u. */
export function removeKnot(recipe: Recipe, u: number): ControlRecipe {
  const fixed = fixSpacing(recipe);
  const { curve } = curveOf(fixed);
  const lighter = remove(curve, inDomain(fixed, u));
  if (!lighter.ok) throw new CommandError('That knot cannot be taken out');
  return withCurve(fixed, lighter.value.curve);
}

/**
 * The knot at u elsewhere. A curve with fit points still goes through them, with control points that the knot takes
 * along; without, the control points stay.
 */
export function moveKnot(recipe: Recipe, u: number, to: number): ControlRecipe {
  const fixed = fixSpacing(recipe);
  const { curve, sites } = curveOf(fixed);
  if (
    !breaksOf(curve)
      .slice(1, -1)
      .some((knot) => knot.u === u)
  )
    throw new CommandError(`No inner knot stands at ${u}`);
  const moved = move(curve, u, to);
  if (!moved.ok) throw new CommandError('A knot stays between its neighbours');
  if (!sites) return withCurve(fixed, moved.value);
  const bent = through(moved.value, sites, fitDataOf(curve, sites));
  if (!bent) throw new CommandError('With the knot there no curve goes through the fit points');
  return withCurve(fixed, bent);
}

/** Evenly spaced knots; the control points stay. */
export function evenKnots(recipe: Recipe): ControlRecipe {
  const fixed = fixSpacing(recipe);
  const { curve } = curveOf(fixed);
  const made = even(curve);
  const before = breaksOf(curve);
  const after = breaksOf(made);
  return withCurve(fixed, made, fixed.fit && mapped(fixed.fit, (u) => alongBreaks(u, before, after)));
}

/** The parameter running from `first` to `last`; the curve does not move. */
export function setRange(recipe: Recipe, first: number, last: number): ControlRecipe {
  const fixed = fixSpacing(recipe);
  const { curve } = curveOf(fixed);
  if (!(last > first)) throw new CommandError(`The range must grow: ${last} is not above ${first}`);
  const [from, to] = domainOf(curve);
  const scaled = reparameterise(curve, first, last);
  const place = (u: number) => (u === to ? last : first + ((u - from) / (to - from)) * (last - first));
  return withCurve(fixed, scaled, fixed.fit && mapped(fixed.fit, place));
}

/** The fit points and rows at other parameters. */
export const mapped = (fit: FixedFit, place: (u: number) => number): FixedFit => ({
  ...fit,
  points: fit.points.map((point) => ({ ...point, u: place(point.u) })),
  rows: fit.rows.map((row) => ({ ...row, u: place(row.u) })),
});

type Breaks = ReturnType<typeof breaksOf>;

/** A parameter at the same share of its span. */
function alongBreaks(u: number, before: Breaks, after: Breaks): number {
  const span = Math.max(
    0,
    Math.min(
      before.length - 2,
      before.findLastIndex((knot) => knot.u <= u),
    ),
  );
  const share = (u - before[span].u) / (before[span + 1].u - before[span].u);
  return share === 1 ? after[span + 1].u : after[span].u + share * (after[span + 1].u - after[span].u);
}
