import { circle, curvatureProfile, FRONT, homogeneous, makeCurve } from '@pencil-bend/core';
import { curveReading } from './curveReading';
import { ratesOf, valuesOf } from './graphCurve';

const NORMAL = [0, 0, 1] as const;

describe('what the strip shows', () => {
  it('of a parabola is the rate that its closed form names', () => {
    // y = x² has κ = 2 / (1 + 4x²)^(3/2), so dκ/ds = −24 x / (1 + 4x²)³ (do Carmo, 1.5).
    const parabola = makeCurve(2, [0, 0, 0, 1, 1, 1], homogeneous([-1, 1, 0, 0, -1, 0, 1, 1, 0]));
    const reading = curveReading(parabola, NORMAL, true);
    const rates = ratesOf(reading);
    expect(rates.length).toBeGreaterThan(16);
    rates.forEach((rate, i) => {
      const x = reading.profile.points[3 * i];
      expect(rate).toBeCloseTo((-24 * x) / (1 + 4 * x * x) ** 3, 9);
    });
    expect(ratesOf(reading)).toBe(rates);
  });

  it('has both sides of a knot at which the rate jumps', () => {
    const knotted = makeCurve(3, [0, 0, 0, 0, 1, 2, 2, 2, 2], homogeneous([0, 0, 0, 10, 20, 0, 30, 25, 0, 50, 5, 0, 60, 10, 0])); // prettier-ignore
    const reading = curveReading(knotted, NORMAL, true);
    const { u } = reading.profile;
    const i = u.findIndex((at, k) => at === 1 && u[k + 1] === 1);
    const rates = ratesOf(reading);
    const slope = (k: number) =>
      (reading.profile.kappa[k + 1] - reading.profile.kappa[k]) / (reading.profile.s[k + 1] - reading.profile.s[k]);
    expect(Math.abs(rates[i] - rates[i + 1])).toBeGreaterThan(1e-4);
    expect(Math.abs(rates[i] - slope(i - 1))).toBeLessThan(Math.abs(rates[i] - slope(i + 1)));
    expect(Math.abs(rates[i + 1] - slope(i + 1))).toBeLessThan(Math.abs(rates[i + 1] - slope(i - 1)));
  });

  it('is the radius of a circle all round, and none of a line', () => {
    const reading = curveReading(circle(FRONT, [0, 0, 0], 12), NORMAL, true);
    valuesOf(reading, 'radius').forEach((radius) => expect(radius).toBeCloseTo(12, 9));
    expect(valuesOf(reading, 'curvature')).toBe(reading.profile.kappa);
    expect(curvatureProfile(circle(FRONT, [0, 0, 0], 12)).length).toBeCloseTo(24 * Math.PI, 9);
  });
});
