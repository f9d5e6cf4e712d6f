import fc from 'fast-check';
import { anyCurve, parameterAtShare, bezier, sizeOf, valueOf } from '../curve/curves.fixture';
import { type Curve, domainOf } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import { circle } from '../exact/arc';
import { lineBetween } from '../exact/line';
import { add, distance, scale } from '../linear/vector';
import { distinctOf } from '../knots/period';
import { FRONT } from '../plane/plane';
import { elevateDegree } from '../degree/elevateDegree';
import { midway, midwayByLength } from './midway';

/** What rounding a parameter far from 0 does to a place, as a share of the size. */
const blur = (curve: Curve) => {
  const [first, last] = domainOf(curve);
  return (100 * curve.degree * Number.EPSILON * Math.max(Math.abs(first), Math.abs(last))) / (last - first);
};

describe('the midway curve', () => {
  it('of any two curves is the mean of their places at the same shares of their parameters', () => {
    fc.assert(
      fc.property(anyCurve({ closing: 'either', weights: 5 }), anyCurve({ closing: 'either', weights: 5 }), (a, b) => {
        const made = valueOf(midway(a, b));
        const size = Math.max(sizeOf(a), sizeOf(b));
        for (let i = 0; i <= 20; i++) {
          const mean = scale(
            add(evaluate(a, parameterAtShare(a, i / 20)), evaluate(b, parameterAtShare(b, i / 20))),
            0.5,
          );
          expect(distance(evaluate(made, parameterAtShare(made, i / 20)), mean)).toBeLessThanOrEqual(
            (1e-9 + blur(a) + blur(b)) * size,
          );
        }
        expect(made.closing === 'open').toBe(a.closing === 'open' || b.closing === 'open');
        expect(domainOf(made)).toEqual([0, 1]);
      }),
    );
  });

  it('of a curve and itself is the curve, no heavier', () => {
    const spout = bezier([0, 0], [40, 35], [50, -35], [90, 0]);
    const made = valueOf(midway(spout, elevateDegree(spout, 2)));
    expect(distinctOf(made)).toBeLessThanOrEqual(6);
    expect(distance(evaluate(made, 0.3), evaluate(spout, 0.3))).toBeLessThan(1e-12);
  });

  it('by length joins places at the same share of the length: between two circles the one between', () => {
    const [inner, outer] = [circle(FRONT, [0, 0, 0], 20), circle(FRONT, [0, 0, 0], 30)];
    const { curve, error } = midwayByLength(inner, outer, 0.01);
    expect(error).toBeLessThanOrEqual(0.01);
    for (let i = 0; i <= 50; i++)
      expect(Math.hypot(...evaluate(curve, parameterAtShare(curve, i / 50)))).toBeCloseTo(25, 1);
    const ramp = midwayByLength(lineBetween([0, 0, 0], [40, 0, 0]), lineBetween([0, 10, 0], [0, 50, 0]), 1e-6);
    expect(distance(evaluate(ramp.curve, 0.5), [10, 15, 0])).toBeLessThan(1e-5);
  });

  it('of rational curves of too high degrees together is refused', () => {
    const rim = elevateDegree(circle(FRONT, [0, 0, 0], 20), 12);
    expect(midway(rim, rim)).toEqual({ ok: false, failure: { kind: 'degree-too-high', degree: 28 } });
  });
});
