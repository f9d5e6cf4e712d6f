import {
  breaksOf,
  domainOf,
  evenKnots as even,
  fitDataOf,
  insertKnot as insert,
  moveKnot as move,
  removeKnot as remove,
  reparameterise,
} from '@pencil-bend/core';
import { CommandError } from '../commandError';
import type { ControlRecipe, HeldFit, Recipe } from '../project/project';
import { curveOf, hold } from './hold';
import { inDomain, through } from './movePoints';
import { withCurve } from './withCurve';

/** One knot more at u; the curve does not move. */
export function insertKnot(recipe: Recipe, u: number): ControlRecipe {
  const held = hold(recipe);
  const { curve } = curveOf(held);
  const finer = insert(curve, inDomain(held, u));
  if (!finer.ok) throw new CommandError(`A knot stands at most ${finer.failure.most} times in one place`);
  return withCurve(held, finer.value);
}

/** One knot less at u. */
export function removeKnot(recipe: Recipe, u: number): ControlRecipe {
  const held = hold(recipe);
  const { curve } = curveOf(held);
  const lighter = remove(curve, inDomain(held, u));
  if (!lighter.ok) throw new CommandError('That knot cannot be taken out');
  return withCurve(held, lighter.value.curve);
}

/**
 * The knot at u elsewhere. A curve with fit points still goes through them, with control points that the knot takes
 * along; without, the control points stay.
 */
export function moveKnot(recipe: Recipe, u: number, to: number): ControlRecipe {
  const held = hold(recipe);
  const { curve, sites } = curveOf(held);
  if (
    !breaksOf(curve)
      .slice(1, -1)
      .some((knot) => knot.u === u)
  )
    throw new CommandError(`No inner knot stands at ${u}`);
  const moved = move(curve, u, to);
  if (!moved.ok) throw new CommandError('A knot stays between its neighbours');
  if (!sites) return withCurve(held, moved.value);
  const bent = through(moved.value, sites, fitDataOf(curve, sites));
  if (!bent) throw new CommandError('With the knot there no curve goes through the fit points');
  return withCurve(held, bent);
}

/** Evenly spaced knots; the control points stay. */
export function evenKnots(recipe: Recipe): ControlRecipe {
  const held = hold(recipe);
  const { curve } = curveOf(held);
  const made = even(curve);
  const before = breaksOf(curve);
  const after = breaksOf(made);
  return withCurve(held, made, held.fit && mapped(held.fit, (u) => alongBreaks(u, before, after)));
}

/** The parameter running from `first` to `last`; the curve does not move. */
export function setRange(recipe: Recipe, first: number, last: number): ControlRecipe {
  const held = hold(recipe);
  const { curve } = curveOf(held);
  if (!(last > first)) throw new CommandError(`The range must grow: ${last} is not above ${first}`);
  const [from, to] = domainOf(curve);
  const scaled = reparameterise(curve, first, last);
  const place = (u: number) => (u === to ? last : first + ((u - from) / (to - from)) * (last - first));
  return withCurve(held, scaled, held.fit && mapped(held.fit, place));
}

/** The fit points and rows at other parameters. */
export const mapped = (fit: HeldFit, place: (u: number) => number): HeldFit => ({
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
