import fc from 'fast-check';
import { anyCurve, parameterAtShare, checked, fraction, sizeOf } from '../curve/curves.fixture';
import { distance } from '../linear/vector';
import { domainOf } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import { reverse } from './reverse';

describe('reversing', () => {
  it('runs backwards over the same places, and twice is the curve', () => {
    fc.assert(
      fc.property(anyCurve({ closing: 'either' }), fraction, (curve, share) => {
        const back = checked(reverse(curve));
        const [first, last] = domainOf(curve);
        const u = parameterAtShare(curve, share);
        const mirrored = Math.min(last, Math.max(first, first + (last - u)));
        expect(distance(evaluate(back, mirrored), evaluate(curve, u))).toBeLessThanOrEqual(1e-8 * sizeOf(curve));
        expect(reverse(back).points).toEqual(curve.points);
        // What begins the period is all of the knot at the seam.
        if (back.closing === 'periodic') expect(back.knots[back.degree - 1]).toBeLessThan(back.knots[back.degree]);
      }),
    );
  });
});
