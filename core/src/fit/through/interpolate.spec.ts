import fc from 'fast-check';
import { real } from '../../linear/real.fixture';
import { packVectors, vectorAt } from '../../linear/vector';
import { evaluate } from '../../curve/evaluate';
import { averagedKnots, interpolate } from './interpolate';
import { parametersOf } from '../parameters';

/** The NURBS Book, example 9.1. */
const EX_9_1 = Float64Array.from([0, 0, 0, 3, 4, 0, -1, 4, 0, -4, 0, 0, -4, -3, 0]);

describe('global interpolation', () => {
  it('gives the parameters and the knot of The NURBS Book, example 9.1', () => {
    const parameters = parametersOf(EX_9_1, false, 'chord');
    [0, 5 / 17, 9 / 17, 14 / 17, 1].forEach((u, i) => expect(parameters[i]).toBeCloseTo(u, 15));
    const knots = averagedKnots(parameters, 3);
    expect(knots.length).toBe(9);
    expect(knots[4]).toBeCloseTo(28 / 51, 15);
    const fit = interpolate(EX_9_1, parameters, 3);
    if (!fit.ok) throw new Error(fit.failure.kind);
    parameters.forEach((u, i) => {
      const [x, y] = evaluate(fit.value, u);
      expect(Math.hypot(x - EX_9_1[3 * i], y - EX_9_1[3 * i + 1])).toBeLessThan(1e-14);
    });
  });

  it('passes through random points for degrees 1 to 9', () => {
    const walk = fc.array(fc.tuple(real(0.3, 3), real(-2, 2)), {
      minLength: 9,
      maxLength: 40,
    });
    fc.assert(
      fc.property(walk, fc.integer({ min: 1, max: 9 }), (steps, degree) => {
        let x = 0;
        let y = 0;
        const points = packVectors([[0, 0, 0], ...steps.map(([dx, dy]) => [(x += dx), (y += dy), dx * dy] as const)]);
        const parameters = parametersOf(points, false, 'chord');
        const fit = interpolate(points, parameters, degree);
        if (!fit.ok) throw new Error(fit.failure.kind);
        parameters.forEach((u, i) => {
          const [px, py, pz] = vectorAt(points, i);
          const at = evaluate(fit.value, u);
          // Control points grow with the degree on uneven points; the error is relative to them.
          const size = Math.max(...fit.value.points.map(Math.abs));
          expect(Math.hypot(at[0] - px, at[1] - py, at[2] - pz)).toBeLessThan(1e-11 * size);
        });
      }),
    );
  });

  it('answers too few and coincident points with their numbers, and throws for parameters that do not fit', () => {
    expect(interpolate(EX_9_1, parametersOf(EX_9_1, false, 'chord'), 5)).toEqual({
      ok: false,
      failure: { kind: 'too-few-points', count: 5, needed: 6 },
    });
    const twice = Float64Array.from([0, 0, 0, 1, 0, 0, 1, 0, 0, 2, 0, 0]);
    expect(interpolate(twice, Float64Array.from([0, 0.5, 0.7, 1]), 3)).toEqual({
      ok: false,
      failure: { kind: 'coincident-points', first: 1, second: 2 },
    });
    expect(() => interpolate(EX_9_1, Float64Array.from([0, 1]), 3)).toThrow('one increasing parameter');
  });
});
