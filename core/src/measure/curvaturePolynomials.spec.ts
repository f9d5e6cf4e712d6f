import { bezier } from '../curve/curves.fixture';
import { derivativeNets } from '../degree/derivativeNets';
import { curvatureIn } from './curvaturePolynomials';

describe('the curvature inside a span, with what rounding makes of it', () => {
  it('is known nearly to the last digit, beside a standstill less, at one not at all', () => {
    // y = x² with x = t², which stands still at its start: κ = 2 / (1 + 4 x²)^(3/2).
    const curve = bezier([0, 0], [0, 0], [1 / 6, 0], [1 / 2, 0], [1, 1]);
    const nets = derivativeNets(curve, curve.degree);
    expect(curvatureIn(nets, 0, [0, 0, 1])).toEqual({ kappa: 0, noise: Infinity });
    for (const t of [0.01, 0.1, 0.5, 1]) {
      const { kappa, noise } = curvatureIn(nets, t, [0, 0, 1]);
      expect(Math.abs(kappa - 2 / (1 + 4 * t ** 4) ** 1.5)).toBeLessThanOrEqual(noise);
      expect(noise).toBeLessThan(1e-14 / t ** 4 + 1e-13);
    }
  });
});
