import fc from 'fast-check';
import { real } from '../../linear/real.fixture';
import { distance, packVectors, type Vector3, vectorAt } from '../../linear/vector';
import { fraction, valueOf } from '../../curve/curves.fixture';
import { basisFunctions, findSpan } from '../../curve/basis';
import { controlPointsOf } from '../../curve/curve';
import { evaluate } from '../../curve/evaluate';
import { uniformKnots } from '../../knots/uniformKnots';
import { endOf } from '../../edit/join';
import { weightsOf } from '../../edit/weights';
import { leastSquares } from './leastSquares';

/** A polynomial as a Bézier curve over [first, last], its control points free, through points (x, y) at x. */
function fitted(pairs: readonly (readonly [number, number])[], degree: number) {
  const sorted = [...pairs].sort((a, b) => a[0] - b[0]);
  const [first, last] = [sorted[0][0], sorted[sorted.length - 1][0]];
  const knots = Float64Array.from({ length: 2 * degree + 2 }, (_, i) => (i <= degree ? first : last));
  const points = packVectors(sorted.map(([x, y]): Vector3 => [x, y, 0]));
  return valueOf(
    leastSquares(
      points,
      Float64Array.from(sorted, ([x]) => x),
      degree,
      knots,
      { fixedEnds: false },
    ),
  );
}

describe('least squares', () => {
  it("gives Anscombe's first set the line y = 3.00 + 0.500 x", () => {
    // Anscombe, Graphs in statistical analysis, The American Statistician 27, 1973; its data from memory.
    const set = [[10, 8.04], [8, 6.95], [13, 7.58], [9, 8.81], [11, 8.33], [14, 9.96], [6, 7.24], [4, 4.26], [12, 10.84], [7, 4.82], [5, 5.68]] as const; // prettier-ignore
    const line = fitted(set, 1);
    const [a, b] = [evaluate(line, 4)[1], evaluate(line, 14)[1]];
    expect((b - a) / 10).toBeCloseTo(0.5, 3);
    expect(a - 0.4 * (b - a)).toBeCloseTo(3.0, 2);
  });

  it('reproduces the polynomial of Wampler1: y = 1 + x + … + x⁵ at 0, 1, …, 20', () => {
    // NIST, Statistical Reference Datasets, linear regression, Wampler1: all six certified coefficients are 1.
    const y = (x: number) => 1 + x * (1 + x * (1 + x * (1 + x * (1 + x))));
    const curve = fitted(Array.from({ length: 21 }, (_, x) => [x, y(x)] as const), 5); // prettier-ignore
    for (const x of [0, 0.5, 3.25, 11.75, 20])
      expect(Math.abs(evaluate(curve, x)[1] - y(x))).toBeLessThan(1e-14 * y(20));
  });

  it('leaves residuals that no control point could make smaller: they are normal to every basis function', () => {
    const cloud = fc.record({
      degree: fc.integer({ min: 1, max: 5 }),
      inner: fc.uniqueArray(fc.integer({ min: 1, max: 19 }), { maxLength: 5 }),
      ys: fc.array(fraction, { minLength: 60, maxLength: 60 }),
      importance: fc.array(real(0.1, 9), { minLength: 60, maxLength: 60 }),
      far: fc.constantFrom(0, 1e6),
      rational: fc.boolean(),
    });
    fc.assert(
      fc.property(cloud, ({ degree, inner, ys, importance, far, rational }) => {
        const sorted = inner.map((k) => k / 20).sort((a, b) => a - b);
        const knots = Float64Array.from([...new Array<number>(degree + 1).fill(0), ...sorted, ...new Array<number>(degree + 1).fill(1)]); // prettier-ignore
        const count = knots.length - degree - 1;
        const weights = Float64Array.from({ length: count }, (_, i) => (rational ? 1 + (i % 3) : 1));
        const parameters = Float64Array.from({ length: 60 }, (_, i) => i / 59);
        const points = packVectors(ys.map((y, i): Vector3 => [far + 10 * parameters[i], 5 * y, -far]));
        const curve = valueOf(leastSquares(points, parameters, degree, knots, { pointWeights: importance, weights }));
        expect([...weightsOf(curve)]).toEqual([...weights]);
        const sums = new Float64Array(3 * count);
        for (let i = 0; i < 60; i++) {
          const span = findSpan(knots, degree, count, parameters[i]);
          const basis = basisFunctions(knots, degree, span, parameters[i]);
          const place = evaluate(curve, parameters[i]);
          const total = basis.reduce((sum, value, j) => sum + value * weights[span - degree + j], 0);
          for (let j = 0; j <= degree; j++) {
            const share = (importance[i] * basis[j] * weights[span - degree + j]) / total;
            for (let c = 0; c < 3; c++) sums[3 * (span - degree + j) + c] += share * (points[3 * i + c] - place[c]);
          }
        }
        // The ends are held, so the first and last have no say.
        for (const sum of sums.subarray(3, sums.length - 3)) expect(Math.abs(sum)).toBeLessThan(1e-9 * (1 + far));
        const ends = [endOf(curve, 'start'), endOf(curve, 'end')];
        [0, 59].forEach((i, k) =>
          expect(distance(ends[k], vectorAt(points, i))).toBeLessThanOrEqual(4e-16 * (10 + far)),
        );
      }),
    );
  });

  it('says which control point has no points to go by', () => {
    const points = packVectors([[0, 0, 0], [1, 1, 0], [2, 0, 0], [9, 0, 0]]); // prettier-ignore
    const parameters = Float64Array.of(0, 0.1, 0.2, 1);
    expect(leastSquares(points, parameters, 1, uniformKnots(1, 9))).toMatchObject({
      failure: { kind: 'undetermined', controlPoint: 3 },
    });
    expect(controlPointsOf(valueOf(leastSquares(points, parameters, 2, uniformKnots(2, 3)))).length).toBe(9);
  });
});
