import { curvatureAt, type Vector3 } from '@pencil-bend/core';
import type { Recipe } from '../project/project';
import { curveOf, fixSpacing } from './fixSpacing';
import { setRadius, setTangent, tangentAt } from './setTangent';
import { fitPointsOf } from './makeLive';
import { fit, moved } from './recipes.fixture';

const UP: Vector3 = [0, 1, 0];
const near = (values: readonly number[], digits = 9) => values.map((x) => expect.closeTo(x, digits));

describe('holding a tangent', () => {
  it.each([
    ['live', fit()],
    ['live, closed', fit({ closed: true })],
    ['live, degree 4, closed', fit({ degree: 4, closed: true })],
    ['held', fixSpacing(fit())],
    ['held, closed', fixSpacing(fit({ closed: true }))],
  ] as [string, Recipe][])('turns the curve at any point and goes through all of them: %s', (_name, recipe) => {
    const places = new Map(fitPointsOf(recipe).map(({ id, at }) => [id, at]));
    for (const { id } of fitPointsOf(recipe)) {
      const turned = setTangent(recipe, id, { direction: UP });
      expect(tangentAt(turned, id).direction).toEqual(near(UP));
      for (const point of fitPointsOf(turned)) expect(point.at).toEqual(near(places.get(point.id) as Vector3));
      const strong = setTangent(turned, id, { direction: UP, strength: { mm: 60 } });
      expect(tangentAt(strong, id).mm).toBeCloseTo(60, 6);
    }
  });

  it('as a ratio of the chord, and free again', () => {
    const ratio = setTangent(fit({}, [[0, 0, 0], [100, 0, 0]]), 'p1', { direction: UP, strength: { ratio: 0.5 } }); // prettier-ignore
    expect(tangentAt(ratio, 'p1').mm).toBeCloseTo(50, 9);
    const fixed = fixSpacing(fit());
    const turned = setTangent(fixed, 'p4', { direction: UP });
    const freed = setTangent(turned, 'p4', null);
    expect(moved(turned, freed)).toBe(0);
    expect(fitPointsOf(freed)[3]).not.toHaveProperty('tangent');
    expect(setTangent(setTangent(fit(), 'p2', { direction: UP }), 'p2', null)).toEqual(fit());
  });

  it('refuses no direction', () => {
    expect(() => setTangent(fit(), 'p1', { direction: [0, 0, 0] })).toThrow('A direction is needed');
  });
});

describe('holding a radius', () => {
  it('gives a live curve that radius there', () => {
    const fixed = setRadius(fit(), 'p2', 25);
    const { curve, fitParameters } = curveOf(fixed);
    expect(1 / Math.abs(curvatureAt(curve, fitParameters[1]).kappa)).toBeCloseTo(25, 6);
    expect(setRadius(fixed, 'p2', null)).toEqual(fit());
    expect(() => setRadius(fixSpacing(fit()), 'p2', 25)).toThrow('make the spacing live first');
  });
});
