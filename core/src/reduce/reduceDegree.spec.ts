import fc from 'fast-check';
import { anyCurve, apart, bezier, checked, valueOf } from '../curve/curves.fixture';
import { controlPointsOf } from '../curve/curve';
import { derivatives } from '../curve/evaluate';
import { elevateDegree } from '../degree/elevateDegree';
import { reduceDegree } from './reduceDegree';
import { KR, sampled } from '../simplify/lighter.fixture';

/** Check RD (docs/core.md). */
const QUINTIC = bezier([0, 0], [20, 30], [50, 45], [80, 35], [90, 10], [100, -10]);

describe('reducing the degree', () => {
  it.each([
    [4, 0, 0.146692, 0.0801],
    [4, 1, 0.45606, 0.2773],
    [3, 0, 1.291335, 0.8828],
  ])('of check RD to %i with %i end derivatives', (degree, keep, deviation, place) => {
    const { curve, deviation: found } = valueOf(reduceDegree(QUINTIC, degree, keep));
    expect(found.max).toBeLessThanOrEqual(deviation + 1e-6);
    expect(found.bound).toBeGreaterThanOrEqual(deviation - 1e-6);
    expect(found.bound).toBeLessThan(1.011 * found.max);
    // With both ends alike held, the difference of one degree has its largest values in pairs.
    const twin = degree === 4 ? 1 - found.u : found.u;
    expect(Math.min(Math.abs(found.u - place), Math.abs(twin - place))).toBeLessThan(0.02);
    for (let k = 0; k <= keep; k++) {
      const [ours, theirs] = [derivatives(curve, 0, k), derivatives(QUINTIC, 0, k)];
      ours.forEach((value, i) => expect(value).toBeCloseTo(theirs[i], 10));
    }
  });

  it('of check RD to 4 has the points of the notes', () => {
    const places = controlPointsOf(valueOf(reduceDegree(QUINTIC, 4)).curve);
    const expected = [0, 0, 0, 23.958333, 37.708333, 0, 70.833333, 49.166667, 0, 88.541667, 14.791667, 0, 100, -10, 0];
    expected.forEach((value, i) => expect(places[i]).toBeCloseTo(value, 6));
  });

  it('gives back what was elevated with weights from 1e-6 to 1e6, light points beside heavy ones', () => {
    fc.assert(
      fc.property(anyCurve({ closing: 'either', degrees: [1, 6], weights: 1e6 }), (curve) => {
        const { curve: reduced } = valueOf(reduceDegree(elevateDegree(curve), curve.degree));
        expect(apart(curve, checked(reduced))).toBeLessThan(1e-11);
        expect(reduced.points.length).toBe(curve.points.length);
      }),
      { numRuns: 200 },
    );
  });

  it('gives back what was elevated, whole B-splines, rational ones and rings too', () => {
    fc.assert(
      fc.property(anyCurve({ closing: 'either', degrees: [1, 8], weights: 5 }), (curve) => {
        const { curve: reduced, deviation } = valueOf(reduceDegree(elevateDegree(curve), curve.degree));
        expect(checked(reduced).knots.length).toBe(curve.knots.length);
        expect(apart(curve, reduced)).toBeLessThan(1e-10);
        expect(deviation.max).toBeLessThanOrEqual(1e-9 * Math.max(...curve.points.map(Math.abs)));
      }),
    );
  });

  it('keeps the smoothness of a B-spline, and its deviation is true', () => {
    const { curve, deviation } = valueOf(reduceDegree(KR, 2));
    expect(curve.knots.length).toBe(8 + 6);
    const found = sampled(KR, curve);
    expect(found).toBeLessThanOrEqual(deviation.bound);
    expect(found).toBeGreaterThan(0.98 * deviation.max);
  });

  it('refuses what it cannot do', () => {
    expect(reduceDegree(KR, 3)).toEqual({ ok: false, failure: { kind: 'degree', degree: 3, wanted: 3 } });
    expect(reduceDegree(QUINTIC, 2, 1)).toEqual({ ok: false, failure: { kind: 'ends', keep: 1, count: 3 } });
  });
});
