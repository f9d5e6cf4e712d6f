import { deviation, domainOf, evaluate, kinksOf } from '@pencil-bend/core';
import { insertFitPoint, removeFitPoint, setKink } from './editFitPoints';
import { curveOf, fixSpacing } from './fixSpacing';
import { fitPointsOf } from './makeLive';
import { movePoints } from './movePoints';
import { fit, moved, pulled, RECIPES } from './recipes.fixture';

describe('fit points', () => {
  it.each(RECIPES.filter(([, { kind }]) => kind === 'fit'))(
    'are added on a curve %s, live or fixed',
    (_name, recipe) => {
      for (const given of [recipe, fixSpacing(recipe)]) {
        const { curve } = curveOf(given);
        const [first, last] = domainOf(curve);
        const u = first + 0.41 * (last - first);
        const more = insertFitPoint(given, u, 'new');
        const points = fitPointsOf(more);
        expect(points).toHaveLength(8);
        expect(points.find(({ id }) => id === 'new')?.at).toEqual(evaluate(curve, u).map((x) => expect.closeTo(x, 9)));
        // Held, the curve stays; live, it stays near.
        expect(deviation(curve, curveOf(more).curve).max).toBeLessThan(given.kind === 'control' ? 1e-9 : 3);
        const pulledAway = movePoints(more, [{ point: 'new', to: [60, 60, 0] }]);
        expect(fitPointsOf(pulledAway).find(({ id }) => id === 'new')?.at).toEqual([60, 60, 0].map((x) => expect.closeTo(x, 9))); // prettier-ignore
      }
    },
  );

  it('are taken out of a curve with fixed spacing with a knot each, and the others stay where the price allows', () => {
    const fixed = fixSpacing(fit());
    const less = removeFitPoint(fixed, 'p4');
    expect(fitPointsOf(less).map(({ id }) => id)).toEqual(['p1', 'p2', 'p3', 'p5', 'p6', 'p7']);
    if (less.kind !== 'control') throw new Error('held');
    expect(less.points).toHaveLength(fixed.points.length - 1);
    expect((less.fit?.points.length ?? 0) + (less.fit?.rows.length ?? 0)).toBe(less.points.length);
    // What was added without moving the curve goes without moving it.
    const added = insertFitPoint(fixed, 0.37, 'new');
    expect(moved(fixed, removeFitPoint(added, 'new'))).toBeLessThan(1e-9);
  });

  it('are not added or taken out where they cannot be', () => {
    expect(() => insertFitPoint(pulled(), 0.5, 'new')).toThrow('has no fit points');
    expect(() => insertFitPoint(fixSpacing(fit()), 0, 'new')).toThrow('stands there already');
    expect(() => removeFitPoint(fixSpacing(fit()), 'p1')).toThrow('make its spacing live to take an end out');
    expect(() => removeFitPoint(fit({}, [[0, 0, 0], [9, 9, 9]]), 'p1')).toThrow('delete the curve instead'); // prettier-ignore
    expect(() => removeFitPoint(fit(), 'x')).toThrow("There is no fit point 'x'");
  });
});

describe('a kink', () => {
  it('lets a live curve turn and takes it back', () => {
    const kinked = setKink(fit(), 'p3', true);
    expect(kinksOf(curveOf(kinked).curve)).toHaveLength(1);
    expect(setKink(kinked, 'p3', false)).toEqual(fit());
  });

  it('frees a curve with fixed spacing without moving it; then a control point beside it makes the corner', () => {
    const fixed = fixSpacing(fit());
    const kinked = setKink(fixed, 'p3', true);
    expect(moved(fixed, kinked)).toBeLessThan(1e-9);
    if (kinked.kind !== 'control') throw new Error('held');
    const corner = kinked.points.findIndex(({ at }) => Math.hypot(at[0] - 55, at[1] - 34, at[2] - 2) < 1e-9);
    const bent = movePoints(kinked, [{ point: kinked.points[corner + 1].id, to: [70, 70, 0] }]);
    expect(kinksOf(curveOf(bent).curve)).toHaveLength(1);
  });

  it('needs two sides', () => {
    expect(() => setKink(fit(), 'p1', true)).toThrow('no second side');
    for (const end of ['p1', 'p7']) expect(() => setKink(fixSpacing(fit()), end, true)).toThrow('no second side');
    expect(() => setKink(fixSpacing(fit()), 'p3', false)).toThrow('take knots out there');
    expect(kinksOf(curveOf(setKink(fit({ closed: true }), 'p1', true)).curve)).toHaveLength(1);
  });
});
