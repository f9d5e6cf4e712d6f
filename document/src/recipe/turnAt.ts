import { breaksOf, type Curve, derivatives, length, scale, turnOnCurve, type Vector3 } from '@pencil-bend/core';
import { CommandError } from '../commandError';
import type { ControlRecipe, Recipe } from '../project/project';
import { curveOf, fixSpacing } from './fixSpacing';
import { inDomain } from './movePoints';
import { withCurve } from './withCurve';

/**
 * The tangent that a curve has at a parameter: its direction, and its strength in mm, which is |r'| over the mean of the
 * spans beside it.
 */
export function tangentOn(curve: Curve, u: number): { readonly direction: Vector3; readonly mm: number } {
  const d = derivatives(curve, u, 1);
  const first: Vector3 = [d[3], d[4], d[5]];
  const speed = length(first);
  if (!(speed > 0)) throw new CommandError('The curve stands still there and has no tangent');
  return { direction: scale(first, 1 / speed), mm: speed * spanAt(curve, u) };
}

/** The recipe with another tangent at u, where the curve keeps its place: fixed first, with the fewest control points moved. */
export function turnAt(recipe: Recipe, u: number, direction: Vector3, mm: number): ControlRecipe {
  if (!(length(direction) > 0)) throw new CommandError('A direction is needed, not 0, 0, 0');
  const fixed = fixSpacing(recipe);
  const { curve } = curveOf(fixed);
  inDomain(fixed, u);
  const first = scale(direction, mm / spanAt(curve, u) / length(direction));
  const turned = turnOnCurve(curve, u, first);
  if (!turned.ok)
    throw new CommandError('The control points there are not free enough for a tangent; add a knot beside it');
  return withCurve(fixed, turned.value);
}

/** Mean of the spans beside a parameter; of one inside a span that span. */
function spanAt(curve: Curve, u: number): number {
  const breaks = breaksOf(curve).map((knot) => knot.u);
  const at = breaks.indexOf(u);
  const period = breaks[breaks.length - 1] - breaks[0];
  if (at < 0) {
    const next = breaks.findIndex((knot) => knot > u);
    return breaks[next] - breaks[next - 1];
  }
  const isClosed = curve.closing === 'periodic';
  const before =
    at > 0 ? breaks[at] - breaks[at - 1] : isClosed ? period - breaks[breaks.length - 2] + breaks[0] : null;
  const after = at + 1 < breaks.length ? breaks[at + 1] - breaks[at] : isClosed ? breaks[1] - breaks[0] : null;
  const sides = [before, after].flatMap((side) => side ?? []);
  return sides.reduce((sum, side) => sum + side, 0) / sides.length;
}
