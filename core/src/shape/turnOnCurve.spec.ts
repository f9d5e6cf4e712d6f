import fc from 'fast-check';
import { anyCurve, parameterAtShare, fraction, sizeOf, valueOf, WAVE } from '../curve/curves.fixture';
import { controlPointsOf, domainOf } from '../curve/curve';
import { derivatives, evaluate } from '../curve/evaluate';
import { distinctOf } from '../knots/period';
import { distance, type Vector3 } from '../linear/vector';
import { turnOnCurve } from './turnOnCurve';

const slopeAt = (curve: Parameters<typeof derivatives>[0], u: number): Vector3 => {
  const d = derivatives(curve, u, 1);
  return [d[3], d[4], d[5]];
};
const changedOf = (a: typeof WAVE, b: typeof WAVE): number[] => {
  const [old, made] = [controlPointsOf(a), controlPointsOf(b)];
  const all = Array.from({ length: distinctOf(a) }, (_, i) => i);
  return all.filter((i) => [0, 1, 2].some((c) => old[3 * i + c] !== made[3 * i + c]));
};

describe('turning a curve at a place of its own', () => {
  it('gives any curve the derivative and keeps the place, by two control points at most', () => {
    fc.assert(
      fc.property(anyCurve({ closing: 'either', weights: 20 }), fraction, (curve, share) => {
        const u = parameterAtShare(curve, share);
        const size = sizeOf(curve);
        const first: Vector3 = [size, -size / 2, size / 3];
        const turned = turnOnCurve(curve, u, first);
        fc.pre(turned.ok);
        const scale = size + Math.max(...turned.value.points.map(Math.abs));
        expect(distance(evaluate(turned.value, u), evaluate(curve, u))).toBeLessThanOrEqual(1e-9 * scale);
        const speed = Math.max(1, Math.hypot(...slopeAt(curve, u)), size);
        expect(distance(slopeAt(turned.value, u), first)).toBeLessThanOrEqual(1e-7 * (speed + scale));
        const [start, end] = domainOf(curve).map((at) => evaluate(turned.value, at));
        if (curve.closing === 'clamped-closed') expect(end).toEqual(start);
        const most = curve.closing === 'clamped-closed' ? 3 : 2;
        expect(changedOf(curve, turned.value).length).toBeLessThanOrEqual(most);
      }),
    );
  });

  it('moves the second control point alone at a clamped end: C’(0) = p / u_{p+1} · (P1 - P0), The NURBS Book eq. 3.9', () => {
    const first: Vector3 = [12, 30, 0];
    const turned = valueOf(turnOnCurve(WAVE, 0, first));
    expect(changedOf(WAVE, turned)).toEqual([1]);
    const [old, made] = [controlPointsOf(WAVE), controlPointsOf(turned)];
    const step = WAVE.knots[WAVE.degree + 1] / WAVE.degree;
    for (let c = 0; c < 3; c++) expect(made[3 + c]).toBeCloseTo(old[c] + step * first[c], 10);
  });

  it('and the last but one at the other end', () => {
    const [, end] = domainOf(WAVE);
    const turned = valueOf(turnOnCurve(WAVE, end, [12, 30, 0]));
    expect(changedOf(WAVE, turned)).toEqual([distinctOf(WAVE) - 2]);
    expect(slopeAt(turned, end).map((x) => Math.round(1e9 * x) / 1e9)).toEqual([12, 30, 0]);
  });

  it('leaves the curve as it is where it runs so already', () => {
    const u = 1.3;
    const same = valueOf(turnOnCurve(WAVE, u, slopeAt(WAVE, u)));
    controlPointsOf(same).forEach((x, i) => expect(x).toBeCloseTo(controlPointsOf(WAVE)[i], 10));
  });
});
