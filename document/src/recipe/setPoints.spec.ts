import type { Vector3 } from '@pencil-bend/core';
import { fixSpacing, curveOf } from './fixSpacing';
import { fitPointsOf } from './makeLive';
import { setPoints } from './setPoints';
import { fit, pulled } from './recipes.fixture';

const rows = (count: number) => Array.from({ length: count }, (_, i) => ({ at: [10 * i, (i % 3) * 5, 0] as Vector3 }));

describe('a table of points', () => {
  it('moves as many fit points as there were, live or fixed, and keeps their ids', () => {
    for (const recipe of [fit(), fixSpacing(fit())]) {
      const set = setPoints(recipe, 'fit', rows(7));
      expect(set.kind).toBe(recipe.kind);
      expect(fitPointsOf(set).map(({ id }) => id)).toEqual(fitPointsOf(recipe).map(({ id }) => id));
      fitPointsOf(set).forEach(({ at }, i) => expect(at).toEqual(rows(7)[i].at.map((x) => expect.closeTo(x, 9))));
    }
  });

  it('of another count is a curve through those', () => {
    expect(fitPointsOf(setPoints(fixSpacing(fit()), 'fit', rows(9)))).toHaveLength(9);
    expect(setPoints(fit(), 'fit', rows(3))).toMatchObject({ kind: 'fit', points: [{ id: 'p1' }, {}, { id: 'p3' }] });
  });

  it('gives points that come ids that none of the others has', () => {
    const held = fixSpacing(fit());
    if (!held.fit) throw new Error('held fit points');
    const next = held.points.length + 1;
    const points = held.fit.points.map((point, i) => ({ ...point, id: `c${next + i}` }));
    const more = setPoints({ ...held, fit: { ...held.fit, points } }, 'fit', rows(12));
    expect(new Set(more.points.map(({ id }) => id)).size).toBe(12);
  });

  it('of control points brings their weights, and another count of them its knots', () => {
    const heavy = rows(7).map((row, i) => ({ ...row, weight: i + 1 }));
    expect(setPoints(pulled(), 'control', heavy)).toMatchObject({
      knots: pulled().knots,
      points: { 2: { weight: 3 } },
    });
    const more = setPoints(pulled(), 'control', rows(10));
    expect(curveOf(more).curve.knots).toHaveLength(14);
    expect(curveOf(setPoints(pulled(), 'control', rows(3))).curve.degree).toBe(2);
    expect(() => setPoints(pulled(), 'fit', rows(7))).toThrow('no fit points');
  });
});
