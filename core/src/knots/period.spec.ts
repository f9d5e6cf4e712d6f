import fc from 'fast-check';
import { anyCurve, parameterAtShare, checked, fraction, sizeOf, WAVE } from '../curve/curves.fixture';
import { distance } from '../linear/vector';
import { domainOf, homogeneous } from '../curve/curve';
import { derivatives, evaluate } from '../curve/evaluate';
import { distinctOf, moveSeam, periodicCurve } from './period';

describe('a periodic curve', () => {
  const RING = homogeneous([40, 0, 0, 0, 40, 5, -40, 0, 0, 0, -40, 5]);

  it('is as smooth over the seam as its degree allows', () => {
    for (const degree of [2, 3, 4, 7]) {
      const ring = periodicCurve(degree, RING);
      const [start, end] = [derivatives(ring, 0, degree - 1), derivatives(ring, 1, degree - 1, 'left')];
      start.forEach((value, i) => expect(Math.abs(value - end[i])).toBeLessThan(1e-9 * 40 * 4 ** degree));
    }
  });

  it('keeps its places when the seam moves, between knots or onto one', () => {
    fc.assert(
      fc.property(anyCurve({ closing: 'periodic' }), fraction, (curve, share) => {
        const moved = checked(moveSeam(curve, parameterAtShare(curve, share)));
        const [first, last] = domainOf(curve);
        const [from, to] = domainOf(moved);
        expect(from).toBeGreaterThanOrEqual(first);
        for (let i = 0; i <= 20; i++) {
          const u = Math.min(to, from + ((to - from) * i) / 20);
          const before = Math.min(last, Math.max(first, u > last ? u - (last - first) : u));
          expect(distance(evaluate(moved, u), evaluate(curve, before))).toBeLessThanOrEqual(1e-9 * sizeOf(curve));
        }
      }),
    );
  });

  it('keeps its places over a kink, wherever its domain begins: whole periods are added with rounding', () => {
    const legs = fc.array(fc.tuple(fraction, fraction), { minLength: 9, maxLength: 9 });
    fc.assert(
      fc.property(
        fraction,
        fraction,
        fraction,
        fc.constantFrom(1, 1e4),
        legs,
        (start, first, second, period, places) => {
          const [origin, a, b, end] = [0, 0.1 + 0.3 * first, 0.6 + 0.3 * second, 1].map(
            (share) => period * (start + share),
          );
          const knots = [origin, origin, origin, origin, a, b, end];
          const points = homogeneous(places.slice(0, 6).flatMap(([x, y]) => [40 * x, 40 * y, 0]));
          const curve = periodicCurve(4, points, knots);
          const moved = checked(moveSeam(curve, b));
          for (let i = 0; i <= 20; i++) {
            const u = Math.min(domainOf(moved)[1], b + (i / 20) * period);
            const before = u > domainOf(curve)[1] ? u - period : u;
            expect(distance(evaluate(moved, u), evaluate(curve, before))).toBeLessThan(1e-10 * 40);
          }
        },
      ),
    );
  });

  it('has its seam back, bit for bit in its points, when it is moved around and home', () => {
    const ring = periodicCurve(3, RING);
    const home = moveSeam(moveSeam(ring, 0.5), 1);
    home.points.forEach((value, i) => expect(value).toBeCloseTo(ring.points[i], 12));
    expect(distinctOf(home)).toBe(4);
    expect(() => moveSeam(WAVE, 1)).toThrow('only a periodic curve has a free seam');
    expect(() => periodicCurve(3, RING, [0, 1, 2])).toThrow('4 control points has 5 knots, not 3');
  });
});
