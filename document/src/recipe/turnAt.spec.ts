import { breaksOf, evaluate, throughPoints } from '@pencil-bend/core';
import { controlRecipe } from './fixSpacing';
import { curveOf } from './fixSpacing';
import { tangentOn, turnAt } from './turnAt';

const fit = throughPoints([0, 0, 0, 30, 20, 0, 60, 0, 0, 90, 25, 0].reduce<Float64Array>((all, x, i) => (all.set([x], i), all), new Float64Array(12))); // prettier-ignore
if (!fit.ok) throw new Error('no curve');
const recipe = controlRecipe(fit.value.curve, (i) => `c${i + 1}`);
const [, { u }] = breaksOf(fit.value.curve);

describe('a curve turned at a place of its own', () => {
  it('keeps the place, takes direction and strength, and moves two control points', () => {
    const at = evaluate(fit.value.curve, u);
    const turned = turnAt(recipe, u, [3, 4, 0], 25);
    const { curve } = curveOf(turned);
    evaluate(curve, u).forEach((x, c) => expect(x).toBeCloseTo(at[c], 9));
    const tangent = tangentOn(curve, u);
    expect(tangent.mm).toBeCloseTo(25, 8);
    [0.6, 0.8, 0].forEach((x, c) => expect(tangent.direction[c]).toBeCloseTo(x, 9));
    const moved = turned.points.filter((point, i) => point.at.some((x, c) => x !== recipe.points[i].at[c]));
    expect(moved).toHaveLength(2);
  });

  it('is as it was where its own tangent is given', () => {
    const { direction, mm } = tangentOn(fit.value.curve, u);
    turnAt(recipe, u, direction, mm).points.forEach((point, i) =>
      point.at.forEach((x, c) => expect(x).toBeCloseTo(recipe.points[i].at[c], 9)),
    );
  });

  it('refuses what is no direction, and a place outside', () => {
    expect(() => turnAt(recipe, u, [0, 0, 0], 5)).toThrow('A direction is needed');
    expect(() => turnAt(recipe, 9, [1, 0, 0], 5)).toThrow('lies outside the curve');
  });
});
