import fc from 'fast-check';
import { anyCurve, apart, checked, SAME, sizeOf } from '../curve/curves.fixture';
import { homogeneous, makeCurve, spansOf } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import { distance } from '../linear/vector';
import { fromBezierPieces } from '../simplify/fromBezierPieces';
import { bezierPieces } from './bezierPieces';
import { elevateDegree } from './elevateDegree';

describe('Bézier pieces', () => {
  it('hold the curve span by span', () => {
    fc.assert(
      fc.property(anyCurve({ closing: 'either' }), fc.boolean(), (given, raised) => {
        const curve = raised ? elevateDegree(given) : given;
        const { degree, breaks, points, spans } = bezierPieces(curve);
        expect(spans).toEqual(spansOf(curve));
        const size = 4 * (degree + 1);
        spans.forEach((_, k) => {
          const clamped = (u: number) => new Array<number>(degree + 1).fill(u);
          const piece = makeCurve(
            degree,
            [...clamped(breaks[k]), ...clamped(breaks[k + 1])],
            points.slice(k * size, (k + 1) * size),
          );
          for (const share of [0, 0.3, 1]) {
            const u = share === 1 ? breaks[k + 1] : breaks[k] + share * (breaks[k + 1] - breaks[k]);
            expect(distance(evaluate(piece, u), evaluate(curve, u))).toBeLessThanOrEqual(SAME * sizeOf(curve));
          }
        });
      }),
    );
  });

  it('make the curve again within the tolerance, without knots that it does not need', () => {
    fc.assert(
      fc.property(anyCurve({ degrees: [1, 5], weights: 3 }), (curve) => {
        const again = checked(fromBezierPieces(bezierPieces(curve), 1e-10 * sizeOf(curve)));
        expect(again.knots.length).toBeLessThanOrEqual(curve.knots.length);
        expect(apart(curve, again)).toBeLessThan(1e-10);
      }),
    );
  });

  it('find back exactly the knots of a curve in general position', () => {
    const places = Array.from({ length: 24 }, (_, i) => (i % 3 === 0 ? 9 * i : 30 * Math.sin(i * i)));
    for (const degree of [2, 3, 5]) {
      const inner = Array.from({ length: 7 - degree }, (_, i) => (i + 1) ** 1.3);
      const end = (8 - degree) ** 1.3;
      const knots = [...new Array<number>(degree + 1).fill(0), ...inner, ...new Array<number>(degree + 1).fill(end)];
      const curve = makeCurve(degree, knots, homogeneous(places));
      expect([...fromBezierPieces(bezierPieces(curve), 1e-9).knots]).toEqual(knots);
    }
  });

  it('that do not meet are refused', () => {
    const points = Float64Array.of(0, 0, 0, 1, 5, 0, 0, 1, 6, 0, 0, 1, 9, 0, 0, 1);
    expect(() => fromBezierPieces({ degree: 1, breaks: Float64Array.of(0, 1, 2), points }, 0.1)).toThrow(
      'piece 1 begins 1 mm from the end of the one before it',
    );
  });
});
