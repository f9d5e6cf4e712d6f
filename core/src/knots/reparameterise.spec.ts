import fc from 'fast-check';
import { anyCurve, parameterAtShare, checked, sizeOf, WAVE } from '../curve/curves.fixture';
import { distance } from '../linear/vector';
import { domainOf } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import { reparameterise } from './reparameterise';

describe('reparameterising', () => {
  it('moves knots to any range and back without moving the curve', () => {
    fc.assert(
      fc.property(
        anyCurve({ closing: 'either' }),
        fc.constantFrom([0, 1], [-7, 1e4], [1e-9, 3e-9]),
        (curve, [first, last]) => {
          const moved = checked(reparameterise(curve, first, last));
          // Knots around −1e5 a thousandth apart hold 8 digits.
          expect(domainOf(moved)).toEqual([first, last]);
          expect(
            distance(evaluate(moved, parameterAtShare(moved, 0.37)), evaluate(curve, parameterAtShare(curve, 0.37))),
          ).toBeLessThanOrEqual(1e-7 * sizeOf(curve));
          expect(moved.points).toEqual(curve.points);
        },
      ),
    );
    expect(() => reparameterise(WAVE, 2, 2)).toThrow('a range from 2 to 2 is no domain');
    expect(() => reparameterise(WAVE, 1, 1 + 3e-16)).toThrow('would fall together');
  });
});
