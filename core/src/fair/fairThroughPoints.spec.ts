import { valueOf } from '../curve/curves.fixture';
import { evaluate } from '../curve/evaluate';
import { throughPoints } from '../fit/through/throughPoints';
import { distance, packVectors, type Vector3, vectorAt } from '../linear/vector';
import { fairThroughPoints } from './fairThroughPoints';

const UP = [0, 0, 1] as const;
const raised = packVectors(
  [0, 20, 45, 70, 95, 120, 150, 175, 200].map((x, i): Vector3 => [x, 50 * Math.sin((0.8 * Math.PI * x) / 200) + (i === 4 ? 0.5 : 0), 0]), // prettier-ignore
);

describe('a curve through points, faired', () => {
  it.each([
    [0.2, 20.64, 0.148, 0.029, 24.7],
    [0.4, 12.14, 0.285, 0.061, 18.5],
    [0.6, 9.49, 0.514, 0.091, 17.6],
  ])('within %d mm has the stated figures, fixed and live again', (tolerance, fixed, moved, price, live) => {
    const options = { normal: UP, energy: 'jerk', startLevel: 1, endLevel: 1 } as const;
    const found = valueOf(fairThroughPoints(raised, tolerance, {}, options));
    expect(found.fixed.before.fairness).toBeCloseTo(41.58, 2);
    expect(found.fixed.after.fairness).toBeCloseTo(fixed, 2);
    let most = 0;
    for (let i = 0; i < 9; i++) most = Math.max(most, distance(vectorAt(raised, i), vectorAt(found.points, i)));
    expect(most).toBeCloseTo(moved, 3);
    expect(found.live?.fairness.fairness).toBeCloseTo(live, 1);
    // Between what is found and what is proven.
    expect(found.live?.deviation.max).toBeLessThanOrEqual(price + 5e-4);
    expect(found.live?.deviation.bound).toBeGreaterThanOrEqual(price - 1e-3);
    expect(found.takes).toBe('live');
  });

  it('passes through the points it names, fixed and live, closed or of even degree too', () => {
    const around = packVectors(
      Array.from({ length: 9 }, (_, i): Vector3 => {
        const t = (2 * Math.PI * i) / 9;
        return [60 * Math.cos(t) + 0.2 * Math.sin(7 * i), 40 * Math.sin(t) + 0.2 * Math.cos(5 * i), 0];
      }),
    );
    for (const [points, fit] of [
      [raised, { degree: 5 }],
      [raised, { degree: 4 }],
      [around, { closed: true }],
      [around, { closed: true, degree: 4 }],
    ] as const) {
      // prettier-ignore
      const found = valueOf(fairThroughPoints(points, 0.3, fit, { normal: UP }));
      const { parameters, curve } = valueOf(throughPoints(found.points, fit));
      expect(found.live?.curve.points).toEqual(curve.points);
      const first = valueOf(throughPoints(points, fit));
      for (let i = 0; i < 9; i++) {
        const [last] = [curve.knots[curve.points.length / 4]];
        const at = (u: number) => (u > last ? u - 1 : u);
        expect(distance(evaluate(curve, at(parameters[i])), vectorAt(found.points, i))).toBeLessThan(1e-9);
        expect(distance(evaluate(found.fixed.curve, at(first.parameters[i])), vectorAt(found.points, i))).toBeLessThan(
          1e-9,
        );
      }
    }
  });

  it('stays fixed where live again would be less fair than it was, and fails as the fit does', () => {
    // Nothing may move: what comes out is what went in.
    const same = valueOf(fairThroughPoints(raised, 0, {}, { normal: UP }));
    expect(same.live?.deviation.max).toBeLessThan(1e-9);
    expect(fairThroughPoints(new Float64Array(6), 1)).toMatchObject({
      ok: false,
      failure: { kind: 'coincident-points' },
    });
    for (const found of [same, valueOf(fairThroughPoints(raised, 0.2, {}, { normal: UP }))]) {
      const isFairer = (found.live?.fairness.fairness ?? Infinity) <= found.fixed.before.fairness;
      expect(found.takes).toBe(isFairer ? 'live' : 'fixed');
    }
  });
});
