import { homogeneous, makeCurve } from '../curve/curve';
import { FRONT, heightOver, liesAlong, normalOf, type Plane } from './plane';

describe('planes', () => {
  it('Front faces the viewer along z', () => {
    expect(normalOf(FRONT)).toEqual([0, 0, 1]);
    expect(heightOver(FRONT, [3, 4, 5])).toBe(5);
  });

  it('tell whether a curve runs along them, at any height', () => {
    const tilted: Plane = { origin: [0, 0, 0], x: [0, 1, 0], y: [0, 0, 1] };
    const curve = makeCurve(1, [0, 0, 1, 1], homogeneous([7, 0, 0, 7, 5, 9]));
    expect(liesAlong(tilted, curve, 1e-9)).toBe(true);
    expect(liesAlong(FRONT, curve, 1)).toBe(false);
    expect(liesAlong(FRONT, curve, 9)).toBe(true);
  });
});
