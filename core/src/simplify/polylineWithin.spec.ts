import fc from 'fast-check';
import { anyCurve } from '../curve/curves.fixture';
import { evaluate } from '../curve/evaluate';
import { circle } from '../exact/arc';
import { regularPolygon } from '../exact/polyline';
import { distance, vectorAt } from '../linear/vector';
import { boundingBox } from '../measure/extent';
import { FRONT } from '../plane/plane';
import { polylineWithin } from './polylineWithin';

describe('a polyline within a tolerance', () => {
  it('has 112 legs on a circle of R 25 at 0.01 mm, none much shorter than the others', () => {
    // R (1 − cos(π/n)) is at most 0.01 from n = 112 on: 0.009835; it is 0.010013 for 111.
    const { points, parameters } = polylineWithin(circle(FRONT, [0, 0, 0], 25), 0.01);
    expect(parameters.length - 1).toBe(112);
    const legs = Array.from({ length: 112 }, (_, i) => distance(vectorAt(points, i), vectorAt(points, i + 1)));
    expect(Math.max(...legs)).toBeLessThanOrEqual(2 * Math.sqrt(2 * 25 * 0.01 - 0.01 ** 2) * 1.0001);
    expect(Math.min(...legs)).toBeGreaterThan(0.9 * Math.max(...legs));
  });

  it('keeps corners and straight legs', () => {
    const square = regularPolygon(FRONT, [0, 0, 0], 4, 10);
    expect(polylineWithin(square, 0.5).parameters.length).toBe(5);
  });

  it('lies within the tolerance of any curve, densely looked at, with its vertices on it', () => {
    fc.assert(
      fc.property(anyCurve({ closing: 'either', weights: 20 }), (curve) => {
        const { least, largest } = boundingBox(curve);
        const tolerance = 1e-3 * distance(least, largest) + 1e-9;
        const { points, parameters } = polylineWithin(curve, tolerance);
        for (let i = 0; i + 1 < parameters.length; i++) {
          expect(parameters[i + 1]).toBeGreaterThan(parameters[i]);
          const [a, b] = [vectorAt(points, i), vectorAt(points, i + 1)];
          expect(distance(a, evaluate(curve, parameters[i]))).toBeLessThanOrEqual(1e-9 * tolerance);
          for (const t of [0.25, 0.5, 0.75]) {
            const place = evaluate(curve, parameters[i] + t * (parameters[i + 1] - parameters[i]));
            expect(toSegment(place, a, b)).toBeLessThanOrEqual(tolerance * (1 + 1e-9));
          }
        }
      }),
    );
  });
});

function toSegment(p: readonly number[], a: readonly number[], b: readonly number[]): number {
  const along = a.map((value, c) => b[c] - value);
  const size = along.reduce((sum, value) => sum + value * value, 0);
  const dot = p.reduce((sum, value, c) => sum + (value - a[c]) * along[c], 0);
  const t = size > 0 ? Math.min(1, Math.max(0, dot / size)) : 0;
  return Math.hypot(...p.map((value, c) => value - a[c] - t * along[c]));
}
