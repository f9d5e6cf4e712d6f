import fc from 'fast-check';
import { anyCurve, fraction, parameterAtShare } from '../curve/curves.fixture';
import { homogeneous } from '../curve/curve';
import { insertKnot } from '../knots/refineKnots';
import { keptPoints } from './keptPoints';
import { reverse } from './reverse';

describe('control points that an edit kept', () => {
  it('are all of them where a curve is run through backwards, the last one first', () => {
    let told = 0;
    fc.assert(
      fc.property(anyCurve({ closing: 'open' }), (curve) => {
        const count = curve.points.length / 4;
        const kept = keptPoints(curve.points, reverse(curve).points);
        expect(new Set(kept).size).toBe(count);
        for (const [i, j] of kept.entries()) {
          expect(curve.points.subarray(4 * j, 4 * j + 4)).toEqual(reverse(curve).points.subarray(4 * i, 4 * i + 4));
        }
        told++;
      }),
    );
    expect(told).toBeGreaterThan(50);
  });

  it('are all but degree of them at most where a knot comes, in their order (The NURBS Book, A5.1)', () => {
    fc.assert(
      fc.property(anyCurve({ closing: 'open' }), fraction, (curve, share) => {
        const finer = insertKnot(curve, parameterAtShare(curve, share));
        fc.pre(finer.ok);
        if (!finer.ok) return;
        const kept = [...keptPoints(curve.points, finer.value.points)];
        expect(kept.filter((index) => index < 0).length).toBeLessThanOrEqual(curve.degree);
        expect(kept.length).toBe(curve.points.length / 4 + 1);
      }),
    );
  });

  it('are told apart by their weights, however often a place is there, and each is found once', () => {
    const places = [0, 0, 0, 0, 0, 0, 1, 2, 3, 0, 0, 0];
    const before = homogeneous(places, [1, 2, 1, 1]);
    expect([...keptPoints(before, homogeneous([0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0], [2, 1, 1, 1]))]).toEqual([
      1, 0, 3, -1,
    ]);
    expect([...keptPoints(before, Float64Array.of(-0, -0, 0, 1))]).toEqual([0]);
    expect(keptPoints(before, new Float64Array())).toHaveLength(0);
  });
});
