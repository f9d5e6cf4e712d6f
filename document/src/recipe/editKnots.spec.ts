import { breaksOf, domainOf } from '@pencil-bend/core';
import { evenKnots, insertKnot, moveKnot, removeKnot, setRange } from './editKnots';
import { curveOf, fixSpacing } from './fixSpacing';
import { fitPointsOf } from './makeLive';
import { movePoints } from './movePoints';
import { moved, pulled, RECIPES } from './recipes.fixture';

const near = (values: readonly number[]) => values.map((x) => expect.closeTo(x, 8));
const innerKnots = (recipe: Parameters<typeof curveOf>[0]) => breaksOf(curveOf(recipe).curve).slice(1, -1);
/** The first one that is no kink's. */
const innerKnot = (recipe: Parameters<typeof curveOf>[0]) =>
  innerKnots(recipe).find(({ multiplicity }) => multiplicity === 1) ?? innerKnots(recipe)[0];

describe('knots', () => {
  it.each(RECIPES)('go into a curve %s and out again without moving it', (_name, recipe) => {
    const { curve } = curveOf(recipe);
    const [first, last] = domainOf(curve);
    const u = first + 0.43 * (last - first);
    const finer = insertKnot(recipe, u);
    expect(moved(recipe, finer)).toBeLessThan(1e-9);
    expect(finer.points).toHaveLength(fixSpacing(recipe).points.length + 1);
    expect(moved(recipe, removeKnot(finer, u))).toBeLessThan(1e-8);
  });

  it.each(RECIPES)('move along a curve %s, which keeps its fit points, or else its control points', (_name, recipe) => {
    const { u } = innerKnot(recipe);
    const next = breaksOf(curveOf(recipe).curve).find((knot) => knot.u > u)?.u ?? u;
    const shifted = moveKnot(recipe, u, u + 0.2 * (next - u));
    if (recipe.kind === 'control') expect(shifted.points).toEqual(recipe.points);
    else {
      const places = new Map(fitPointsOf(recipe).map(({ id, at }) => [id, at]));
      for (const { id, at } of fitPointsOf(shifted)) expect(at).toEqual(near(places.get(id) ?? []));
    }
    expect(moved(recipe, shifted)).toBeGreaterThan(0.01);
  });

  it.each(RECIPES)('are evened out in a curve %s, and its range is set', (_name, recipe) => {
    const breaks = breaksOf(curveOf(evenKnots(recipe)).curve);
    const steps = breaks.slice(1).map(({ u }, i) => u - breaks[i].u);
    expect(Math.max(...steps) / Math.min(...steps)).toBeCloseTo(1, 9);
    const ranged = setRange(recipe, -2, 8);
    expect(domainOf(curveOf(ranged).curve)).toEqual([-2, 8]);
    expect(moved(recipe, ranged)).toBeLessThan(1e-9);
    const target = fitPointsOf(ranged)[1];
    if (!target) return;
    const pulledAway = movePoints(ranged, [{ point: target.id, to: [21, 40, 0] }]);
    expect(fitPointsOf(pulledAway)[1].at).toEqual(near([21, 40, 0]));
  });

  it('do not go where they cannot', () => {
    const { u } = innerKnot(pulled());
    expect(() => moveKnot(pulled(), u, 9)).toThrow('between its neighbours');
    expect(() => moveKnot(pulled(), 0.123, 0.2)).toThrow('No inner knot stands at 0.123');
    expect(() => insertKnot(pulled(), 2)).toThrow('lies outside');
    expect(() => removeKnot(pulled(), 0.123)).toThrow('cannot be taken out');
    let full = pulled();
    for (let i = 0; i < 2; i++) full = insertKnot(full, u);
    expect(() => insertKnot(full, u)).toThrow('at most 3 times');
  });
});
