import {
  close,
  type Curve,
  distance,
  domainOf,
  evaluate,
  failed,
  join,
  kinksOf,
  type Plane,
  type Result,
  split,
  success,
  type Vector3,
} from '@pencil-bend/core';
import type { ChamferFailure, CornerOptions, CutCorner, FilletFailure } from '@pencil-bend/core/changing';
import type { Recipe } from '../project/project';
import { controlRecipe, curveOf } from '../recipe/fixSpacing';
import { partOf } from '../recipe/parts';

export type CornerCut = (a: Curve, b: Curve, plane: Plane, options: CornerOptions) => Result<CutCorner, Failure>;
type Failure = FilletFailure | ChamferFailure;

/** The ends of a ring that was cut and put together again differ by rounding only, in mm. */
const MEETS = 1e-6;

/** One curve of one, or two curves cut back with what is between them. */
export interface Cut {
  readonly whole: Recipe | null;
  readonly parts: readonly [Recipe, Recipe];
  readonly between: Curve;
}

/**
 * Cuts the corner nearest to a place: that of two curves, whose longer sides stay, or of one curve at a kink, which
 * stays one curve.
 */
export function cutCorner(
  first: Recipe,
  second: Recipe | null,
  near: Vector3,
  plane: Plane,
  cut: CornerCut,
): Result<Cut, Failure | { readonly kind: 'no-kink' }> {
  const { curve } = curveOf(first);
  if (second) {
    const made = cut(curve, curveOf(second).curve, plane, { near });
    if (!made.ok) return made;
    const { first: a, second: b, between } = made.value;
    return success({ whole: null, parts: [partOf(first, a), partOf(second, b)], between });
  }
  const kinks = kinksOf(curve).map(({ u }) => ({ u, away: distance(evaluate(curve, u), near) }));
  const kink = kinks.sort((a, b) => a.away - b.away)[0];
  if (!kink) return failed({ kind: 'no-kink' });
  const closed = curve.closing !== 'open';
  const opened = split(curve, kink.u);
  if (!opened.ok) return failed({ kind: 'no-kink' });
  // A closed curve begins and ends at its kink once it is cut there: its two halves make the corner.
  const [a, b] = closed ? halves(opened.value[0]) : opened.value;
  const [before, after] = closed ? [b, a] : [a, b];
  const made = cut(before, after, plane, { near, keep: ['start', 'end'] });
  if (!made.ok) return made;
  const { first: start, between, second: rest } = made.value;
  const chain = closed ? [between, rest, start] : [start, between, rest];
  const whole = chain.reduce((all, part) => {
    const joined = join(all, part, Infinity);
    if (!joined.ok) throw new Error('open parts do not join');
    return joined.value;
  });
  const ring = closed ? close(whole, MEETS) : whole;
  const recipe = controlRecipe(ring, (i) => `c${i + 1}`);
  return success({ whole: recipe, parts: [recipe, recipe], between });
}

/** An open curve in two, in the middle of its domain. */
function halves(curve: Curve): readonly Curve[] {
  const [first, last] = domainOf(curve);
  const parts = split(curve, (first + last) / 2);
  if (!parts.ok) throw new Error('the middle is no end');
  return parts.value;
}
