import { curveOf, controlIdsOf, hold } from './hold';
import { fitPointsOf, makeLive } from './makeLive';
import { fit, moved, RECIPES } from './recipes.fixture';

describe('holding the spacing', () => {
  it.each(RECIPES)('keeps the curve, %s, to the last bit', (_name, recipe) => {
    const held = hold(recipe);
    expect(curveOf(held).curve.points).toEqual(curveOf(recipe).curve.points);
    expect(curveOf(held).curve.knots).toEqual(curveOf(recipe).curve.knots);
    expect(hold(held)).toBe(held);
  });

  it.each(RECIPES.filter(([, { kind }]) => kind === 'fit'))(
    'keeps the fit points of a curve %s and as many data as control points; live again it is the curve it was',
    (_name, recipe) => {
      const held = hold(recipe);
      const places = new Map(fitPointsOf(held).map(({ id, at }) => [id, at]));
      for (const { id, at } of fitPointsOf(recipe)) {
        expect(places.get(id)).toEqual(at.map((x) => expect.closeTo(x, 9)));
      }
      expect(held.fit && held.fit.points.length + held.fit.rows.length).toBe(held.points.length);
      const live = makeLive(held);
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
    expect(hold(clash).points[1].id).toBe('cc2');
  });
});
