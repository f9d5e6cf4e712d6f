import { length, negate, type Vector3 } from '../linear/vector';
import { homogeneous, makeCurve } from '../curve/curve';
import { bezier } from '../curve/curves.fixture';
import { circle } from '../exact/arc';
import { uniformKnots } from '../knots/uniformKnots';
import { FRONT } from '../plane/plane';
import { arcLength } from './arcLength';
import { contactDerivatives, jetAtShare, jetBeyond, turnedJet } from './jet';

const near = (found: Vector3 | undefined, wanted: Vector3, digits: number) =>
  wanted.forEach((x, c) => expect(found?.[c]).toBeCloseTo(x, digits));

describe('what a curve hands on', () => {
  // Check LJ e: a uniform cubic in space.
  const inner = makeCurve(
    3,
    uniformKnots(3, 7),
    homogeneous([0, 0, 0, 20, 15, 0, 45, 20, 3, 70, 5, 5, 95, 0, 2, 120, 12, 0, 140, 30, 0]),
  );

  it('at a share of its length', () => {
    expect(arcLength(inner).total).toBeCloseTo(154.722451, 6);
    const jet = jetAtShare(inner, 0.4, 'forward');
    near(jet?.point, [57.012086, 12.332932, 3.829175], 6);
    near(jet?.tangent, [0.923966, -0.377788, 0.059691], 6);
    near(jet?.rate, [5.0935e-4, 1.22078e-3, -1.5793e-4], 8);
  });

  it('at a knot that of the side which is continued: only the rate of a cubic jumps there', () => {
    const measured = arcLength(inner);
    // u = ½ is a knot, at this share.
    const index = measured.parameters.indexOf(0.5);
    const share = measured.lengths[index] / measured.total;
    const [ahead, back] = [jetAtShare(inner, share, 'forward'), jetAtShare(inner, share, 'backward')];
    near(ahead?.curvature, [4.63414e-3, 1.193469e-2, -6.98686e-3], 7);
    near(back?.curvature, [4.63414e-3, 1.193469e-2, -6.98686e-3], 7);
    expect(length(ahead?.rate ?? [0, 0, 0])).toBeCloseTo(1.988102e-3, 8);
    expect(length(back?.rate ?? [0, 0, 0])).toBeCloseTo(1.059218e-3, 8);
    near(back?.tangent, negate(ahead?.tangent ?? [0, 0, 0]), 12);
  });

  it('beyond its ends: out of the curve at either', () => {
    const curve = bezier([0, 0], [10, 0], [20, 10], [20, 30]);
    expect(jetBeyond(curve, 'start')?.tangent).toEqual([-1, 0, 0]);
    near(jetBeyond(curve, 'end')?.tangent, [0, 1, 0], 12);
    expect(jetBeyond(bezier([1, 1], [1, 1], [1, 1]), 'end')).toBeNull();
    const start = jetBeyond(curve, 'start');
    if (start) expect(turnedJet(turnedJet(start))).toEqual(start);
  });

  it('around a closed curve on both sides of its seam', () => {
    const ring = circle(FRONT, [0, 0, 0], 10);
    for (const share of [0, 1]) {
      near(jetAtShare(ring, share, 'forward')?.tangent, [0, 1, 0], 12);
      near(jetAtShare(ring, share, 'backward')?.tangent, [0, -1, 0], 12);
    }
  });

  it('refuses a share outside', () => {
    expect(() => jetAtShare(inner, 1.1, 'forward')).toThrow('share: a share from 0 to 1 is needed');
  });
});

it('derivatives of a contact on a circle are those of its arc at any speed', () => {
  // r(t) = 25 (cos s, sin s) with s = a t / 25: b = c = 0.
  const jet = { point: [25, 0, 0], tangent: [0, 1, 0], curvature: [-0.04, 0, 0], rate: [0, 0, 0] } as const;
  const [first, second, third] = contactDerivatives(jet, 3, { a: 50, b: 0, c: 0 });
  near(first, [0, 50, 0], 12);
  near(second, [-100, 0, 0], 12);
  near(third, [0, -200, 0], 12);
});
