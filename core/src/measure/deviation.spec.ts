import fc from 'fast-check';
import { anyCurve, parameterAtShare, bezier, fraction, sizeOf, valueOf } from '../curve/curves.fixture';
import { distance } from '../linear/vector';
import { domainOf, homogeneous, makeCurve } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import { elevateDegree } from '../degree/elevateDegree';
import { circle } from '../exact/arc';
import { moveSeam, periodicCurve } from '../knots/period';
import { refineKnots } from '../knots/refineKnots';
import { FRONT } from '../plane/plane';
import { removeKnot } from '../reduce/removeKnot';
import { reverse } from '../edit/reverse';
import { split } from '../edit/split';
import { closestPoint } from './closestPoint';
import { deviation, deviationInStep } from './deviation';
import { uneven } from './shapes.fixture';

const QUARTER = makeCurve(2, [0, 0, 0, 1, 1, 1], homogeneous([25, 0, 0, 25, 25, 0, 0, 25, 0], [1, Math.SQRT1_2, 1]));
const HANDLE = 0.5522847 * 25;

describe('the deviation of two curves', () => {
  it('of check DE holds the closed form in its bracket, both ways', () => {
    const cubic = bezier([25, 0], [25, HANDLE], [HANDLE, 25], [0, 25]);
    for (const found of [
      deviation(QUARTER, cubic, { relative: 1e-3 }),
      deviation(cubic, QUARTER, { relative: 1e-3 }),
    ]) {
      expect(found.certified).toBe(true);
      expect(found.max).toBeLessThanOrEqual(2.7253e-4 * 25 * (1 + 1e-4));
      expect(found.bound).toBeGreaterThanOrEqual(2.7253e-4 * 25 * (1 - 1e-4));
      expect(found.bound).toBeLessThan(found.max + 1.1e-6 + 1e-3 * found.max);
    }
  });

  it('is nothing for the same shape with other knots, degree, seam or weights', () => {
    const same = [valueOf(refineKnots(uneven, [0.5, 0.5, 3.3])), elevateDegree(uneven, 2)];
    for (const other of same) expect(deviation(uneven, other).bound).toBeLessThan(1.1e-6);
    const ring = periodicCurve(3, homogeneous([40, 0, 0, 0, 40, 5, -40, 0, 0, 0, -40, 5, 30, -20, 0]));
    expect(deviation(ring, moveSeam(ring, 0.37)).bound).toBeLessThan(1.1e-6);
    const turned = circle({ origin: [0, 0, 0], x: [0, 1, 0], y: [-1, 0, 0] }, [0, 0, 0], 25);
    expect(deviation(circle(FRONT, [0, 0, 0], 25), turned)).toMatchObject({
      certified: true,
      bound: expect.closeTo(0, 5),
    });
  });

  it('brackets what dense sampling finds', () => {
    fc.assert(
      fc.property(
        anyCurve({ degrees: [2, 5], spans: 4, weights: 3 }),
        fc.array(fraction, { minLength: 12, maxLength: 12 }),
        (curve, noise) => {
          const size = sizeOf(curve);
          const moved = makeCurve(
            curve.degree,
            curve.knots,
            curve.points.map((value, i) => {
              const w = curve.points[i - (i % 4) + 3];
              return i % 4 === 3 ? value : value + (noise[i % 12] - 0.5) * 0.01 * size * w;
            }),
          );
          const found = deviationInStep(curve, moved, { absolute: 1e-9 * size });
          let most = 0;
          for (let i = 0; i <= 1000; i++)
            most = Math.max(
              most,
              distance(
                evaluate(curve, parameterAtShare(curve, i / 1000)),
                evaluate(moved, parameterAtShare(moved, i / 1000)),
              ),
            );
          expect(found.bound).toBeGreaterThanOrEqual(most * (1 - 1e-12));
          expect(found.max).toBeLessThanOrEqual(found.bound);
          expect(found.bound).toBeLessThanOrEqual(1.0101 * found.max + 1.1e-9 * size);
          const shape = deviation(curve, moved, { absolute: 1e-7 * size });
          let either = 0;
          for (let i = 0; i <= 200; i++)
            either = Math.max(either, closestPoint(moved, evaluate(curve, parameterAtShare(curve, i / 200))).distance);
          expect(shape.max).toBeGreaterThanOrEqual(either * 0.97);
          expect(shape.bound).toBeGreaterThanOrEqual(either * (1 - 1e-12) - 1e-15 * size);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('in step is that of the stretch where the curves differ, with knots taken out or control points moved', () => {
    let told = 0;
    fc.assert(
      fc.property(anyCurve({ degrees: [1, 5], spans: 9, weights: 3 }), fraction, fraction, (curve, at, by) => {
        const size = sizeOf(curve);
        const count = curve.points.length / 4;
        const i = 4 * Math.min(count - 1, Math.floor(at * count));
        const moved = curve.points.slice();
        moved[i + 1] += by * 0.01 * size * moved[i + 3];
        const inner = curve.knots.filter((u) => u > domainOf(curve)[0] && u < domainOf(curve)[1]);
        const removed =
          inner.length > 0 && removeKnot(curve, inner[Math.min(inner.length - 1, Math.floor(at * inner.length))]);
        const others = [
          makeCurve(curve.degree, curve.knots, moved),
          ...(removed && removed.ok ? [removed.value.curve] : []),
        ];
        for (const other of others) {
          const found = deviationInStep(curve, other, { absolute: 1e-9 * size });
          let most = 0;
          for (let k = 0; k <= 400; k++) {
            const u = parameterAtShare(curve, k / 400);
            most = Math.max(most, distance(evaluate(curve, u), evaluate(other, u)));
          }
          expect(found.bound).toBeGreaterThanOrEqual(most * (1 - 1e-12) - 1e-15 * size);
          expect(found.max).toBeLessThanOrEqual(1.05 * most + 1e-9 * size);
          if (most > 1e-6 * size) told++;
        }
      }),
      { numRuns: 120 },
    );
    expect(told).toBeGreaterThan(100);
    expect(deviationInStep(uneven, { ...uneven })).toEqual({ max: 0, u: 0, bound: 0, certified: true });
  });

  it('says so when nothing is proven, and refuses different domains in step', () => {
    const back = deviation(uneven, reverse(uneven));
    expect(back.certified).toBe(false);
    expect(back.bound).toBe(Infinity);
    const [half] = valueOf(split(uneven, 3));
    expect(deviation(uneven, half).max).toBeGreaterThan(90);
    expect(() => deviationInStep(uneven, half)).toThrow('domains differ: 0 to 7 and 0 to 3');
  });
});
