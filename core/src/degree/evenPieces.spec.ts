import fc from 'fast-check';
import { anyCurve, SAME, sizeOf } from '../curve/curves.fixture';
import { domainOf, homogeneous, makeCurve } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import { distance, vectorAt } from '../linear/vector';
import { bezierPieces } from './bezierPieces';
import { evenPieces } from './evenPieces';

describe('pieces of even weights', () => {
  it('are those of the curve where weights differ little', () => {
    const curve = makeCurve(2, [0, 0, 0, 1, 1, 1], homogeneous([0, 0, 0, 10, 10, 0, 20, 0, 0], [1, 20, 1]));
    expect(evenPieces(curve)).toBe(bezierPieces(curve));
  });

  it('differ in weight by no more than a factor of 64, and hold the curve', () => {
    let halved = 0;
    fc.assert(
      fc.property(anyCurve({ closing: 'either', weights: 1e6 }), (curve) => {
        const { degree, breaks, points, spans } = evenPieces(curve);
        if (spans.length > bezierPieces(curve).spans.length) halved++;
        for (let k = 0; k < spans.length; k++) {
          const from = 4 * k * (degree + 1);
          const weights = Array.from({ length: degree + 1 }, (_, i) => points[from + 4 * i + 3]);
          expect(Math.max(...weights) / Math.min(...weights)).toBeLessThanOrEqual(64);
          const first = vectorAt(
            [0, 1, 2].map((c) => points[from + c] / points[from + 3]),
            0,
          );
          // Beside a heavy place a rounding of the parameter moves a light one by more.
          const [low, high] = domainOf(curve);
          const around = [-4, 4].map((by) => Math.min(high, Math.max(low, breaks[k] * (1 + by * Number.EPSILON))));
          const blur = distance(evaluate(curve, around[0]), evaluate(curve, around[1]));
          expect(distance(first, evaluate(curve, breaks[k]))).toBeLessThanOrEqual(SAME * sizeOf(curve) + blur);
        }
      }),
    );
    expect(halved).toBeGreaterThan(20);
  });
});
