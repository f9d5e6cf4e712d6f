import fc from 'fast-check';
import { real } from '../linear/real.fixture';
import { type Curve, homogeneous, makeCurve, spansOf } from './curve';
import { derivativesByBasis, derivativesInSpan } from './evaluate';
import { spanPolynomials } from './spanPolynomials';

/** Curves of degree 1 to 5 with uneven, partly repeated knots, with and without weights, near and far. */
const curves: fc.Arbitrary<Curve> = fc
  .record({
    degree: fc.integer({ min: 1, max: 5 }),
    gaps: fc.array(fc.constantFrom(0, 0.01, 0.3, 1, 7), { minLength: 0, maxLength: 6 }),
    seeds: fc.array(real(-100, 100), { minLength: 36, maxLength: 36 }),
    far: fc.constantFrom(0, 1e5),
    rational: fc.boolean(),
  })
  .map(({ degree, gaps, seeds, far, rational }) => {
    const inner: number[] = [];
    for (const gap of gaps) {
      const next = (inner.at(-1) ?? 1) + gap;
      if (inner.filter((knot) => knot === next).length < degree && next < 20 && next > 1) inner.push(next);
    }
    const knots = [...Array<number>(degree + 1).fill(1), ...inner, ...Array<number>(degree + 1).fill(20)];
    const count = degree + 1 + inner.length;
    const euclidean = Array.from({ length: 3 * count }, (_, i) => far + seeds[i % 36] + i);
    const weights = Array.from({ length: count }, (_, i) => (rational ? 0.5 + (i % 3) : 1));
    return makeCurve(degree, knots, homogeneous(euclidean, weights));
  });

describe('span polynomials', () => {
  it('agree with the basis functions in value and three derivatives, at both ends of every span and inside', () => {
    fc.assert(
      fc.property(curves, real(0, 1), (curve, share) => {
        const size = Math.max(...curve.points.map(Math.abs));
        for (const span of spansOf(curve)) {
          const [from, to] = [curve.knots[span], curve.knots[span + 1]];
          for (const u of [from, from + share * (to - from), to]) {
            const fast = derivativesInSpan(curve, span, u, 3, new Float64Array(12));
            const slow = derivativesByBasis(curve, span, u, 3, new Float64Array(12));
            for (let i = 0; i < 12; i++) {
              // Derivatives carry the rounding of the coordinates over powers of the shortest span around.
              const order = Math.floor(i / 3);
              const scale = size * 1e3 ** order + Math.max(...slow.map(Math.abs));
              expect(Math.abs(fast[i] - slow[i])).toBeLessThan(1e-12 * scale);
            }
          }
        }
      }),
    );
  });

  it('are left to the basis functions where powers lose digits', () => {
    const high = makeCurve(
      6,
      [0, 0, 0, 0, 0, 0, 0, 1, 1, 1, 1, 1, 1, 1],
      homogeneous(Array.from({ length: 21 }, (_, i) => i)),
    );
    expect(spanPolynomials(high)).toBeNull();
    expect([...derivativesInSpan(high, 6, 0.5, 0, new Float64Array(3))]).toEqual([9, 10, 11]);
  });

  it('give 0 for derivatives above the degree', () => {
    const line = makeCurve(1, [0, 0, 1, 1], homogeneous([0, 0, 0, 3, 4, 0]));
    const d = derivativesInSpan(line, 1, 0.5, 3, new Float64Array(12));
    expect([...d]).toEqual([1.5, 2, 0, 3, 4, 0, 0, 0, 0, 0, 0, 0]);
  });
});
