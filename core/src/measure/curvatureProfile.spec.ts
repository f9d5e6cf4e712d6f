import { homogeneous, makeCurve } from '../curve/curve';
import { curvatureAt } from './curvature';
import { curvatureProfile, radiusOf } from './curvatureProfile';
import { arcLength } from './arcLength';
import { circle, ellipse, parabola, sCubic, uneven } from './shapes.fixture';
import { throughPoints } from '../fit/through/throughPoints';

const normal = [0, 0, 1] as const;

describe('curvatureProfile', () => {
  it('finds the curvature extrema of check LU as samples', () => {
    const profile = curvatureProfile(uneven, { normal });
    expect(profile.length).toBeCloseTo(192.12007, 5);
    for (const [s, kappa] of [
      [36.258642, -5.762278e-3],
      [43.21633, -3.680657e-3],
      [65.98339, -1.225726e-2],
      [86.109253, -3.493579e-3],
      [128.637509, -9.570301e-3],
      [148.944364, -4.657868e-3],
      [154.955879, -6.370824e-3],
    ]) {
      const nearest = profile.s.reduce(
        (best, value, i) => (Math.abs(value - s) < Math.abs(profile.s[best] - s) ? i : best),
        0,
      );
      expect(profile.s[nearest]).toBeCloseTo(s, 5);
      expect(profile.kappa[nearest]).toBeCloseTo(kappa, 8);
    }
    expect(profile.tightest?.kappa).toBeCloseTo(-1.225726e-2, 8);
    expect(profile.inflections).toEqual([]);
  });

  it('takes fewer samples from fewer intervals, and still follows the curve', () => {
    const [rough, fine] = [curvatureProfile(uneven, { normal, intervals: 1, tolerance: 0.05 }), curvatureProfile(uneven, { normal })]; // prettier-ignore
    expect(rough.s.length).toBeLessThan(fine.s.length * 0.6);
    expect(rough.length).toBeCloseTo(fine.length, 3);
    expect(rough.tightest?.kappa).toBeCloseTo(fine.tightest?.kappa ?? 0, 4);
  });

  it('finds the smallest radius and the inflection of known shapes', () => {
    const round = curvatureProfile(ellipse(60, 35), { normal });
    expect(radiusOf(round.tightest?.kappa ?? 0)).toBeCloseTo(35 ** 2 / 60, 10);
    const apex = curvatureProfile(parabola(3), { normal });
    expect(apex.tightest?.u).toBeCloseTo(0.5, 12);
    expect(apex.tightest?.kappa).toBeCloseTo(2, 12);
    const bent = curvatureProfile(sCubic, { normal });
    expect(bent.inflections).toHaveLength(1);
    expect(bent.inflections[0].u).toBeCloseTo(0.5, 12);
    expect(bent.inflections[0].s).toBeCloseTo(arcLength(sCubic).total / 2, 8);
  });

  it('does not miss a peak far narrower than its first samples', () => {
    // A cubic that nearly stands still at u = 0.4137: the peak is some 1e-4 of the parameter wide.
    const sharp = makeCurve(3, [0, 0, 0, 0, 1, 1, 1, 1], homogeneous([0, 0, 0, 100, 60, 0, -0.3, 60, 0, 100, 0.2, 0]));
    const profile = curvatureProfile(sharp, { normal });
    let largest = 0;
    for (let i = 0; i <= 2e5; i++) largest = Math.max(largest, Math.abs(curvatureAt(sharp, i / 2e5, normal).kappa));
    expect(Math.abs(profile.tightest?.kappa ?? 0)).toBeGreaterThanOrEqual(largest * (1 - 1e-9));
    expect(profile.u.length).toBeLessThan(2000);
  });

  it('shows both sides of a knot where curvature jumps', () => {
    // Two quadratic spans: C1, so curvature jumps at the knot.
    const jump = makeCurve(2, [0, 0, 0, 1, 2, 2, 2], homogeneous([0, 0, 0, 10, 0, 0, 20, 15, 0, 20, 40, 0]));
    const { u, kappa, s } = curvatureProfile(jump, { normal });
    const i = u.indexOf(1);
    expect(u[i + 1]).toBe(1);
    expect(s[i + 1]).toBe(s[i]);
    expect(kappa[i]).toBeCloseTo(curvatureAt(jump, 1, normal, 'left').kappa, 12);
    expect(kappa[i + 1]).toBeCloseTo(curvatureAt(jump, 1, normal, 'right').kappa, 12);
    expect(Math.abs(kappa[i] - kappa[i + 1])).toBeGreaterThan(1e-3);
  });

  it('between its samples strays no more than the tolerance', () => {
    const { u, kappa, tightest } = curvatureProfile(uneven, { normal, tolerance: 0.01 });
    for (let i = 1; i < u.length; i++) {
      if (u[i] === u[i - 1]) continue;
      const middle = curvatureAt(uneven, (u[i] + u[i - 1]) / 2, normal).kappa;
      expect(Math.abs(middle - (kappa[i] + kappa[i - 1]) / 2)).toBeLessThan(0.011 * Math.abs(tightest?.kappa ?? 0));
    }
  });

  it('points across the curve: to the left in the plane, to the centre in space', () => {
    const flat = curvatureProfile(circle(25), { normal });
    const free = curvatureProfile(circle(25));
    for (let i = 0; i < flat.u.length; i++) {
      for (const { across, points } of [flat, free]) {
        expect(across[3 * i] * 25 + points[3 * i]).toBeCloseTo(0, 9);
        expect(across[3 * i + 1] * 25 + points[3 * i + 1]).toBeCloseTo(0, 9);
      }
    }
    expect(free.inflections).toEqual([]);
    expect(Math.min(...free.kappa)).toBeGreaterThan(0);
  });

  it('counts an inflection that falls on the seam of a closed curve', () => {
    // A figure of eight through the origin, its seam there; both crossings are inflections.
    const eight = throughPoints(
      Float64Array.from([0, 0, 0, 20, 15, 0, 40, 0, 0, 20, -15, 0, 0, 0, 0, -20, 15, 0, -40, 0, 0, -20, -15, 0]),
      { closed: true },
    );
    if (!eight.ok) throw new Error(eight.failure.kind);
    expect(curvatureProfile(eight.value.curve, { normal }).inflections).toHaveLength(2);
  });

  it('finds none on a closed curve that turns one way only', () => {
    const ring = throughPoints(Float64Array.from([30, 0, 0, 0, 20, 0, -30, 0, 0, 0, -20, 0]), { closed: true });
    if (!ring.ok) throw new Error(ring.failure.kind);
    expect(curvatureProfile(ring.value.curve, { normal }).inflections).toEqual([]);
  });

  it('ends quickly on straight, still and tiny curves', () => {
    const straight = throughPoints(Float64Array.from([0, 0, 0, 1 / 3, 1 / 7, 0, 1, 3 / 7, 0, 2, 6 / 7, 0]));
    if (!straight.ok) throw new Error(straight.failure.kind);
    const profile = curvatureProfile(straight.value.curve, { normal });
    expect(profile.tightest).toBeNull();
    expect(profile.inflections).toEqual([]);
    expect(profile.u.length).toBeLessThan(200);
    const still = makeCurve(3, [0, 0, 0, 0, 1, 1, 1, 1], homogeneous(new Float64Array(12).fill(2)));
    expect(curvatureProfile(still, { normal })).toMatchObject({ length: 0, tightest: null });
    expect(curvatureProfile(circle(1e-6), { normal }).tightest?.kappa).toBeCloseTo(1e6, 3);
  });

  it('goes on from an earlier profile with the same answer, whatever moved', () => {
    const places = Float64Array.from({ length: 3 * 60 }, (_, i) => (i % 3 === 0 ? i * 2 : i % 3 === 1 ? 30 * Math.sin(i / 9) : 0)); // prettier-ignore
    const drawn = throughPoints(places);
    if (!drawn.ok) throw new Error(drawn.failure.kind);
    const { curve } = drawn.value;
    const moved = (index: number, by: number) => {
      const points = curve.points.slice();
      points[4 * index + 1] += by;
      return makeCurve(curve.degree, curve.knots, points);
    };
    const options = { normal, proven: false };
    let before = curvatureProfile(curve, options);
    // One of them makes the largest curvature grow a hundredfold, and so what counts as straight.
    for (const next of [
      moved(20, 0.4),
      moved(20, 0.7),
      moved(3, 40),
      moved(3, -2),
      moved(0, 1),
      curve,
      throughPoints(places, { degree: 5 }),
    ]) {
      const now = 'ok' in next ? (next.ok ? next.value.curve : curve) : next;
      const alone = curvatureProfile(now, options);
      before = curvatureProfile(now, { ...options, before });
      expect(before).toEqual(alone);
    }
    // Another normal, another tolerance: nothing of it can be taken.
    const turned = { ...options, normal: [0, 0, -1] as const };
    expect(curvatureProfile(curve, { ...turned, before })).toEqual(curvatureProfile(curve, turned));
    const rough = { ...options, tolerance: 0.2 };
    expect(curvatureProfile(curve, { ...rough, before })).toEqual(curvatureProfile(curve, rough));
  });
});
