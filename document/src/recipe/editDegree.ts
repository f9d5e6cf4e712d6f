import { elevateDegree, MAX_DEGREE } from '@pencil-bend/core';
import { reduceDegree } from '@pencil-bend/core/changing';
import { CommandError } from '../commandError';
import type { ControlRecipe, FitRecipe, Recipe } from '../project/project';
import { curveOf, fixSpacing } from './fixSpacing';
import { fitPointsOf, makeLive, MOST_THROUGH_POINTS } from './makeLive';
import { withCurve } from './withCurve';

/** The same curve with its degree one higher. Fit points stay as handles on it. */
export function raiseDegree(recipe: Recipe): ControlRecipe {
  const fixed = fixSpacing(recipe);
  if (fixed.degree >= MAX_DEGREE) throw new CommandError(`The highest degree is ${MAX_DEGREE}`);
  return withCurve(fixed, elevateDegree(curveOf(fixed).curve));
}

/** The nearest curve of a degree one lower over the same knots. */
export function lowerDegree(recipe: Recipe): ControlRecipe {
  const fixed = fixSpacing(recipe);
  if (fixed.degree <= 1) throw new CommandError('Degree 1 is the lowest');
  const lower = reduceDegree(curveOf(fixed).curve, fixed.degree - 1);
  if (!lower.ok) throw new CommandError('The degree of this curve cannot be lowered');
  return withCurve(fixed, lower.value.curve);
}

/** The curve of another degree through the same fit points, with live spacing. */
export function fitDegree(recipe: Recipe, degree: number): FitRecipe {
  const { length } = fitPointsOf(recipe);
  if (degree > MOST_THROUGH_POINTS) {
    throw new CommandError(`Through points the highest degree is ${MOST_THROUGH_POINTS}, not ${degree}`);
  }
  const live = makeLive(recipe, degree);
  const made = curveOf(live).curve.degree;
  if (made < degree) throw new CommandError(`${length} points allow degree ${made} at most, not ${degree}`);
  return live;
}
