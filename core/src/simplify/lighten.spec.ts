import { parameterAtShare } from '../curve/curves.fixture';
import { valueOf } from '../curve/curves.fixture';
import { countOf, type Curve, domainOf, homogeneous, makeCurve } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import { join } from '../edit/join';
import { transform, translation } from '../edit/transform';
import { elevateDegree } from '../degree/elevateDegree';
import { circle } from '../exact/arc';
import { polyline } from '../exact/polyline';
import { profile, sShape } from '../fit/strokes.fixture';
import type { ProgressStep } from '../fit/near/progress';
import { distinctOf } from '../knots/period';
import { refineKnots } from '../knots/refineKnots';
import { uniformKnots } from '../knots/uniformKnots';
import { distance } from '../linear/vector';
import { closestPoint } from '../measure/closestPoint';
import { helix, shaped } from '../measure/fairShapes.fixture';
import { frameAt } from '../measure/frame';
import { kinksOf } from '../measure/kinks';
import { FRONT } from '../plane/plane';
import { lighten } from './lighten';

const heavy = (shape: (share: number) => readonly number[], count: number): Curve =>
  makeCurve(3, uniformKnots(3, count), homogeneous(Array.from({ length: count }, (_, i) => [...shape(i / (count - 1))]).flat())); // prettier-ignore

describe('lighten', () => {
  // The prototype's counts for curves of 120 points at 0.05 and 0.005 mm were 9 and 14, and 7 and 9; its S is not ours.
  it.each([
    ['profile', 0.05, 7, profile],
    ['profile', 0.005, 9, profile],
    ['S', 0.05, 9, sShape],
    ['S', 0.005, 15, sShape],
  ] as const)('takes the %s of 120 control points within %f mm to at most %i', (_, tolerance, most, shape) => {
    const curve = heavy(shape, 120);
    const { curve: light, deviation } = valueOf(lighten(curve, tolerance));
    expect(countOf(light)).toBeLessThanOrEqual(most);
    expect(deviation.certified).toBe(true);
    expect(deviation.bound).toBeLessThanOrEqual(tolerance);
    for (let i = 0; i <= 500; i++) {
      expect(closestPoint(light, evaluate(curve, parameterAtShare(curve, i / 500))).distance).toBeLessThanOrEqual(
        tolerance,
      );
      expect(closestPoint(curve, evaluate(light, parameterAtShare(light, i / 500))).distance).toBeLessThanOrEqual(
        tolerance,
      );
    }
  });

  it('finds what insertion and elevation put in, keeping the domain and the ends', () => {
    const plain = heavy(sShape, 8);
    const inserted = valueOf(refineKnots(plain, [0.11, 0.3, 0.52, 0.77, 0.9]));
    const { curve } = valueOf(lighten(elevateDegree(inserted), 1e-3, { degree: 3 }));
    expect(countOf(curve)).toBe(8);
    for (const u of [0, 1]) expect(distance(evaluate(curve, u), evaluate(plain, u))).toBeLessThan(1e-12);
  });

  it('keeps kinks, and closed curves closed', () => {
    const legs = polyline([0, 0, 0], [
      { kind: 'line', to: [40, 0, 0] },
      { kind: 'line', to: [40, 30, 0] },
      { kind: 'line', to: [0, 0, 0] },
    ]); // prettier-ignore
    const triangle = elevateDegree(valueOf(refineKnots(valueOf(legs), [9, 20, 55, 100])), 2);
    const { curve, deviation } = valueOf(lighten(triangle, 1e-6, { degree: 3 }));
    expect(curve.closing).toBe('clamped-closed');
    expect(kinksOf(curve).map(({ u }) => u)).toEqual(kinksOf(triangle).map(({ u }) => u));
    expect(distinctOf(curve)).toBe(10);
    expect(deviation.bound).toBeLessThanOrEqual(1e-6);
    const ring = valueOf(refineKnots(circle(FRONT, [0, 0, 0], 25), [0.05, 0.1, 0.15, 0.3, 0.4, 0.6, 0.7, 0.85]));
    const light = valueOf(lighten(ring, 0.06, { degree: 3 }));
    expect(light.curve.closing).toBe('periodic');
    expect(distinctOf(light.curve)).toBeLessThanOrEqual(7);
  });

  it('takes hundreds of control points, reporting every stage', () => {
    const wave = heavy(
      (s) => [2000 * s, 80 * Math.sin(40 * s) + 30 * Math.sin(90 * s * s), 20 * Math.sin(11 * s)],
      400,
    );
    const steps: ProgressStep[] = [];
    const { curve, deviation } = valueOf(lighten(wave, 0.1, { progress: (step) => steps.push(step) }));
    expect(countOf(curve)).toBeLessThan(180);
    expect(deviation.bound).toBeLessThanOrEqual(0.1);
    expect(new Set(steps.map(({ stage }) => stage))).toEqual(new Set(['add', 'prune', 'prove']));
  });

  it.each([1, 2, 3] as const)('keeps the ends to order %i, of curves with and without kinks', (level) => {
    const cut = valueOf(join(heavy(profile, 80), transform(heavy(sShape, 80), translation([1, 2, 0])), 1e6));
    for (const curve of [heavy(profile, 120), elevateDegree(heavy(sShape, 90), 2), shaped(helix, 100, 5), cut]) {
      const [first, last] = domainOf(curve);
      const { curve: light, deviation } = valueOf(lighten(curve, 0.05, { startLevel: level, endLevel: level }));
      expect(deviation.certified && deviation.bound <= 0.05).toBe(true);
      expect(countOf(light)).toBeLessThan(countOf(curve) / 2);
      for (const [u, side] of [
        [first, 'right'],
        [last, 'left'],
      ] as const) {
        // prettier-ignore
        const [a, b] = [frameAt(curve, u, side), frameAt(light, u, side)];
        for (const name of (['tangent', 'curvature', 'rate'] as const).slice(0, level)) {
          const size = Math.hypot(...(a?.[name] ?? [0])) || 1;
          a?.[name].forEach((x, c) => expect(((b?.[name][c] ?? NaN) - x) / size).toBeCloseTo(0, 7));
        }
      }
    }
    expect(() => lighten(heavy(profile, 20), 1, { degree: 2, endLevel: 3 })).toThrow('degree: 3 at least is needed');
  });

  it('says so where nothing lighter is near enough', () => {
    expect(lighten(heavy(profile, 5), 1e-9)).toEqual({
      ok: false,
      failure: { kind: 'no-lighter', controlPoints: 5, tolerance: 1e-9 },
    });
  });
});
