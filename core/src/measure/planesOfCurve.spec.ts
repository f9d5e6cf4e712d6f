import { homogeneous, makeCurve } from '../curve/curve';
import { bezier, valueOf } from '../curve/curves.fixture';
import { evaluate } from '../curve/evaluate';
import { angleBetween, dot } from '../linear/vector';
import { normalOf } from '../plane/plane';
import { frameAt } from './frame';
import { planeAcross, planeAlong } from './planesOfCurve';

const SPRING = makeCurve(3, [0, 0, 0, 0, 1, 1, 1, 1], homogeneous([0, 0, 0, 10, 0, 5, 10, 20, 10, 0, 20, 30]));

describe('planes of a curve', () => {
  it('across and along a curve follow its frame', () => {
    const frame = frameAt(SPRING, 0.3);
    const across = valueOf(planeAcross(SPRING, 0.3));
    expect(angleBetween(normalOf(across), frame?.tangent ?? [0, 0, 0])).toBeLessThan(1e-9);
    expect(across.origin).toEqual(evaluate(SPRING, 0.3));
    const along = valueOf(planeAlong(SPRING, 0.3));
    expect(dot(along.x, frame?.tangent ?? [0, 0, 0])).toBeCloseTo(1, 12);
    expect(dot(along.y, frame?.curvature ?? [0, 0, 0])).toBeCloseTo(frame?.kappa ?? 0, 12);
    expect(planeAlong(bezier([0, 0], [9, 0]), 0.5)).toEqual({ ok: false, failure: { kind: 'straight', u: 0.5 } });
    const still = bezier([1, 1], [1, 1], [1, 1]);
    expect(planeAcross(still, 0.5)).toEqual({ ok: false, failure: { kind: 'no-tangent', u: 0.5 } });
    expect(planeAlong(still, 0.5)).toMatchObject({ ok: false });
  });
});
