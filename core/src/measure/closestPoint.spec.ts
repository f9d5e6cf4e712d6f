import fc from 'fast-check';
import { homogeneous, makeCurve } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import { distance } from '../linear/vector';
import { closestPoint } from './closestPoint';
import { circle, uneven } from './shapes.fixture';

describe('closestPoint', () => {
  it('is the foot on the radius of a circle', () => {
    const { point, distance: away } = closestPoint(circle(25), [30, 40, 0]);
    expect(away).toBeCloseTo(25, 12);
    expect(Math.hypot(point[0] - 15, point[1] - 20)).toBeLessThan(1e-7);
  });

  it('is the global minimum: no dense sample is nearer', () => {
    const coordinate = fc.integer({ min: -500, max: 500 }).map((tenths) => tenths / 10);
    fc.assert(
      fc.property(fc.array(coordinate, { minLength: 12, maxLength: 12 }), coordinate, coordinate, (points, x, y) => {
        const curve = makeCurve(3, [0, 0, 0, 0, 1, 1, 1, 1], homogeneous(points));
        const found = closestPoint(curve, [x, y, 0]);
        for (let i = 0; i <= 500; i++) {
          expect(found.distance).toBeLessThanOrEqual(distance(evaluate(curve, i / 500), [x, y, 0]) + 1e-6);
        }
      }),
    );
  });

  it('ends at the ends, and on the curve finds the curve', () => {
    expect(closestPoint(uneven, [-50, -10, 0]).u).toBe(0);
    const on = evaluate(uneven, 3.21);
    expect(closestPoint(uneven, on).u).toBeCloseTo(3.21, 8);
  });
});
