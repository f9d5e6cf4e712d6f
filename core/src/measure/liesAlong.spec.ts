import { homogeneous, makeCurve } from '../curve/curve';
import { FRONT, type Plane } from '../plane/plane';
import { liesAlong } from './liesAlong';

describe('a curve along a plane', () => {
  it('is within the tolerance of one parallel to it, at any height', () => {
    const tilted: Plane = { origin: [0, 0, 0], x: [0, 1, 0], y: [0, 0, 1] };
    const curve = makeCurve(1, [0, 0, 1, 1], homogeneous([7, 0, 0, 7, 5, 9]));
    expect(liesAlong(tilted, curve, 1e-9)).toBe(true);
    expect(liesAlong(FRONT, curve, 1)).toBe(false);
    expect(liesAlong(FRONT, curve, 9)).toBe(true);
  });
});
