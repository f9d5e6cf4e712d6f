import fc from 'fast-check';
import { anyCurve, parameterAtShare, fraction, sizeOf, valueOf, WAVE } from '../curve/curves.fixture';
import { controlPointsOf, domainOf } from '../curve/curve';
import { evaluate } from '../curve/evaluate';
import { add, distance, type Vector3 } from '../linear/vector';
import { rectangle } from '../exact/polyline';
import { distinctOf } from '../knots/period';
import { FRONT } from '../plane/plane';
import { moveOnCurve } from './moveOnCurve';
import { weightsOf } from '../edit/weights';

describe('moving a place of a curve', () => {
  it('brings any curve through the target at the parameter, leaving weights and far control points alone', () => {
    fc.assert(
      fc.property(anyCurve({ closing: 'either', weights: 20 }), fraction, (curve, share) => {
        const u = parameterAtShare(curve, share);
        const by = 0.3 * sizeOf(curve);
        const target = add(evaluate(curve, u), [by, -by, by / 2]);
        const moved = valueOf(moveOnCurve(curve, u, target));
        expect(distance(evaluate(moved, u), target)).toBeLessThanOrEqual(1e-10 * (sizeOf(curve) + by));
        weightsOf(moved).forEach((w, i) => expect(w / weightsOf(curve)[i]).toBeCloseTo(1, 12));
        const [old, made] = [controlPointsOf(curve), controlPointsOf(moved)];
        const changed = Array.from({ length: distinctOf(curve) }, (_, i) => [0, 1, 2].some((c) => old[3 * i + c] !== made[3 * i + c])); // prettier-ignore
        expect(changed.filter(Boolean).length).toBeLessThanOrEqual(curve.degree + 1);
      }),
    );
  });

  it('moves the control points less than any other way does', () => {
    const u = 1.3;
    const target: Vector3 = [30, 40, 5];
    const moved = controlPointsOf(valueOf(moveOnCurve(WAVE, u, target)));
    const old = controlPointsOf(WAVE);
    const movement = (points: Float64Array) => points.reduce((sum, x, i) => sum + (x - old[i]) ** 2, 0);
    // Moving one point less, or one alone, moves the others more.
    for (const held of [[1], [2], [3], [1, 2], [2, 3]]) {
      const other = controlPointsOf(valueOf(moveOnCurve(WAVE, u, target, held)));
      expect(movement(other)).toBeGreaterThan(movement(moved));
      for (const i of held) expect(other.subarray(3 * i, 3 * i + 3)).toEqual(old.subarray(3 * i, 3 * i + 3));
    }
  });

  it('keeps a clamped, closed curve closed', () => {
    const frame = rectangle(FRONT, [0, 0, 0], 40, 30);
    const moved = valueOf(moveOnCurve(frame, 0, [-5, -5, 0]));
    expect(evaluate(moved, 0)).toEqual([-5, -5, 0]);
    expect(moved.closing).toBe('clamped-closed');
    const end = domainOf(frame)[1];
    const atEnd = valueOf(moveOnCurve(frame, end, [-5, -5, 0]));
    expect([evaluate(atEnd, end), evaluate(atEnd, 0)]).toEqual([[-5, -5, 0], [-5, -5, 0]]); // prettier-ignore
  });

  it('says when everything with a say is held', () => {
    expect(moveOnCurve(WAVE, 0, [1, 1, 1], [0])).toEqual({ ok: false, failure: { kind: 'all-fixed', u: 0 } });
  });
});
