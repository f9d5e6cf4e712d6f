import { curveOf, controlIdsOf, fixSpacing } from './fixSpacing';
import { fitPointsOf, makeLive } from './makeLive';
import { fit, moved, RECIPES } from './recipes.fixture';

describe('holding the spacing', () => {
  it.each(RECIPES)('keeps the curve, %s, to the last bit', (_name, recipe) => {
    const fixed = fixSpacing(recipe);
    expect(curveOf(fixed).curve.points).toEqual(curveOf(recipe).curve.points);
    expect(curveOf(fixed).curve.knots).toEqual(curveOf(recipe).curve.knots);
    expect(fixSpacing(fixed)).toBe(fixed);
  });

  it.each(RECIPES.filter(([, { kind }]) => kind === 'fit'))(
    'keeps the fit points of a curve %s and as many data as control points; live again it is the curve it was',
    (_name, recipe) => {
      const fixed = fixSpacing(recipe);
      const places = new Map(fitPointsOf(fixed).map(({ id, at }) => [id, at]));
      for (const { id, at } of fitPointsOf(recipe)) {
        expect(places.get(id)).toEqual(at.map((x) => expect.closeTo(x, 9)));
      }
      expect(fixed.fit && fixed.fit.points.length + fixed.fit.rows.length).toBe(fixed.points.length);
      const live = makeLive(fixed);
      // The point that a closed curve begins with may be another one.
      expect(new Set(live.points.map(({ id }) => id))).toEqual(new Set(recipe.points.map(({ id }) => id)));
      if (live.points[0].id === recipe.points[0].id) expect(moved(recipe, live)).toBeLessThan(1e-9);
    },
  );

  it('names control points clear of the fit points', () => {
    const named = fit();
    expect(controlIdsOf(named)(0)).toBe('c1');
    const clash = { ...named, points: named.points.map((point, i) => ({ ...point, id: i === 2 ? 'c2' : point.id })) };
    expect(controlIdsOf(clash)(0)).toBe('cc1');
    expect(fixSpacing(clash).points[1].id).toBe('cc2');
  });
});
