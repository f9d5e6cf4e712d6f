import fc from 'fast-check';
import { distance, packVectors, type Vector3, vectorAt } from '../../linear/vector';
import { anyCurve, valueOf, WAVE } from '../../curve/curves.fixture';
import { evaluate } from '../../curve/evaluate';
import { makeCurve, type Curve } from '../../curve/curve';
import { withWeights } from '../../edit/weights';
import { fitDataOf, fromFitData } from './fixedSpacing';
import { packSites } from '../sites';
import { throughPoints } from './throughPoints';

const points = packVectors([[0, 0, 0], [18, 30, 2], [52, 41, 5], [80, 36, 0], [110, 8, -4], [120, -30, 0]]); // prettier-ignore

const largestDifference = (a: Float64Array, b: Float64Array) =>
  a.reduce((most, value, i) => Math.max(most, Math.abs(value - b[i])), 0);
const sizeOf = (values: Float64Array) => values.reduce((most, value) => Math.max(most, Math.abs(value)), 0);

describe('fixed spacing', () => {
  const cases = [1, 2, 3, 4, 5, 6, 7, 8, 9].flatMap((degree) =>
    [false, true].flatMap((closed) => [[], [2], [0, 3]].map((kinks) => ({ degree, closed, kinks }))),
  );

  it.each(cases.filter(({ closed, kinks }) => closed || !kinks.includes(0)))(
    'is one to one between fit data and control points: %o',
    ({ degree, closed, kinks }) => {
      for (const constraints of [[], [{ index: 1, tangent: { direction: [1, 1, 0] as Vector3 } }]]) {
        if (degree === 1 && constraints.length > 0) continue;
        const { curve, sites } = valueOf(throughPoints(points, { degree, closed, kinks, constraints }));
        const data = fitDataOf(curve, sites);
        const back = valueOf(fromFitData(curve, sites, data));
        // The B-spline basis of degree p has a condition below p 2^p (Scherer, Shadrin, 1999), and the map is taken twice.
        const rounding = 1e-12 * 4 ** degree;
        expect(largestDifference(curve.points, back.points)).toBeLessThan(rounding * sizeOf(curve.points));
        expect(largestDifference(fitDataOf(back, sites), data)).toBeLessThan(rounding * sizeOf(data));
      }
    },
  );

  it('is linear: a fit point moved twice as far moves every control point twice as far', () => {
    const { curve, sites } = valueOf(throughPoints(points, { degree: 5 }));
    const data = fitDataOf(curve, sites);
    const row = sites.orders.findIndex((order, i) => order === 0 && sites.parameters[i] > 0.3);
    const moved = (by: number) => {
      const next = data.slice();
      next[3 * row + 1] += by;
      return valueOf(fromFitData(curve, sites, next)).points.map((value, i) => value - curve.points[i]);
    };
    const [once, twice] = [moved(1), moved(2)];
    expect(sizeOf(once)).toBeGreaterThan(0.5);
    once.forEach((value, i) => expect(twice[i]).toBeCloseTo(2 * value, 10));
  });

  it('keeps the other fit points and derivatives where they are', () => {
    const { curve, sites, parameters } = valueOf(throughPoints(points));
    const data = fitDataOf(curve, sites);
    const row = sites.parameters.indexOf(parameters[2]);
    data[3 * row] += 4;
    const moved = valueOf(fromFitData(curve, sites, data));
    for (const i of [0, 1, 3, 4, 5]) {
      expect(distance(evaluate(moved, parameters[i]), vectorAt(points, i))).toBeLessThan(1e-12 * 120);
    }
    expect(evaluate(moved, parameters[2])[0]).toBeCloseTo(56, 11);
  });

  it('gives the new fit points of a control point, a weight or a knot that was dragged', () => {
    const { curve, sites } = valueOf(throughPoints(points));
    const pulled = curve.points.slice();
    pulled[4 * 3] += 10;
    const knots = curve.knots.slice();
    knots[5] += 0.3 * (knots[6] - knots[5]);
    const weights = new Float64Array(curve.points.length / 4).fill(1);
    weights[4] = 3;
    const dragged: Curve[] = [
      makeCurve(3, curve.knots, pulled),
      makeCurve(3, knots, curve.points),
      withWeights(curve, weights),
    ];
    for (const next of dragged) {
      const data = fitDataOf(next, sites);
      const places = [...sites.orders.keys()].filter((i) => sites.orders[i] === 0);
      for (const i of places) expect(distance(vectorAt(data, i), evaluate(next, sites.parameters[i]))).toBe(0);
      const back = valueOf(fromFitData(next, sites, data));
      expect(largestDifference(next.points, back.points)).toBeLessThan(1e-11 * sizeOf(next.points));
    }
  });

  it('says when a knot was dragged so far that the data no longer determine the curve', () => {
    const { curve, sites } = valueOf(throughPoints(points));
    const knots = curve.knots.slice();
    // Three knots crowded behind the second point leave two basis functions without one.
    [knots[4], knots[5], knots[6], knots[7]] = [0.9, 0.95, 0.96, 0.97];
    const far = makeCurve(3, knots, curve.points);
    expect(fromFitData(far, sites, fitDataOf(far, sites))).toMatchObject({ failure: { kind: 'not-one-to-one' } });
    const fewer = packSites([{ u: 0, order: 0 }]);
    expect(fromFitData(curve, fewer, new Float64Array(3))).toEqual({
      ok: false,
      failure: { kind: 'not-one-to-one', sites: 1, controlPoints: 8 },
    });
  });

  it('holds for rational curves with sites at their Greville abscissae', () => {
    fc.assert(
      fc.property(anyCurve({ weights: 4, degrees: [2, 5] }), (curve) => {
        const { degree, knots } = curve;
        const count = knots.length - degree - 1;
        const mean = (i: number) => knots.subarray(i + 1, i + 1 + degree).reduce((sum, u) => sum + u, 0) / degree;
        const sites = packSites(
          Array.from({ length: count }, (_, i) => ({
            u: Math.min(knots[count], Math.max(knots[degree], mean(i))),
            order: 0,
          })),
        );
        const data = fitDataOf(curve, sites);
        const back = fromFitData(curve, sites, data);
        // A knot of full multiplicity has two Greville abscissae in one place on curves with kinks.
        fc.pre(back.ok);
        expect(largestDifference(fitDataOf(back.value, sites), data)).toBeLessThan(1e-8 * sizeOf(data) + 1e-300);
      }),
    );
    expect(fromFitData(WAVE, packSites([]), new Float64Array())).toMatchObject({ ok: false });
  });
});
