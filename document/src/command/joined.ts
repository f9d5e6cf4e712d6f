import { close, domainOf, join, reverse } from '@pencil-bend/core';
import { CommandError } from '../commandError';
import type { ControlRecipe, Recipe } from '../project/project';
import { reverseCurve } from '../recipe/editEnds';
import { controlRecipe, curveOf, fixSpacing } from '../recipe/fixSpacing';
import { withCurve } from '../recipe/withCurve';
import { gapBetween, joinedFit } from '../recipe/parts';

type End = 'start' | 'end';

/**
 * One recipe out of two curves whose given ends meet within the tolerance in mm; out of one curve twice, the closed
 * curve. Throws a `CommandError` that says how far apart the ends lie.
 */
export function joined(
  first: Recipe,
  firstEnd: End,
  second: Recipe,
  secondEnd: End,
  tolerance: number,
  names: readonly [string, string],
): Recipe {
  for (const [i, recipe] of [first, second].entries()) {
    if (curveOf(recipe).curve.closing !== 'open')
      throw new CommandError(`${names[i]} is closed and has no end to join`);
  }
  if (first === second) return closed(first, firstEnd !== secondEnd, tolerance, names[0]);
  // The first goes on to the second: each is turned round where its other end would meet.
  // Of one that is its own mirror, and another, no such curve comes.
  const { symmetry: _symmetry, ...a } = fixSpacing(firstEnd === 'end' ? first : reverseCurve(first));
  const b = fixSpacing(secondEnd === 'start' ? second : reverseCurve(second));
  const [ca, cb] = [curveOf(a).curve, curveOf(b).curve];
  const whole = join(ca, cb, tolerance);
  if (!whole.ok) {
    throw new CommandError(
      `The ends lie ${inMm(gapBetween(ca, 1, cb, 0))} mm apart, more than the tolerance of ${inMm(tolerance)} mm`,
    );
  }
  const fit = joinedFit(a, b, domainOf(ca)[1] - domainOf(cb)[0]);
  const { fit: _fit, ...plain } = a;
  const made = withCurve(plain as ControlRecipe, whole.value, fit);
  if (firstEnd === 'end') return made;
  // It runs as the first did.
  return fit ? reverseCurve(made) : controlRecipe(reverse(whole.value), (i) => `c${i + 1}`);
}

function closed(recipe: Recipe, twoEnds: boolean, tolerance: number, name: string): Recipe {
  if (!twoEnds) throw new CommandError(`An end of ${name} cannot be joined to itself`);
  const { curve } = curveOf(recipe);
  const gap = gapBetween(curve, 0, curve, 1);
  if (!(gap <= tolerance)) {
    throw new CommandError(
      `The ends of ${name} lie ${inMm(gap)} mm apart, more than the tolerance of ${inMm(tolerance)} mm`,
    );
  }
  const fixed = fixSpacing(recipe);
  const made = close(curve, tolerance);
  const last = domainOf(made)[1];
  const fit = fixed.fit && { ...fixed.fit, points: fixed.fit.points.filter(({ u }) => u < last) };
  return withCurve(fixed, made, fit);
}

const inMm = (mm: number): string => String(Number(mm.toPrecision(3)));
