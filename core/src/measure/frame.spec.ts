import fc from 'fast-check';
import { real } from '../linear/real.fixture';
import { anyCurve, parameterAtShare, bezier, flat, valueOf } from '../curve/curves.fixture';
import { type Curve } from '../curve/curve';
import { circle } from '../exact/arc';
import { FRONT } from '../plane/plane';
import { scaling, transform } from '../edit/transform';
import { interpolate } from '../fit/through/interpolate';
import { parametersOf } from '../fit/parameters';
import { curvatureExtrema, smallestRadius } from './extrema';
import { frameAt } from './frame';

const UP = [0, 0, 1] as const;

describe('the frame', () => {
  it('of a helix has its curvature, torsion and rate (R 10, rise 5 per radian: κ = r/(r² + h²), τ = h/(r² + h²), rate κτ)', () => {
    const places = Float64Array.from({ length: 3 * 201 }, (_, i) => {
      const angle = Math.floor(i / 3) / 25;
      return [10 * Math.cos(angle), 10 * Math.sin(angle), 5 * angle][i % 3];
    });
    // No NURBS curve is a helix; of degree 7 and this fine it is one to 1e-12.
    const helix = valueOf(interpolate(places, parametersOf(places, false, 'chord'), 7));
    for (const share of [0.3, 0.4007, 0.50125]) {
      const frame = frameAt(helix, parameterAtShare(helix, share));
      expect(frame?.kappa).toBeCloseTo(0.08, 11);
      expect(frame?.torsion).toBeCloseTo(0.04, 9);
      expect(Math.hypot(...(frame?.rate ?? [0]))).toBeCloseTo(0.0032, 10);
      expect(frame?.kappaRate).toBeCloseTo(0, 11);
    }
    const mirrored = frameAt(transform(helix, scaling([-1, 1, 1])), parameterAtShare(helix, 0.50125));
    expect(mirrored?.torsion).toBeCloseTo(-0.04, 9);
  });

  it("agrees with plane formulas, and |e|² = κ'² + κ²τ²", () => {
    fc.assert(
      fc.property(anyCurve({ degrees: [3, 6], weights: 3, spans: 1 }), real(0.1, 0.9), (curve, share) => {
        const frame = frameAt(curve, parameterAtShare(curve, share));
        fc.pre(frame !== null && frame.kappa > 1e-9);
        const e = Math.hypot(...frame.rate);
        fc.pre(e < 1e3 * frame.kappa ** 2);
        expect(Math.hypot(frame.kappaRate, frame.kappa * frame.torsion) / e).toBeCloseTo(1, 6);
      }),
    );
    const frame = frameAt(circle(FRONT, [5, 5, 0], 25), 0.3);
    expect(Math.hypot(...(frame?.rate ?? [1]))).toBeLessThan(1e-15);
    expect(frame?.curvature.map((c, i) => frame.point[i] + c * 625)).toEqual(
      [5, 5, 0].map((c) => expect.closeTo(c, 11)),
    );
  });

  it('is not there where a curve stands still', () => {
    expect(frameAt(bezier([0, 0], [0, 0], [5, 5], [9, 0]), 0)).toBeNull();
    // |κ| falls from without limit at the standstill, and the value 0 that stands for none is no neighbour of it.
    expect(curvatureExtrema(bezier([0, 0], [0, 0], [5, 5], [9, 0])).map(({ kind }) => kind)).toEqual([
      'minimum',
      'maximum',
    ]);
    const straight = flat(
      3,
      [0, 0, 0, 0, 1, 2, 3, 4, 4, 4, 4],
      [0, 1, 2, 4, 7, 9, 10].map((t) => [0.3 * t, 0.7 * t]),
    );
    for (const normal of [UP, null]) expect(curvatureExtrema(straight, normal)).toEqual([]);
    const point: Curve = bezier([3, 3], [3, 3]);
    expect(frameAt(point, 0.5)).toBeNull();
    expect(smallestRadius(point)).toBeNull();
    expect(curvatureExtrema(point)).toEqual([]);
  });
});
