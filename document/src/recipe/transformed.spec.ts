import { mirroring, rotation, scaling, subtract, transform, translation, type Vector3 } from '@pencil-bend/core';
import type { Recipe } from '../project/project';
import { curveOf, fixSpacing } from './fixSpacing';
import { fitPointsOf } from './makeLive';
import { apart, RECIPES } from './recipes.fixture';
import { placed, reflection, similarityOf } from './affine';
import { transformed } from './transformed';

const TURN = rotation([1, 2, 2], 0.7, [4, 5, 6]);

describe('transformed', () => {
  it.each(RECIPES)('carries a curve %s as its control points are carried', (_name, recipe: Recipe) => {
    for (const map of [
      translation([3, -4, 5]),
      TURN,
      scaling(2.5, [1, 1, 0]),
      scaling([2, 1, 1]),
      reflection({ at: [5, 0, 0], across: [0.6, 0.8, 0] }),
    ]) {
      // prettier-ignore
      const image = transformed(recipe, map);
      // Kept radii and lengths of tangents scale along.
      expect(apart(curveOf(image).curve, transform(curveOf(recipe).curve, map))).toBeLessThan(1e-9);
    }
  });

  it.each(RECIPES)(
    'carries fit points and held tangents along, of a fixed spacing too: %s',
    (_name, recipe: Recipe) => {
      for (const from of [recipe, fixSpacing(recipe)]) {
        const image = fitPointsOf(transformed(from, TURN));
        expect(image.map(({ at }) => at)).toEqual(
          fitPointsOf(from).map(({ at }) => placed(TURN, at).map((x) => expect.closeTo(x, 9))),
        );
        const turned = (v: Vector3) =>
          subtract(placed(TURN, v), placed(TURN, [0, 0, 0])).map((x) => expect.closeTo(x, 9));
        fitPointsOf(from).forEach(({ tangent }, i) => {
          expect(image[i].tangent?.direction).toEqual(tangent && turned(tangent.direction));
        });
      }
    },
  );

  it('mirrors as the kernel does', () => {
    const plane = { origin: [5, 1, 0], x: [0, 0, 1], y: [-0.8, 0.6, 0] } as const;
    const [a, b] = [reflection({ at: [5, 1, 0], across: [0.6, 0.8, 0] }), mirroring(plane)];
    for (const at of [
      [1, 2, 3],
      [-7, 0, 4],
    ] as const) {
      placed(a, at).forEach((x, c) => expect(x).toBeCloseTo(placed(b, at)[c], 12));
    }
  });

  it('tells similarities from other maps', () => {
    expect(similarityOf(TURN)).toBeCloseTo(1, 12);
    expect(similarityOf(scaling(3))).toBe(3);
    expect(similarityOf(scaling([1, 2, 1]))).toBeNull();
  });
});
