import { curvatureAt, domainOf, evaluate, length, scale, subtract, type Vector3 } from '@pencil-bend/core';
import type { FreeRecipe } from '../project/project';
import { asFree, curveOf, fixSpacing } from './fixSpacing';
import { reverseCurve } from './editEnds';
import { setKink } from './editFitPoints';
import { chordAt, setRadius, setTangent, sideAt, tangentAt } from './setTangent';
import { keepSymmetry, makeSymmetric } from './symmetry';
import { heldTangent, SIDES } from './tangentSides';
import { reflection } from './affine';
import { transformed } from './transformed';
import { fitPointsOf } from './makeLive';
import { constrained, cornered, fit, moved } from './recipes.fixture';

const UP: Vector3 = [0, 1, 0];
const near = (values: readonly number[], digits = 9) => values.map((x) => expect.closeTo(x, digits));

describe('holding a tangent', () => {
  it.each([
    ['live', fit()],
    ['live, closed', fit({ closed: true })],
    ['live, degree 4, closed', fit({ degree: 4, closed: true })],
    ['held', fixSpacing(fit())],
    ['held, closed', fixSpacing(fit({ closed: true }))],
  ] as [string, FreeRecipe][])('turns the curve at any point and goes through all of them: %s', (_name, recipe) => {
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

  describe('at a kink', () => {
    const RIGHT: Vector3 = [1, 0, 0];
    const kinked = (closed: boolean, index: number) => constrained(fit({ closed }), index, { kink: true });
    const [before, after] = [
      { direction: RIGHT, strength: { mm: 30 } },
      { direction: UP, strength: { ratio: 1.2 } },
    ];

    it.each([
      ['live', kinked(false, 3), 'p4'],
      ['live, closed, where it begins', kinked(true, 0), 'p1'],
      ['live, closed', kinked(true, 4), 'p5'],
      ['held', fixSpacing(kinked(false, 3)), 'p4'],
      ['held, closed', fixSpacing(kinked(true, 4)), 'p5'],
      ['held, closed, where it begins', fixSpacing(kinked(true, 0)), 'p1'],
    ] as [string, FreeRecipe, string][])('is one for each side, and all points stay: %s', (_name, recipe, id) => {
      const both = setTangent(setTangent(recipe, id, before, 'before'), id, after, 'after');
      const { curve, fitParameters } = curveOf(both);
      const index = fitPointsOf(both).findIndex((point) => point.id === id);
      const [first, last] = domainOf(curve);
      const u = fitParameters[index] > last ? fitParameters[index] - (last - first) : fitParameters[index];
      // By places a little to the left and to the right, which know nothing of constraints.
      const h = 1e-6 * (last - first);
      const [left, here, right] = [u - h < first ? last - h : u - h, u, u + h].map((at) => evaluate(curve, at));
      const unit = (v: Vector3) => scale(v, 1 / length(v));
      expect(unit(subtract(here, left))).toEqual(near(RIGHT, 3));
      expect(unit(subtract(right, here))).toEqual(near(UP, 3));
      expect(tangentAt(both, id, 'before').mm).toBeCloseTo(30, 6);
      expect(tangentAt(both, id, 'after').mm).toBeCloseTo(1.2 * chordAt(both, index, 'after'), 6);
      const places = new Map(fitPointsOf(recipe).map(({ id: each, at }) => [each, at]));
      for (const point of fitPointsOf(both)) expect(point.at).toEqual(near(places.get(point.id) as Vector3));

      // One side turned leaves the stretch on the other as it is.
      const turned = setTangent(both, id, { direction: [1, 1, 0] }, 'before');
      expect(tangentAt(turned, id, 'after').direction).toEqual(near(UP));
      expect(tangentAt(turned, id, 'after').mm).toBeCloseTo(tangentAt(both, id, 'after').mm, 6);
    });

    it('of a held curve takes a control point more, on its own side', () => {
      const recipe = setKink(fixSpacing(fit()), 'p4', true);
      const { curve, fitParameters } = curveOf(recipe);
      for (const [side, from, to] of [
        ['before', 2, 3],
        ['after', 3, 4],
      ] as const) {
        // prettier-ignore
        const { knots } = curveOf(setTangent(recipe, 'p4', before, side)).curve;
        const added = [...knots].filter((u) => !curve.knots.includes(u));
        expect(added).toHaveLength(1);
        expect(added[0] > fitParameters[from] && added[0] < fitParameters[to]).toBe(true);
      }
    });

    it('has a side for each way along the curve; where the curve is smooth there are none', () => {
      for (const recipe of [kinked(false, 3), fixSpacing(kinked(false, 3))]) {
        expect([sideAt(recipe, 'p4', 1), sideAt(recipe, 'p4', -1), sideAt(recipe, 'p3')]).toEqual(['after', 'before', undefined]); // prettier-ignore
      }
    });

    it('is freed on one side, kept on the other, and one again where the curve is smooth', () => {
      const both = setTangent(setTangent(kinked(false, 3), 'p4', before, 'before'), 'p4', after, 'after');
      expect(fitPointsOf(setTangent(both, 'p4', null, 'after'))[3].tangents).toEqual({ before });
      expect(setTangent(both, 'p4', null)).toEqual(kinked(false, 3));
      expect(fitPointsOf(setKink(both, 'p4', false))[3]).toMatchObject({ tangent: after });
      const alike = setTangent(fixSpacing(kinked(false, 3)), 'p4', after);
      for (const side of SIDES) expect(tangentAt(alike, 'p4', side).direction).toEqual(near(UP));
      for (const two of [both, setTangent(setTangent(alike, 'p4', before, 'before'), 'p4', before, 'after')]) {
        const one = setTangent(two, 'p4', { direction: [1, 1, 0] });
        for (const side of SIDES) expect(tangentAt(one, 'p4', side).direction[0]).toBeCloseTo(Math.SQRT1_2, 9);
        const [freed] = fitPointsOf(setTangent(one, 'p4', null)).slice(3);
        for (const side of SIDES) expect(heldTangent(freed, side)).toBeUndefined();
      }
      expect(() => setTangent(fit(), 'p2', after, 'before')).toThrow('The curve is smooth there');
    });

    it('changes sides where the curve is run through backwards, and stays the tangent it was', () => {
      for (const recipe of [cornered(fit(), 3), fixSpacing(cornered(fit(), 3)), cornered(fit({ closed: true }), 0)]) {
        const { id } = fitPointsOf(recipe).find(({ kink }) => kink) as { id: string };
        const back = reverseCurve(recipe);
        const [is, was] = [tangentAt(back, id, 'before'), tangentAt(recipe, id, 'after')];
        expect(is.direction).toEqual(near(scale(was.direction, -1)));
        expect(is.mm).toBeCloseTo(was.mm, 9);
        expect(reverseCurve(back)).toEqual(recipe.kind === 'fit' ? recipe : expect.anything());
      }
    });

    it('turns with the curve, and is an image of itself where the curve is its own mirror', () => {
      const quarter = { x: [0, 1, 0], y: [-1, 0, 0], z: [0, 0, 1], origin: [5, 0, 0] } as const;
      const turned = transformed(cornered(fit(), 3), quarter);
      expect(tangentAt(turned, 'p4', 'before').direction).toEqual(near(scale([-0.2, 1, 0], 1 / Math.hypot(1, 0.2))));
      const about = { at: [0, 0, 0], across: [1, 0, 0] } as const;
      const tip = constrained(fit({}, [[-40, 0, 0], [-20, 15, 0], [0, 40, 0], [20, 15, 0], [40, 0, 0]]), 2, { kink: true }); // prettier-ignore
      const whole = keepSymmetry(makeSymmetric(tip, about), (it) => setTangent(asFree(it), 'p3', { direction: [1, 3, 0] }, 'before')); // prettier-ignore
      const [x, y] = tangentAt(whole, 'p3', 'after').direction;
      expect([x, y]).toEqual(near(scale([1, -3, 0], 1 / Math.hypot(1, 3)).slice(0, 2)));
      expect(moved(whole, transformed(reverseCurve(whole), { ...reflection(about) }))).toBeLessThan(1e-9);
      // Whichever side is turned, or freed, the other goes along.
      const other = keepSymmetry(whole, (it) => setTangent(asFree(it), 'p3', { direction: [1, -1, 0] }, 'after'));
      expect(tangentAt(other, 'p3', 'before').direction).toEqual(near(scale([1, 1, 0], Math.SQRT1_2)));
      for (const side of SIDES) {
        const freed = keepSymmetry(whole, (it) => setTangent(asFree(it), 'p3', null, side));
        expect(fitPointsOf(freed)[2]).not.toHaveProperty('tangents');
      }
    });
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
