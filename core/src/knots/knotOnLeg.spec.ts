import fc from 'fast-check';
import { anyCurve, fraction, sizeOf, valueOf, WAVE } from '../curve/curves.fixture';
import { controlPointsOf } from '../curve/curve';
import { distance, vectorAt } from '../linear/vector';
import { distinctOf } from './period';
import { knotOnLeg } from './knotOnLeg';
import { insertKnot } from './refineKnots';
import { reparameterise } from './reparameterise';

describe('the knot for a control point on a leg', () => {
  it('puts one there, at the asked share of the leg, of any curve', () => {
    fc.assert(
      fc.property(anyCurve({ closing: 'either', weights: 20 }), fraction, fraction, (curve, which, part) => {
        const legs = curve.closing === 'periodic' ? distinctOf(curve) : distinctOf(curve) - 1;
        // A ring of few control points has them under several basis functions: no leg of its own.
        fc.pre(legs > 0 && (curve.closing !== 'periodic' || distinctOf(curve) > curve.degree + 1));
        const leg = Math.min(legs - 1, Math.floor(which * legs));
        const share = 0.1 + 0.8 * part;
        let u: number;
        try {
          u = knotOnLeg(curve, leg, share);
        } catch (error) {
          expect((error as Error).message).toContain('no knot reaches');
          return;
        }
        const inserted = insertKnot(curve, u);
        if (!inserted.ok) return expect(inserted.failure.kind).toBe('past-multiplicity');
        const places = controlPointsOf(curve);
        const [a, b] = [vectorAt(places, leg), vectorAt(places, (leg + 1) % distinctOf(curve))];
        const wanted = [0, 1, 2].map((c) => a[c] + share * (b[c] - a[c])) as [number, number, number];
        const made = controlPointsOf(valueOf(inserted));
        let nearest = Infinity;
        for (let i = 0; i < made.length / 3; i++) nearest = Math.min(nearest, distance(vectorAt(made, i), wanted));
        expect(nearest).toBeLessThanOrEqual(1e-6 * sizeOf(curve));
      }),
    );
  });

  it('is none where its share is so small that it would fall on the knot before', () => {
    const far = reparameterise(WAVE, 1, 2);
    expect(() => knotOnLeg(far, 0, 1e-18)).toThrow('no knot reaches leg 0');
    expect(knotOnLeg(far, 0, 1e-12)).toBeGreaterThan(1);
  });
});
