import { domainOf, evaluate, type Vector3 } from '@pencil-bend/core';
import type { FreeRecipe, Recipe } from '../project/project';
import { closeCurve, isClosed, moveSeam, openCurve, reverseCurve } from './editEnds';
import { curveOf, fixSpacing } from './fixSpacing';
import { fitPointsOf } from './makeLive';
import { movePoints } from './movePoints';
import { fit, constrained, pulled, RECIPES } from './recipes.fixture';

const at = (recipe: Recipe, share: number): Vector3 => {
  const { curve } = curveOf(recipe);
  const [first, last] = domainOf(curve);
  return evaluate(curve, Math.min(last, first + share * (last - first)));
};
const near = (values: readonly number[], digits = 8) => values.map((x) => expect.closeTo(x, digits));
const both = RECIPES.flatMap(([name, recipe]): [string, FreeRecipe][] =>
  recipe.kind === 'fit'
    ? [
        [name, recipe],
        [`${name}, held`, fixSpacing(recipe)],
      ]
    : [[name, recipe]],
);

describe('ends', () => {
  it.each(both)('of a curve %s change places, and there and back is the same', (_name, recipe) => {
    const back = reverseCurve(recipe);
    const ids = (given: Recipe) => new Set(fitPointsOf(given).map(({ id }) => id));
    expect(ids(back)).toEqual(ids(recipe));
    if (!isClosed(recipe))
      for (const share of [0, 0.3, 1]) expect(at(back, share)).toEqual(near(at(recipe, 1 - share)));
    const again = reverseCurve(back);
    for (const share of [0, 0.2, 0.5, 0.9]) expect(at(again, share)).toEqual(near(at(recipe, share)));
    const [point] = fitPointsOf(back).slice(1);
    if (point) {
      const bent = movePoints(back, [{ point: point.id, to: [40, 50, 0] }]);
      expect(fitPointsOf(bent)[1].at).toEqual(near([40, 50, 0]));
    }
  });

  it.each(both.filter(([, recipe]) => !isClosed(recipe)))('of a curve %s meet', (_name, recipe) => {
    const closed = closeCurve(recipe, 0.01);
    expect(isClosed(closed)).toBe(true);
    expect(at(closed, 0)).toEqual(near(at(closed, 1)));
    expect(() => closeCurve(closed, 0.01)).toThrow('closed already');
    expect(() => openCurve(recipe, 'end')).toThrow('open already');
  });

  it.each(both.filter(([, recipe]) => isClosed(recipe)))(
    'of a curve %s part, and it stays as it was',
    (_name, recipe) => {
      const opened = openCurve(recipe, 'end');
      expect(isClosed(opened)).toBe(false);
      for (const share of [0, 0.3, 0.7, 1]) expect(at(opened, share)).toEqual(near(at(recipe, share)));
    },
  );

  it('turn constrained tangents with them', () => {
    const tangents = constrained(fit(), 0, { tangent: { direction: [0, 1, 0] } });
    expect(fitPointsOf(reverseCurve(tangents)).at(-1)?.tangent?.direction).toEqual([0, -1, 0]);
  });
});

describe('the seam', () => {
  it.each(both.filter(([name, recipe]) => isClosed(recipe) && !name.includes('kink')))(
    'of a curve %s goes elsewhere, and the curve stays',
    (_name, recipe) => {
      const { curve } = curveOf(recipe);
      const [first, last] = domainOf(curve);
      const u = first + 0.37 * (last - first);
      const seamed = moveSeam(recipe, u);
      const { curve: made } = curveOf(seamed);
      const start = evaluate(made, domainOf(made)[0]);
      const places = Array.from({ length: 4001 }, (_, i) => at(recipe, i / 4000));
      expect(Math.min(...places.map((p) => Math.hypot(p[0] - start[0], p[1] - start[1], p[2] - start[2])))).toBeLessThan(0.05); // prettier-ignore
      if (recipe.kind === 'control') expect(start).toEqual(near(evaluate(curve, u)));
      for (const share of [0.1, 0.5, 0.8]) {
        const place = at(seamed, share);
        expect(Math.min(...places.map((p) => Math.hypot(p[0] - place[0], p[1] - place[1], p[2] - place[2])))).toBeLessThan(0.05); // prettier-ignore
      }
    },
  );

  it('is not there on an open curve', () => {
    expect(() => moveSeam(pulled(), 0.5)).toThrow('ends, not a seam');
  });
});
