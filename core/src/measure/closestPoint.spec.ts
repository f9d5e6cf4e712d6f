import { Bezier } from 'bezier-js';
import fc from 'fast-check';
import { anyCurve, parameterAtShare, bezier, flat, fraction, sizeOf } from '../curve/curves.fixture';
import { toVerb, verb } from '../curve/witnesses.fixture';
import { distance, type Vector3 } from '../linear/vector';
import { type Curve } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import { circle } from '../exact/arc';
import { FRONT } from '../plane/plane';
import { closestPoint } from './closestPoint';
import { uneven } from './shapes.fixture';

/** Naively: the least distance of many places. */
function sampledDistance(curve: Curve, target: Vector3, count = 2000): number {
  let least = Infinity;
  for (let i = 0; i <= count; i++)
    least = Math.min(least, distance(evaluate(curve, parameterAtShare(curve, i / count)), target));
  return least;
}

describe('the closest point', () => {
  it('is nearer than every sampled place, and a right angle or an end', () => {
    const place = fc.tuple(fraction, fraction, fraction);
    fc.assert(
      fc.property(anyCurve({ closing: 'either' }), place, (curve, [x, y, z]) => {
        const size = sizeOf(curve);
        const target: Vector3 = [size * (3 * x - 1.5), size * (3 * y - 1.5), size * (z - 0.5)];
        const found = closestPoint(curve, target);
        expect(found.distance).toBeLessThanOrEqual(sampledDistance(curve, target, 300) * (1 + 1e-12) + 1e-14 * size);
        expect(distance(evaluate(curve, found.u), found.point)).toBeLessThanOrEqual(1e-12 * size);
      }),
      { numRuns: 300 },
    );
  });

  it('is global where a Newton search from samples of a NURBS library finds a local one', () => {
    // A dent between two ends of a coarse sample: narrow, and nearest.
    const dent = flat(
      3,
      [0, 0, 0, 0, 0.5, 0.5, 0.5, 0.503, 0.503, 0.503, 1, 1, 1, 1],
      [
        [0, 0],
        [20, 0],
        [40, 0],
        [60, 0],
        [60, 0],
        [60.1, 40],
        [60.2, 0],
        [80, 0],
        [100, 0],
        [120, 0],
      ],
    );
    const target: Vector3 = [60, 45, 0];
    const ours = closestPoint(dent, target);
    expect(ours.distance).toBeCloseTo(sampledDistance(dent, target, 400_000), 6);
    const theirs = verb.Analyze.rationalCurveClosestPoint(toVerb(dent), [...target]);
    expect(Math.hypot(theirs[0] - 60, theirs[1] - 45)).toBeGreaterThan(ours.distance + 1);
  });

  it('agrees with a Bézier library on cubics', () => {
    const pairs = [
      [0, 0],
      [40, 35],
      [50, -35],
      [90, 0],
    ] as const;
    const witness = new Bezier(pairs.flat());
    for (const target of [
      [20, 20, 0],
      [70, -3, 0],
      [45, 1, 0],
    ] as const) {
      const theirs = witness.project({ x: target[0], y: target[1] });
      expect(closestPoint(bezier(...pairs), target).distance).toBeLessThanOrEqual((theirs.d ?? 0) + 1e-9);
      expect(closestPoint(bezier(...pairs), target).distance).toBeCloseTo(theirs.d ?? 0, 3);
    }
  });

  it('is the foot on the radius of a circle, an end, or the place itself', () => {
    const { point, distance: away } = closestPoint(circle(FRONT, [0, 0, 0], 25), [30, 40, 0]);
    expect(away).toBeCloseTo(25, 12);
    expect(Math.hypot(point[0] - 15, point[1] - 20)).toBeLessThan(1e-7);
    expect(closestPoint(uneven, [-50, -10, 0]).u).toBe(0);
    expect(closestPoint(uneven, evaluate(uneven, 3.21)).u).toBeCloseTo(3.21, 8);
  });

  it('has defined answers for a circle from its centre, a point curve, and bad input', () => {
    expect(closestPoint(circle(FRONT, [0, 0, 0], 25), [0, 0, 0]).distance).toBeCloseTo(25, 13);
    expect(closestPoint(bezier([3, 4], [3, 4]), [0, 0, 0])).toEqual({ u: 0, point: [3, 4, 0], distance: 5 });
    expect(() => closestPoint(uneven, [0, NaN, 0])).toThrow('finite coordinates, not 0, NaN, 0');
  });
});
