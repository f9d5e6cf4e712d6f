import { valueOf } from '../../curve/curves.fixture';
import { evaluate } from '../../curve/evaluate';
import { distance, packVectors, type Vector3, vectorAt } from '../../linear/vector';
import { continuityAtKnots } from '../../measure/continuity';
import { ParametricEnergy } from '../../energy/parametricEnergy';
import { derivativeRows } from '../../energy/derivativeRows';
import { axesFor } from '../../energy/motion';
import { distinctOf } from '../../knots/period';
import { fromFitData } from '../through/fixedSpacing';
import { throughPoints } from '../through/throughPoints';
import { noisy, profile, sShape } from '../strokes.fixture';
import { smoothingSpline } from './smoothingSpline';

const ring = packVectors(
  Array.from({ length: 24 }, (_, i): Vector3 => {
    const t = (2 * Math.PI * i) / 24;
    return [60 * Math.cos(t) + Math.sin(9 * i), 40 * Math.sin(t) + Math.cos(5 * i), 0];
  }),
);

const rmsOf = (
  points: Float64Array,
  { curve, parameters }: { curve: Parameters<typeof evaluate>[0]; parameters: Float64Array },
) => {
  let sum = 0;
  const count = points.length / 3;
  for (let i = 0; i < count; i++) sum += distance(evaluate(curve, parameters[i]), vectorAt(points, i)) ** 2;
  return Math.sqrt(sum / count);
};

/** The natural or periodic cubic through places, at the parameters that the points have. */
function interpolated(points: Float64Array, places: Float64Array, closed: boolean) {
  const { curve, sites } = valueOf(throughPoints(points, { closed, parameterisation: 'chord' }));
  let next = 0;
  const data = Array.from(sites.orders).flatMap((order) => (order === 0 ? [...vectorAt(places, next++)] : [0, 0, 0]));
  expect(next).toBe(points.length / 3);
  return valueOf(fromFitData(curve, sites, Float64Array.from(data)));
}

/** ∫ |r''|² du. */
function bendingOf(curve: Parameters<typeof evaluate>[0]): number {
  const columns = Array.from({ length: distinctOf(curve) }, () => []);
  const all = columns.map((_, place) => [{ place, share: 1 }]);
  const rows = derivativeRows(curve, all, axesFor(null), 2);
  return 2 * new ParametricEnergy(rows, 2, all.length, curve.degree).value(new Float64Array(3 * all.length));
}

describe('the smoothing spline', () => {
  it.each([
    ['open', noisy(profile, 40, 0.5), false, 0.3],
    ['open', noisy(sShape, 200, 0.5), false, 0.35],
    ['closed', ring, true, 0.6],
  ] as const)('of an %s run comes to the root mean square asked for, and no further', (_, points, closed, within) => {
    const fit = valueOf(smoothingSpline(points, within, { closed }));
    expect(fit.rms).toBeLessThanOrEqual(within);
    expect(fit.rms).toBeGreaterThan(within * (1 - 1e-9));
    expect(rmsOf(points, fit)).toBeCloseTo(fit.rms, 9);
    for (const { level } of continuityAtKnots(fit.curve)) expect(level).toBeGreaterThanOrEqual(2);
  });

  it.each([false, true])('of all with the sum of squares bends least (closed: %s)', (closed) => {
    const points = closed ? ring : noisy(profile, 30, 0.5);
    const fit = valueOf(smoothingSpline(points, 0.4, { closed }));
    const least = bendingOf(fit.curve);
    let told = 0;
    // Others through moved points, drawn onto the bound: each bends more.
    for (let k = 0; k < 20; k++) {
      const targets = points.map((_, i) => {
        const place = evaluate(fit.curve, fit.parameters[Math.floor(i / 3)])[i % 3];
        return i % 3 === 2 ? 0 : place + 0.05 * Math.sin(17 * i + 3 * k);
      });
      const count = points.length / 3;
      let sum = 0;
      targets.forEach((x, i) => (sum += (x - points[i]) ** 2));
      const share = Math.min(1, 0.4 / Math.sqrt(sum / count));
      const drawn = targets.map((x, i) => points[i] + share * (x - points[i]));
      const other = interpolated(points, drawn, closed);
      expect(bendingOf(other)).toBeGreaterThan(least * (1 - 1e-9));
      told += bendingOf(other) > least ? 1 : 0;
    }
    expect(told).toBe(20);
  });

  it('of 0 passes through the points as the natural cubic does, closed as the periodic one', () => {
    for (const [points, closed] of [
      [noisy(profile, 12, 0.5), false],
      [ring, true],
      [ring.slice(0, 9), true],
      [ring.slice(0, 12), true],
      [ring.slice(0, 9), false],
      [ring.slice(0, 6), false],
    ] as const) {
      const fit = valueOf(smoothingSpline(points, 0, { closed }));
      const natural = valueOf(throughPoints(points, { closed, parameterisation: 'chord' })).curve;
      for (let k = 0; k <= 100; k++) {
        expect(distance(evaluate(fit.curve, k / 100), evaluate(natural, k / 100))).toBeLessThan(1e-9);
      }
    }
  });

  it('where a straight line is near enough is that of least squares', () => {
    const points = noisy((s) => [100 * s, 30 * s, 0], 25, 0.5);
    const { curve, parameters, rms } = valueOf(smoothingSpline(points, 5));
    expect(bendingOf(curve)).toBeLessThan(1e-6);
    // Regression by hand: slope and middle of each coordinate against the parameter.
    const count = 25;
    const mean = (f: (i: number) => number) =>
      Array.from({ length: count }, (_, i) => f(i)).reduce((a, b) => a + b, 0) / count;
    const u = mean((i) => parameters[i]);
    for (const c of [0, 1]) {
      const x = mean((i) => points[3 * i + c]);
      const slope = mean((i) => (parameters[i] - u) * (points[3 * i + c] - x)) / mean((i) => (parameters[i] - u) ** 2);
      for (const at of [0, 0.5, 1]) expect(evaluate(curve, at)[c]).toBeCloseTo(x + slope * (at - u), 6);
    }
    expect(rms).toBeLessThan(0.6);
  });

  it('of a closed run never shrinks to a point', () => {
    const { rms, curve } = valueOf(smoothingSpline(ring, 1e6, { closed: true }));
    expect(rms).toBeLessThan(30);
    expect(bendingOf(curve)).toBeGreaterThan(0);
  });

  it('says where two points lie in one place, and refuses what is no distance', () => {
    const points = Float64Array.of(0, 0, 0, 5, 0, 0, 5, 0, 0, 9, 1, 0);
    expect(smoothingSpline(points, 0.1)).toEqual({
      ok: false,
      failure: { kind: 'coincident-points', first: 1, second: 2 },
    });
    expect(() => smoothingSpline(ring, -1)).toThrow('tolerance');
  });
});
