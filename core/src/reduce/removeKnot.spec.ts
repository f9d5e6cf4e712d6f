import fc from 'fast-check';
import { anyCurve, apart, parameterAtShare, checked, fraction, valueOf } from '../curve/curves.fixture';
import { domainOf, homogeneous } from '../curve/curve';
import { insertKnot } from '../knots/refineKnots';
import { periodicCurve } from '../knots/period';
import { removalBound, removeKnot, withoutKnot } from './removeKnot';
import { KR, sampled } from '../simplify/lighter.fixture';

describe('removing a knot', () => {
  it.each([
    [3, 0.09619, 0.04275],
    [5, 0.01493, 0.00663],
    [1, 1.60236, 0.74969],
  ])('of check KR at %i/9 has its bound and its deviation', (k, bound, deviation) => {
    expect(valueOf(withoutKnot(KR, k / 9)).bound).toBeCloseTo(bound, 4);
    const removed = valueOf(removeKnot(KR, k / 9)).deviation;
    expect(removed.certified).toBe(true);
    expect(removed.max).toBeLessThanOrEqual(deviation + 6e-6);
    expect(removed.bound).toBeGreaterThanOrEqual(deviation - 6e-6);
    expect(removed.bound).toBeLessThan(1.011 * removed.max);
  });

  it('that was inserted changes nothing', () => {
    fc.assert(
      fc.property(anyCurve({ closing: 'either' }), fraction, (curve, share) => {
        const u = parameterAtShare(curve, share);
        const inserted = insertKnot(curve, u);
        fc.pre(inserted.ok);
        const removed = removeKnot(inserted.value, u);
        if (!removed.ok) {
          expect(['no-knot', 'too-few-points']).toContain(removed.failure.kind);
          return;
        }
        expect(apart(curve, checked(removed.value.curve))).toBeLessThan(1e-10);
      }),
    );
  });

  it('moves a curve by no more than is proven, rational ones and rings too', () => {
    fc.assert(
      fc.property(anyCurve({ closing: 'either', degrees: [2, 5], spans: 5, weights: 8 }), fraction, (curve, share) => {
        const inner = curve.knots.filter((u) => u > domainOf(curve)[0] && u < domainOf(curve)[1]);
        fc.pre(inner.length > 0);
        const u = inner[Math.min(inner.length - 1, Math.floor(share * inner.length))];
        const removed = removeKnot(curve, u);
        fc.pre(removed.ok);
        const { deviation } = removed.value;
        const found = sampled(curve, removed.value.curve);
        const rounding = 1e-12 * Math.max(...curve.points.map(Math.abs));
        expect(found).toBeLessThanOrEqual(deviation.bound + rounding);
        expect(valueOf(withoutKnot(curve, u)).bound).toBeGreaterThanOrEqual(found - rounding);
        // The same from its neighbourhood alone.
        expect(removalBound(curve, u)).toBe(valueOf(withoutKnot(curve, u)).bound);
      }),
      { numRuns: 30 },
    );
  });

  it('is refused where there is none, and for a ring that needs all its points', () => {
    expect(removeKnot(KR, 0.2)).toEqual({ ok: false, failure: { kind: 'no-knot', u: 0.2 } });
    expect(removeKnot(KR, 0)).toMatchObject({ failure: { kind: 'no-knot' } });
    const ring = periodicCurve(3, homogeneous([9, 0, 0, 0, 9, 0, -9, 0, 0]));
    expect(removeKnot(ring, 1 / 3)).toEqual({ ok: false, failure: { kind: 'too-few-points', count: 3 } });
  });
});
