import { bezier } from '../curve/curves.fixture';
import { distance, dot } from '../linear/vector';
import { homogeneous, makeCurve } from '../curve/curve';
import { ellipse } from '../exact/arc';
import { lineBetween } from '../exact/line';
import { normalOf, type Plane } from '../plane/plane';
import { bestPlane } from './bestPlane';

const ASKEW: Plane = { origin: [0, 0, 0], x: [0.6, 0.8, 0], y: [-0.48, 0.36, 0.8] };

describe('the best plane', () => {
  it('of a plane curve is its plane, with no deviation', () => {
    const { plane, deviation, kind } = bestPlane(ellipse(ASKEW, [1e3, 2, 3], 30, 20));
    expect(kind).toBe('plane');
    expect(deviation).toBeLessThan(1e-11);
    expect(Math.abs(dot(normalOf(plane), normalOf(ASKEW)))).toBeCloseTo(1, 13);
    expect(Math.abs(dot(plane.x, ASKEW.x))).toBeCloseTo(1, 10);
    plane.origin.forEach((c, i) => expect(c).toBeCloseTo([1e3, 2, 3][i], 9));
  });

  it('tells how far a curve in space strays', () => {
    const bow = makeCurve(3, [0, 0, 0, 0, 1, 1, 1, 1], homogeneous([0, 0, 0, 30, 40, 9, 60, 40, -9, 90, 0, 0]));
    const { deviation } = bestPlane(bow);
    expect(deviation).toBeGreaterThan(1);
    expect(deviation).toBeLessThan(2.7);
  });

  it('is that of the shape, whatever the weights', () => {
    // Straight legs stay where they are; the parameter hurries through all but the heavy end of each.
    const corners = [0, 0, 0, 40, 10, 0, 30, 50, 20, -10, 30, 5];
    const knots = [0, 0, 1, 2, 3, 3];
    const plain = bestPlane(makeCurve(1, knots, homogeneous(corners)));
    for (const weights of [
      [1, 1e6, 1e-6, 1e3],
      [1e-6, 1, 1e6, 1e-6],
      [3, 3, 3, 3],
    ]) {
      const { plane, deviation } = bestPlane(makeCurve(1, knots, homogeneous(corners, weights)));
      expect(deviation).toBeCloseTo(plain.deviation, 9);
      expect(distance(plane.origin, plain.plane.origin)).toBeLessThan(1e-9);
      expect(Math.abs(dot(normalOf(plane), normalOf(plain.plane)))).toBeCloseTo(1, 12);
    }
  });

  it('of a line or a point is one of many, and says so', () => {
    const line = bestPlane(lineBetween([0, 0, 0], [3, 4, 12]));
    expect(line.kind).toBe('line');
    expect(Math.abs(dot(line.plane.x, [3 / 13, 4 / 13, 12 / 13]))).toBeCloseTo(1, 13);
    expect(line.deviation).toBeLessThan(1e-14);
    expect(bestPlane(bezier([3, 3], [3, 3]))).toMatchObject({ kind: 'point', deviation: 0 });
  });
});
