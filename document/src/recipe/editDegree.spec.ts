import { fitDegree, lowerDegree, raiseDegree } from './editDegree';
import { curveOf, fixSpacing } from './fixSpacing';
import { fitPointsOf } from './makeLive';
import { fit, moved, pulled, RECIPES } from './recipes.fixture';

describe('the degree', () => {
  it.each(RECIPES)('of a curve %s goes up without moving it, and down again', (_name, recipe) => {
    const raised = raiseDegree(recipe);
    expect(raised.degree).toBe(curveOf(recipe).curve.degree + 1);
    expect(moved(recipe, raised)).toBeLessThan(1e-9);
    expect(fitPointsOf(raised).map(({ id }) => id)).toEqual(fitPointsOf(fixSpacing(recipe)).map(({ id }) => id));
    expect(moved(recipe, lowerDegree(raised))).toBeLessThan(1e-7);
  });

  it('of a fit is another with live spacing, as far as the points allow', () => {
    expect(fitDegree(fit(), 5)).toEqual({ ...fit(), degree: 5 });
    expect(fitDegree(fixSpacing(fit()), 4)).toMatchObject({ kind: 'fit', degree: 4 });
    expect(() => fitDegree(fit(), 10)).toThrow('Through points the highest degree is 9, not 10');
    expect(() => fitDegree(fit({}, [[0, 0, 0], [9, 9, 0]]), 3)).toThrow('2 points allow degree 1 at most'); // prettier-ignore
    expect(() => fitDegree(pulled(), 3)).toThrow('no fit points');
    expect(() => lowerDegree(fit({ degree: 1 }))).toThrow('Degree 1 is the lowest');
  });
});
