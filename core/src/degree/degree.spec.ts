import fc from 'fast-check';
import { anyCurve, apart, bezier, checked, SAME, sizeOf } from '../curve/curves.fixture';
import { toVerb, verb } from '../curve/witnesses.fixture';
import { countOf, homogeneous, makeCurve, spansOf } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import { distance } from '../linear/vector';
import { breaksOf } from '../knots/multiplicity';
import { fromBezierPieces } from '../simplify/fromBezierPieces';
import { bezierPieces } from './bezierPieces';
import { elevateDegree } from './elevateDegree';

describe('elevating the degree', () => {
  it('keeps every curve where it is, up to degree 12, and repeats every knot as much more often', () => {
    fc.assert(
      fc.property(anyCurve({ closing: 'either' }), fc.integer({ min: 1, max: 3 }), (curve, times) => {
        const raised = checked(elevateDegree(curve, times));
        expect(raised.degree).toBe(curve.degree + times);
        expect(apart(curve, raised)).toBeLessThan(SAME);
        const inner = (breaks: ReturnType<typeof breaksOf>) =>
          breaks.slice(1, -1).map(({ multiplicity }) => multiplicity);
        expect(inner(breaksOf(raised))).toEqual(inner(breaksOf(curve)).map((m) => m + times));
      }),
    );
  });

  it('of a Bézier curve is the textbook formula (The NURBS Book, eq. 5.36)', () => {
    const curve = bezier([0, 0], [20, 30], [50, 45], [80, 35]);
    const { points } = elevateDegree(curve);
    for (let i = 1; i <= 3; i++) {
      for (const c of [0, 1]) {
        const expected = (i / 4) * curve.points[4 * i - 4 + c] + (1 - i / 4) * curve.points[4 * i + c];
        expect(points[4 * i + c]).toBeCloseTo(expected, 13);
      }
    }
  });

  it('has as many control points as it should where a NURBS library loses one', () => {
    const curve = makeCurve(3, [0, 0, 0, 0, 1, 2, 2, 2, 2], homogeneous([0, 0, 0, 1, 3, 0, 4, 4, 0, 7, 1, 0, 9, 2, 0]));
    const raised = elevateDegree(curve);
    // 2 spans of degree 4 that share C²: 4 + 4 + 1 − 2.
    expect(countOf(raised)).toBe(7);
    const theirs = verb.Modify.curveElevateDegree(toVerb(curve), 4);
    expect(theirs.controlPoints.length).not.toBe(7);
    // Without inner knots the library is right, and a witness.
    const single = bezier([0, 0], [20, 30], [50, 45], [80, 35]);
    const right = verb.Modify.curveElevateDegree(toVerb(single), 6);
    elevateDegree(single, 3).points.forEach((value, i) =>
      expect(value).toBeCloseTo(right.controlPoints[i >> 2][i % 4], 11),
    );
  });

  it('goes up to degree 25 and no further', () => {
    const line = bezier([0, 0], [10, 5]);
    expect(apart(line, checked(elevateDegree(line, 24)))).toBeLessThan(SAME);
    expect(() => elevateDegree(line, 25)).toThrow('degree 1 can be raised by 0 to 24, not 25');
  });
});

describe('Bézier pieces', () => {
  it('hold the curve span by span', () => {
    fc.assert(
      fc.property(anyCurve({ closing: 'either' }), (curve) => {
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

  it('make the curve again, without knots that it does not need', () => {
    fc.assert(
      // Spans here differ up to 50 times from their neighbours: a point found back over p of them carries 50^p roundings.
      fc.property(anyCurve({ degrees: [1, 3], weights: 3 }), (curve) => {
        const again = checked(fromBezierPieces(bezierPieces(curve), 1e-9 * sizeOf(curve)));
        expect(again.knots.length).toBeLessThanOrEqual(curve.knots.length);
        expect(apart(curve, again)).toBeLessThan(1e-9);
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
