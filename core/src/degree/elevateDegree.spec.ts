import fc from 'fast-check';
import { anyCurve, apart, bezier, checked, SAME } from '../curve/curves.fixture';
import { toVerb, verb } from '../curve/witnesses.fixture';
import { countOf, homogeneous, makeCurve } from '../curve/curve';
import { breaksOf } from '../knots/multiplicity';
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
