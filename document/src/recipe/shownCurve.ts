import { type Curve, domainOf, subCurve } from '@pencil-bend/core';
import type { Recipe } from '../project/project';
import { curveOf } from './fixSpacing';

const known = new WeakMap<Recipe, Curve>();

/** The curve of a recipe as it is seen: without what corners take of its ends. */
export function shownCurve(recipe: Recipe): Curve {
  const { curve } = curveOf(recipe);
  const { trim } = recipe;
  if (!trim) return curve;
  let shown = known.get(recipe);
  if (!shown) {
    const [first, last] = domainOf(curve);
    const part = subCurve(curve, trim.start ?? first, trim.end ?? last);
    // Corners leave something of every leg; what an edit passes through may not.
    known.set(recipe, (shown = part.ok ? part.value : curve));
  }
  return shown;
}
