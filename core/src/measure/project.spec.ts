import fc from 'fast-check';
import { directions } from '../linear/real.fixture';
import { homogeneous, makeCurve } from '../curve/curve';
import { valueOf } from '../curve/curves.fixture';
import { evaluate } from '../curve/evaluate';
import { circle } from '../exact/arc';
import { cross, dot, length, subtract } from '../linear/vector';
import { FRONT, heightOver, normalOf } from '../plane/plane';
import { planeFrom } from '../plane/planes';
import { curvatureAt } from './curvature';
import { projectOnto } from './project';

const direction = directions(100);
const SPRING = makeCurve(3, [0, 0, 0, 0, 1, 1, 1, 1], homogeneous([0, 0, 0, 10, 0, 5, 10, 20, 10, 0, 20, 30]));

describe('projection onto a plane', () => {
  it('moves every place along the direction into the plane', () => {
    fc.assert(
      fc.property(direction, direction, (normal, along) => {
        const plane = planeFrom([3, 4, 5], normal);
        const made = projectOnto(plane, SPRING, along);
        if (!made.ok) return expect(Math.abs(dot(normalOf(plane), along)) / length(along)).toBeLessThan(1e-9);
        const tall = length(along) / Math.abs(dot(normalOf(plane), along));
        for (const u of [0, 0.2, 0.7, 1]) {
          const image = evaluate(made.value, u);
          expect(Math.abs(heightOver(plane, image))).toBeLessThan(1e-11 * (1 + tall));
          const moved = subtract(image, evaluate(SPRING, u));
          expect(length(cross(moved, along)) / length(along)).toBeLessThan(1e-10 * (1 + tall));
        }
      }),
    );
  });

  it('is exact for rational curves: a tilted circle gives an ellipse', () => {
    const tilted = circle(planeFrom([0, 0, 0], [0, 1, 1]), [0, 0, 0], 10);
    const image = valueOf(projectOnto(FRONT, tilted));
    for (let i = 0; i < 40; i++) {
      const [x, y, z] = evaluate(image, (image.knots[image.knots.length - 1] * i) / 40);
      expect((x / 10) ** 2 + (y / (10 * Math.SQRT1_2)) ** 2).toBeCloseTo(1, 12);
      expect(z).toBeCloseTo(0, 12);
    }
    expect(image.points.filter((_, i) => i % 4 === 3)).toEqual(tilted.points.filter((_, i) => i % 4 === 3));
    expect(curvatureAt(image, 0).kappa).toBeGreaterThan(0);
    expect(projectOnto(FRONT, tilted, [1, 2, 0])).toEqual({ ok: false, failure: { kind: 'along-plane' } });
  });
});
